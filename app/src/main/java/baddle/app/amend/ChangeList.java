package baddle.app.amend;

import baddle.app.fill.FillException;
import baddle.app.reading.ParameterList;
import baddle.core.finding.Nearest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A list of changes: a line for each, with the columns {@code file}, {@code sheet}, {@code cell},
 * {@code column}, {@code where}, {@code old}, {@code new} and {@code because}.
 */
public final class ChangeList {

  private static final List<String> COLUMNS =
      List.of("file", "sheet", "cell", "column", "where", "old", "new", "because");

  private ChangeList() {}

  /**
   * Reads a list, a text file or the first sheet of a workbook.
   *
   * @throws FillException if a line can't be followed
   */
  public static List<Change> read(Path file) throws IOException, FillException {
    List<Change> changes = new ArrayList<>();
    for (ParameterList.Line line : ParameterList.read(file)) {
      Map<String, String> values = line.values();
      for (String name : values.keySet()) {
        if (!COLUMNS.contains(name)) {
          throw new FillException(
              file
                  + ": no column "
                  + name
                  + Nearest.hint(name, COLUMNS)
                  + " (columns: "
                  + String.join(", ", COLUMNS)
                  + ")");
        }
      }
      String cell = values.getOrDefault("cell", "");
      String where = values.getOrDefault("where", "");
      if (cell.isEmpty() == where.isEmpty()) {
        throw new FillException(
            file + ", row " + line.row() + ": needs either cell, an address or a name, or where");
      }
      changes.add(
          new Change(
              values.getOrDefault("file", ""),
              values.getOrDefault("sheet", ""),
              cell,
              values.getOrDefault("column", ""),
              where,
              Optional.ofNullable(values.get("old")),
              Change.value(values.getOrDefault("new", "")),
              values.getOrDefault("because", "")));
    }
    return changes;
  }
}
