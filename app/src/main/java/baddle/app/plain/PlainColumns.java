package baddle.app.plain;

import baddle.core.intake.IntakeColumn;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The columns that are wanted of files, by their headings, and where their rows came from.
 *
 * @param names in their order; those of the origin are no headings
 * @param optional those that a table needn't have
 * @param isChoice whether other headings were left aside on purpose
 */
public record PlainColumns(List<String> names, Set<String> optional, boolean isChoice) {

  /** The origin columns that rows of files have. */
  static final List<Column> ORIGIN =
      List.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_PERIOD, Origin.SOURCE_ROW);

  /** Copies the collections. */
  public PlainColumns {
    names = List.copyOf(names);
    optional = Set.copyOf(optional);
  }

  /** Columns that every table must have. */
  public static PlainColumns required(List<String> names) {
    return new PlainColumns(names, Set.of(), true);
  }

  private static boolean isOrigin(String name) {
    return ORIGIN.stream().anyMatch(column -> column.name().equals(name));
  }

  /** Those that are headings. */
  List<String> headings() {
    return names.stream().filter(name -> !isOrigin(name)).toList();
  }

  /** The columns to look for in the files. */
  List<IntakeColumn> columns(Map<String, ColumnType> types) {
    return headings().stream()
        .map(
            name ->
                new IntakeColumn(
                    new Column(name, types.getOrDefault(name, ColumnType.text())),
                    List.of(),
                    optional.contains(name) ? IntakeColumn.Need.NONE : IntakeColumn.Need.HEADING))
        .toList();
  }

  /** All columns in their order. */
  Schema schema(Map<String, ColumnType> types) {
    return new Schema(
        names.stream()
            .map(
                name ->
                    ORIGIN.stream()
                        .filter(column -> column.name().equals(name))
                        .findFirst()
                        .orElse(new Column(name, types.getOrDefault(name, ColumnType.text()))))
            .toList());
  }
}
