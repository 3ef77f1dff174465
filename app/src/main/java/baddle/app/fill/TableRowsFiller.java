package baddle.app.fill;

import baddle.core.calendar.Period;
import baddle.core.grid.CellRange;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.SeenSheet;
import baddle.formats.edit.WorkbookEdit;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Puts rows of a dataset into a table of a workbook. What somebody has changed in a row that an
 * earlier fill wrote stays with that row.
 */
final class TableRowsFiller {

  private final FillPlan.Rules rules;
  private final FillPlan.Table table;
  private final OwnWorkbook workbook;
  private final FillFigures figures;
  private final WrittenRows written;
  private final WorkbookEdit edit;
  private final String sheet;
  private final SeenSheet seen;
  private final CellPlacer placing;
  private final TablePlace place;
  private final TableProof proof;

  /**
   * Of a table.
   *
   * @param written what earlier fills put into it
   * @param edit takes what is to be changed
   * @param sheet where it lies
   */
  TableRowsFiller(
      FillPlan.Rules rules,
      FillPlan.Table table,
      OwnWorkbook workbook,
      FillFigures figures,
      WrittenRows written,
      WorkbookEdit edit,
      CellPlacer placing,
      SeenSheet sheet)
      throws IOException, FillException {
    this.rules = rules;
    this.table = table;
    this.workbook = workbook;
    this.figures = figures;
    this.written = written;
    this.edit = edit;
    this.placing = placing;
    this.seen = sheet;
    this.sheet = sheet.name();
    this.place = TablePlace.of(table, this.sheet, workbook, sheet);
    this.proof = new TableProof(figures, table);
  }

  /** Puts the rows into it, and compares its rows with those of the dataset. */
  TableProof fill() throws IOException, FillException {
    if (!place.hasHeadings()) {
      for (int i = 0; i < place.headings().size(); i++) {
        placing.putInTable(
            new CellAt(place.begin().row(), place.begin().column() + i),
            new CellContent.Text(place.headings().get(i)));
      }
    }
    if (table.appends()) {
      append();
    } else {
      replace();
    }
    return proof;
  }

  private void replace() throws IOException, FillException {
    proof.of(List.of(figures.period()));
    List<List<CellContent>> rows = figures.rows(table, List.of(figures.period()));
    List<String> marks = rows.stream().map(RowMarks::ofContents).toList();
    List<String> known = written.marks();
    List<String> now = marksNow();
    boolean isKept = rules.filled() != FillPlan.Filled.REPLACE;
    if (isKept && known.isEmpty() && place.named().isEmpty() && !now.isEmpty()) {
      throw new FillException(
          "table "
              + table.name()
              + " would replace the rows below "
              + place.begin()
              + " on sheet "
              + sheet
              + ", which no fill wrote; append: true keeps them, filled: replace replaces them");
    }
    HandChanges changes = new HandChanges(known, now, marks);
    if (isKept && changes.isOnlySorted()) {
      placing.same(marks.size() * place.columns().size());
      rows.forEach(row -> proof.add(row));
      return;
    }
    boolean hasMore = now.size() > known.size() && !known.isEmpty();
    boolean isStuck = isKept && ((hasMore && known.size() != rows.size()) || changes.isAnyLost());
    if (isStuck) {
      stays(changes, known.size(), now.size());
      return;
    }
    int last = place.begin().row() + Math.max(1, rows.size());
    refuseGrowing(last);
    for (int i = 0; i < rows.size(); i++) {
      row(i, rows.get(i), isKept ? changes.of(i) : HandChanges.Row.NONE);
    }
    others(rows.size());
    written.put(marks, figures.period().toString());
    resize(isKept && hasMore ? Math.max(last, place.lastRow()) : last);
  }

  /** Names what somebody has changed, where no place is left for it; the table stays. */
  private void stays(HandChanges changes, int known, int now) {
    changes
        .lost()
        .forEach(
            at ->
                placing.keep(
                    cell(at.row(), at.column()),
                    "",
                    "changed by hand; its row has gone from the data"));
    if (now > known) {
      placing.keep(cell(known, 0), "", "a row added by hand; append: true keeps such rows");
    }
    for (int row = 0; row < Math.min(known, now); row++) {
      proof.add(numberAt(row));
    }
  }

  private void row(int index, List<CellContent> contents, HandChanges.Row changes)
      throws FillException {
    for (int i = 0; i < contents.size(); i++) {
      CellAt at = cell(index, i);
      CellContent content = contents.get(i);
      if (changes.has(i)) {
        CellAt from = cell(changes.from(), i);
        placing.keep(from, CellValue.text(content), "changed by hand");
        content = CellValue.of(CellValue.kind(seen.cell(from)), CellValue.whole(seen.cell(from)));
      }
      placing.putInTable(at, content);
      proof.add(i, content);
    }
    proof.endRow();
  }

  private void append() throws IOException, FillException {
    List<Period> periods = figures.since(written.since());
    proof.of(periods);
    List<List<CellContent>> rows = figures.rows(table, periods);
    RowMarks ours = new RowMarks(written.marks());
    RowMarks inTable = new RowMarks(marksNow());
    List<String> all = new ArrayList<>(written.marks());
    List<String> marks = rows.stream().map(RowMarks::ofContents).toList();
    RowMarks wanted = new RowMarks(marks);
    for (String mark : written.marks()) {
      boolean isWanted = wanted.take(mark).isPresent();
      inTable
          .take(mark)
          .ifPresent(
              row -> {
                proof.add(numberAt(row));
                if (!isWanted) {
                  placing.keep(cell(row, 0), "", "its row has gone from the data");
                }
              });
    }
    int next = place.filledRows(seen);
    int added = 0;
    for (int i = 0; i < rows.size(); i++) {
      if (ours.take(marks.get(i)).isEmpty()) {
        refuseGrowing(place.firstRow() + next + added);
        row(next + added, rows.get(i), HandChanges.Row.NONE);
        all.add(marks.get(i));
        added++;
      }
    }
    if (added > 0) {
      others(next + added);
    }
    written.put(all, periods.get(0).toString());
    resize(Math.max(place.lastRow(), place.begin().row() + Math.max(1, next + added)));
  }

  private CellAt cell(int row, int column) {
    return new CellAt(place.firstRow() + row, place.columns().get(column));
  }

  private Optional<BigDecimal> numberAt(int row) {
    return proof.amountColumn().map(column -> placing.number(cell(row, column)));
  }

  /** The marks of the rows that are in the table now. */
  private List<String> marksNow() {
    List<String> marks = new ArrayList<>();
    int rows = place.hasHeadings() ? place.filledRows(seen) : 0;
    for (int row = 0; row < rows; row++) {
      List<String> cells = new ArrayList<>();
      for (int i = 0; i < place.columns().size(); i++) {
        cells.add(CellValue.text(seen.cell(cell(row, i))));
      }
      marks.add(RowMarks.of(cells));
    }
    return marks;
  }

  private void refuseGrowing(int last) throws FillException {
    for (int row = place.lastRow() + 1; row <= last; row++) {
      for (int i = 0; i < place.headings().size(); i++) {
        CellAt at = new CellAt(row, place.begin().column() + i);
        if (!seen.cell(at).isBlank()) {
          throw new FillException(
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
  }

  private void resize(int last) {
    CellRange range =
        new CellRange(
            place.begin().row(),
            last,
            place.begin().column(),
            place.begin().column() + place.headings().size());
    if (!place.named().equals(Optional.of(range))) {
      edit.table(new WorkbookEdit.Table(sheet, table.name(), range, place.headings()));
    }
  }

  /** Formulas of other columns go on to the last row; what is below it goes. */
  private void others(int rows) {
    for (int i = 0; i < place.headings().size(); i++) {
      int column = place.begin().column() + i;
      boolean ours = place.columns().contains(column);
      String formula = seen.cell(new CellAt(place.firstRow(), column)).formula();
      for (int row = 1; row < rows && !ours && !formula.isEmpty(); row++) {
        CellAt at = new CellAt(place.firstRow() + row, column);
        if (!seen.cell(at).isComputed()) {
          placing.putInTable(at, new CellContent.Formula(workbook.movedDown(formula, row)));
        }
      }
      int first = place.firstRow() + Math.max(rows, ours ? 0 : 1);
      for (int row = first; row <= place.lastRow() && !table.appends(); row++) {
        placing.putInTable(new CellAt(row, column), new CellContent.Blank());
      }
    }
  }
}
