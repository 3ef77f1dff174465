package baddle.app.fill;

import baddle.core.finding.Nearest;
import baddle.core.grid.CellRange;
import baddle.core.grid.NamedRange;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.SeenSheet;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Where the rows of a table lie.
 *
 * @param named the range of the table with its headings; empty where there is none of its name yet
 * @param begin its first heading
 * @param headings from left to right
 * @param columns those that rows are put into, from left to right as the plan names them
 * @param lastRow its last row; that of its headings where it has no rows
 * @param hasHeadings whether they are in the sheet already
 */
record TablePlace(
    Optional<CellRange> named,
    CellAt begin,
    List<String> headings,
    List<Integer> columns,
    int lastRow,
    boolean hasHeadings) {

  /** Copies the lists. */
  TablePlace {
    headings = List.copyOf(headings);
    columns = List.copyOf(columns);
  }

  /**
   * Finds the table by its name, or by its headings in the cells where the plan says it begins, or
   * room for a new one there.
   *
   * @throws FillException if it is nowhere, or a column isn't
   */
  static TablePlace of(FillPlan.Table table, String sheet, OwnWorkbook workbook, SeenSheet seen)
      throws IOException, FillException {
    Optional<CellRange> named =
        workbook.names().stream()
            .filter(one -> one.table() && one.name().equalsIgnoreCase(table.name()))
            .filter(one -> one.sheet().equalsIgnoreCase(sheet))
            .map(NamedRange::range)
            .findFirst();
    if (named.isEmpty() && table.place().isEmpty()) {
      throw new FillException(
          "table " + table.name() + " isn't on sheet " + sheet + "; at: A5 says where to make it");
    }
    CellAt begin =
        named
            .map(range -> new CellAt(range.firstRow(), range.firstColumn()))
            .orElseGet(() -> CellAt.parse(table.place().orElseThrow()).orElseThrow());
    List<String> headings = headings(begin, named, seen);
    boolean hasHeadings = named.isPresent() || headings.containsAll(table.columns().keySet());
    if (!hasHeadings) {
      headings = List.copyOf(table.columns().keySet());
    }
    List<Integer> columns = new ArrayList<>();
    for (String heading : table.columns().keySet()) {
      int at = headings.indexOf(heading);
      if (at < 0) {
        throw new FillException(
            "table "
                + table.name()
                + " has no column "
                + heading
                + Nearest.hint(heading, headings));
      }
      columns.add(begin.column() + at);
    }
    int last =
        named
            .map(CellRange::lastRow)
            .orElse(hasHeadings ? lastOf(begin, headings.size(), seen) : begin.row());
    return new TablePlace(named, begin, headings, columns, last, hasHeadings);
  }

  /** The headings of the table, or what is filled from where it should begin. */
  private static List<String> headings(CellAt begin, Optional<CellRange> named, SeenSheet seen) {
    List<String> headings = new ArrayList<>();
    for (int column = begin.column(); ; column++) {
      String text = seen.cell(new CellAt(begin.row(), column)).text();
      boolean isWithin = named.isPresent() ? column < named.get().endColumn() : !text.isEmpty();
      if (!isWithin) {
        return headings;
      }
      headings.add(text);
    }
  }

  private static int lastOf(CellAt begin, int width, SeenSheet seen) {
    int row = begin.row();
    while (isFilled(seen, row + 1, begin.column(), width)) {
      row++;
    }
    return row;
  }

  private static boolean isFilled(SeenSheet seen, int row, int column, int width) {
    for (int i = 0; i < width; i++) {
      if (!seen.cell(new CellAt(row, column + i)).isBlank()) {
        return true;
      }
    }
    return false;
  }

  /** The first row below the headings. */
  int firstRow() {
    return begin.row() + 1;
  }

  /** How many rows it has, without blank ones at its end. */
  int filledRows(SeenSheet seen) {
    int row = lastRow;
    while (row >= firstRow() && !isFilled(seen, row, begin.column(), headings.size())) {
      row--;
    }
    return row - begin.row();
  }
}
