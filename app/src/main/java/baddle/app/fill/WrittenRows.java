package baddle.app.fill;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The rows that earlier fills put into a table, as the list of what was written has them. */
final class WrittenRows {

  private static final String SINCE = " since ";

  private final WrittenCells cells;
  private final String file;
  private final String sheet;
  private final String name;
  private final List<String> marks = new ArrayList<>();
  private final Optional<String> since;

  /**
   * Of a table.
   *
   * @param file the workbook as it is listed
   */
  WrittenRows(WrittenCells cells, String file, String sheet, String table) {
    this.cells = cells;
    this.file = file;
    this.sheet = sheet;
    this.name = "table " + table;
    Optional<String> said = cells.value(file, sheet, name);
    this.since =
        said.filter(text -> text.contains(SINCE))
            .map(text -> text.substring(text.indexOf(SINCE) + SINCE.length()));
    for (int row = 1; ; row++) {
      Optional<String> mark = cells.value(file, sheet, cell(row));
      if (mark.isEmpty()) {
        break;
      }
      marks.add(mark.get());
    }
  }

  private String cell(int row) {
    return name + " row " + row;
  }

  /** Their marks, in the order in which they were written. */
  List<String> marks() {
    return List.copyOf(marks);
  }

  /** The first period whose rows were written; empty where none were. */
  Optional<String> since() {
    return since;
  }

  /** Notes what is in the table from now on. */
  void put(List<String> now, String first) {
    cells.put(file, sheet, name, now.size() + SINCE + first);
    for (int row = 1; row <= Math.max(now.size(), marks.size()); row++) {
      if (row <= now.size()) {
        cells.put(file, sheet, cell(row), now.get(row - 1));
      } else {
        cells.remove(file, sheet, cell(row));
      }
    }
  }
}
