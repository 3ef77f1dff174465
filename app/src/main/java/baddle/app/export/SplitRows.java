package baddle.app.export;

import baddle.app.output.DistinctNames;
import baddle.app.session.ProjectSession;
import baddle.core.expression.Expression;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Gives each combination of values of some columns a file of its own. */
final class SplitRows {

  private static final int MOST_FILES = 1_000;

  private SplitRows() {}

  /**
   * The files, by their names.
   *
   * @param name with the columns in braces
   * @param columns columns of text
   * @throws ExportException if two combinations would have one name, or there are too many
   */
  static Map<String, RowsChoice> files(
      ProjectSession session, String dataset, RowsChoice choice, List<String> columns, String name)
      throws IOException, ExportException {
    if (columns.isEmpty()) {
      return Map.of(name, choice);
    }
    RowsChoice looked =
        new RowsChoice(
            columns,
            RowsChoice.OriginColumns.NONE,
            choice.where(),
            List.of(),
            choice.batch(),
            choice.period(),
            choice.sinceBatch());
    RowsOfDataset rows = new RowsOfDataset(session, dataset, looked);
    refuseOthers(rows.schema(), columns, name);
    Comparator<List<String>> order = Comparator.comparing(List::toString);
    TreeSet<List<String>> combinations = new TreeSet<>(order);
    rows.scan(
        (block, from, to) -> {
          for (int row = from; row < to && combinations.size() <= MOST_FILES; row++) {
            List<String> values = new ArrayList<>();
            for (int column = 0; column < columns.size(); column++) {
              boolean blank = block.vector(column).isBlank(row);
              values.add(blank ? "" : block.vector(column).shown(row, ColumnType.text()));
            }
            combinations.add(values);
          }
        });
    if (combinations.size() > MOST_FILES) {
      throw new ExportException(
          "more than " + MOST_FILES + " files; split by a column with fewer values");
    }
    return named(combinations, choice, columns, name);
  }

  private static void refuseOthers(Schema schema, List<String> columns, String name)
      throws ExportException {
    for (String column : columns) {
      ColumnType type = schema.column(schema.indexOf(column).orElseThrow()).type();
      if (type.kind() != ColumnType.Kind.TEXT) {
        throw new ExportException(column + " is no text; split by a column of text");
      }
      if (!name.contains("{" + column + "}")) {
        throw new ExportException("the file's name should have {" + column + "} in it: " + name);
      }
    }
  }

  private static Map<String, RowsChoice> named(
      Set<List<String>> combinations, RowsChoice choice, List<String> columns, String name)
      throws ExportException {
    Map<String, RowsChoice> files = new LinkedHashMap<>();
    Map<String, List<String>> taken = new LinkedHashMap<>();
    List<DistinctNames> names = new ArrayList<>();
    for (int i = 0; i < columns.size(); i++) {
      int column = i;
      names.add(
          new DistinctNames(
              combinations.stream().map(values -> values.get(column)).toList(), List.of()));
    }
    for (List<String> values : combinations) {
      String file = name;
      List<String> conditions = new ArrayList<>();
      for (int i = 0; i < columns.size(); i++) {
        String value = values.get(i);
        String column = Expression.quoted(columns.get(i));
        file = file.replace("{" + columns.get(i) + "}", names.get(i).of(value));
        conditions.add(
            value.isEmpty()
                ? column + " is null"
                : column + " = '" + value.replace("'", "''") + "'");
      }
      List<String> other = taken.put(file.toLowerCase(Locale.ROOT), values);
      if (other != null) {
        throw new ExportException(
            String.join(", ", other)
                + " and "
                + String.join(", ", values)
                + " would both be written into "
                + file);
      }
      files.put(file, choice.whereAlso(String.join(" and ", conditions)));
    }
    return files;
  }
}
