package baddle.app.amend;

import baddle.app.fill.FillException;
import baddle.core.grid.NamedRange;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.SeenCell;
import baddle.formats.edit.SeenSheet;
import baddle.formats.edit.WorkbookEdit;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Keeps what a workbook says of its tables' headings in step with the cells: where the two differ,
 * programs take the workbook for damaged.
 */
final class TableHeadings {

  private final SeenSheets sheets;
  private final WorkbookEdit edit;

  TableHeadings(SeenSheets sheets, WorkbookEdit edit) {
    this.sheets = sheets;
    this.edit = edit;
  }

  /** The cells that head the columns of a table. */
  static List<CellAt> cells(NamedRange table) {
    List<CellAt> cells = new ArrayList<>();
    for (int i = table.range().firstColumn(); i < table.range().endColumn(); i++) {
      cells.add(new CellAt(table.range().firstRow(), i));
    }
    return cells;
  }

  /**
   * Changes the heading that a cell is, if it is one.
   *
   * @throws FillException if it can't be changed
   */
  void change(SeenSheet sheet, CellAt at, CellContent value) throws IOException, FillException {
    Optional<NamedRange> table =
        sheets.workbook.names().stream()
            .filter(one -> one.table() && one.sheet().equalsIgnoreCase(sheet.name()))
            .filter(one -> cells(one).contains(at))
            .findFirst();
    if (table.isEmpty()) {
      return;
    }
    String place = sheet.name() + "!" + at + ", a heading of table " + table.get().name() + ": ";
    List<String> headings = new ArrayList<>();
    for (CellAt cell : cells(table.get())) {
      CellContent changed = edit.cells(sheet.name()).get(cell);
      headings.add(
          changed instanceof CellContent.Text text ? text.value() : sheet.cell(cell).whole());
    }
    int index = cells(table.get()).indexOf(at);
    String old = headings.get(index);
    if (!(value instanceof CellContent.Text text) || text.value().isBlank()) {
      throw new FillException(place + "it has to be a text");
    }
    headings.remove(index);
    headings.add(index, text.value());
    if (headings.stream().filter(text.value()::equalsIgnoreCase).count() > 1) {
      throw new FillException(place + text.value() + " is a heading of the table already");
    }
    for (String name : sheets.workbook.sheets()) {
      for (SeenCell cell : sheets.see(name).cells().values()) {
        if (cell.formula().contains("[" + old + "]")) {
          throw new FillException(
              place
                  + "the formula ="
                  + cell.formula()
                  + " names it, and wouldn't find it any more");
        }
      }
    }
    edit.table(
        new WorkbookEdit.Table(sheet.name(), table.get().name(), table.get().range(), headings));
  }
}
