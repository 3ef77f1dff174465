package baddle.app.fill;

import baddle.core.finding.Nearest;
import baddle.core.grid.CellRange;
import baddle.core.grid.NamedRange;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.SeenSheet;
import baddle.formats.edit.WorkbookEdit;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Puts rows of a dataset into a table of a workbook. */
final class TableRowsFiller {

  private final FillPlan fill;
  private final OwnWorkbook workbook;
  private final FillFigures figures;
  private final WrittenCells written;
  private final String file;
  private final WorkbookEdit edit;

  /**
   * Of a workbook.
   *
   * @param file what it is called in the list of what was written
   * @param edit takes what is to be changed
   */
  TableRowsFiller(
      FillPlan fill,
      OwnWorkbook workbook,
      FillFigures figures,
      WrittenCells written,
      String file,
      WorkbookEdit edit) {
    this.fill = fill;
    this.workbook = workbook;
    this.figures = figures;
    this.written = written;
    this.file = file;
    this.edit = edit;
  }

  /** Puts a table's rows into it, and tells what was put. */
  CellPlacer fill(FillPlan.Table table, String sheet) throws IOException, FillException {
    SeenSheet seen = workbook.see(sheet, at -> true);
    CellPlacer placing =
        new CellPlacer(edit, fill.rules(), written, file, sheet, seen, Optional.empty(), false);
    table(table, sheet, seen, placing);
    return placing;
  }

  private FillException problem(String message) {
    return new FillException("fill " + fill.name() + ": " + message);
  }

  /** Writes rows into a table, which ends with the last of them. */
  private void table(FillPlan.Table table, String sheet, SeenSheet seen, CellPlacer placing)
      throws IOException, FillException {
    Optional<CellRange> there =
        workbook.names().stream()
            .filter(one -> one.table() && one.name().equalsIgnoreCase(table.name()))
            .filter(one -> one.sheet().equalsIgnoreCase(sheet))
            .map(NamedRange::range)
            .findFirst();
    if (there.isEmpty() && table.place().isEmpty()) {
      throw problem(
          "table " + table.name() + " isn't on sheet " + sheet + "; at: A5 says where to make it");
    }
    List<String> headings = new ArrayList<>();
    CellAt begin;
    if (there.isPresent()) {
      begin = new CellAt(there.get().firstRow(), there.get().firstColumn());
      for (int i = there.get().firstColumn(); i < there.get().endColumn(); i++) {
        headings.add(seen.cell(new CellAt(begin.row(), i)).text());
      }
    } else {
      begin = CellAt.parse(table.place().orElseThrow()).orElseThrow();
      headings.addAll(table.columns().keySet());
      for (int i = 0; i < headings.size(); i++) {
        placing.putInTable(
            new CellAt(begin.row(), begin.column() + i), new CellContent.Text(headings.get(i)));
      }
    }
    Map<String, Integer> columns = new HashMap<>();
    for (String heading : table.columns().keySet()) {
      int at = headings.indexOf(heading);
      if (at < 0) {
        throw problem(
            "table "
                + table.name()
                + " has no column "
                + heading
                + Nearest.hint(heading, headings));
      }
      columns.put(heading, begin.column() + at);
    }
    List<List<CellContent>> rows = figures.rows(table);
    int oldLast = there.map(CellRange::lastRow).orElse(begin.row());
    int last = begin.row() + Math.max(1, rows.size());
    for (int row = oldLast + 1; row <= last; row++) {
      for (int i = 0; i < headings.size(); i++) {
        CellAt at = new CellAt(row, begin.column() + i);
        if (!seen.cell(at).isBlank()) {
          throw problem(
              String.format(
                  Locale.ROOT,
                  "table %s would grow over %s on sheet %s, which is filled; leave room below it,"
                      + " or put it on a sheet of its own",
                  table.name(),
                  at,
                  sheet));
        }
      }
    }
    for (int i = 0; i < rows.size(); i++) {
      int column = 0;
      for (String heading : table.columns().keySet()) {
        CellAt at = new CellAt(begin.row() + 1 + i, columns.getOrDefault(heading, 0));
        placing.putInTable(at, rows.get(i).get(column++));
      }
    }
    others(headings, columns, begin, oldLast, rows.size(), seen, placing);
    written.put(file, sheet, "table " + table.name(), String.valueOf(rows.size()));
    CellRange range =
        new CellRange(begin.row(), last, begin.column(), begin.column() + headings.size());
    if (!there.equals(Optional.of(range))) {
      edit.table(new WorkbookEdit.Table(sheet, table.name(), range, headings));
    }
  }

  /** Formulas of other columns go on to the last row; what is below it goes. */
  private void others(
      List<String> headings,
      Map<String, Integer> columns,
      CellAt begin,
      int oldLast,
      int rows,
      SeenSheet seen,
      CellPlacer placing) {
    for (int i = 0; i < headings.size(); i++) {
      int column = begin.column() + i;
      boolean ours = columns.containsValue(column);
      String formula = seen.cell(new CellAt(begin.row() + 1, column)).formula();
      for (int row = 1; row < rows && !ours && !formula.isEmpty(); row++) {
        CellAt at = new CellAt(begin.row() + 1 + row, column);
        if (!seen.cell(at).isComputed()) {
          placing.putInTable(at, new CellContent.Formula(workbook.movedDown(formula, row)));
        }
      }
      for (int row = begin.row() + 1 + Math.max(rows, ours ? 0 : 1); row <= oldLast; row++) {
        placing.putInTable(new CellAt(row, column), new CellContent.Blank());
      }
    }
  }
}
