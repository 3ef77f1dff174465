package baddle.app.fill;

import baddle.core.crosstab.Crosstab;
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
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Fills one workbook: finds out what is to be changed in it. */
final class SheetFiller {

  private static final int MOST_NAME = 31;

  private final FillPlan fill;
  private final OwnWorkbook workbook;
  private final FillFigures figures;
  private final WrittenCells written;
  private final String file;
  private final WorkbookEdit edit;
  private final WorkbookEdit.Place place;
  private final Due due;

  /**
   * What is filled.
   *
   * @param all whether the sheet is
   * @param tables which tables are
   */
  record Due(boolean all, Predicate<FillPlan.Table> tables) {}

  /**
   * Of a workbook.
   *
   * @param file what it is called in the list of what was written
   * @param edit takes what is to be changed
   * @param place where the sheet goes if it isn't there yet
   */
  SheetFiller(
      FillPlan fill,
      OwnWorkbook workbook,
      FillFigures figures,
      WrittenCells written,
      String file,
      WorkbookEdit edit,
      WorkbookEdit.Place place,
      Due due) {
    this.edit = edit;
    this.place = place;
    this.due = due;
    this.fill = fill;
    this.workbook = workbook;
    this.figures = figures;
    this.written = written;
    this.file = file;
  }

  /** Finds it out, and says what was done. */
  FillResult fill(Path into) throws IOException, FillException {
    String name = FillNames.of(fill.sheet().name(), figures.period());
    Set<String> datasets = FillFigures.datasets(fill);
    List<String> noRows = figures.withoutRows(datasets);
    if (!datasets.isEmpty() && noRows.size() == datasets.size()) {
      return FillResult.ofNothing(fill.name(), into, name, figures.period().toString(), noRows);
    }
    Optional<String> template =
        fill.sheet().template().map(one -> FillNames.of(one, figures.period()));
    boolean there = isThere(name);
    boolean fresh = template.isPresent() && !there;
    if (template.isPresent()) {
      refuseAbsent(template.get());
      if (there && due.all() && fill.rules().filled() == FillPlan.Filled.STOP) {
        throw problem("sheet " + name + " is there already (filled: stop)");
      }
      if (fresh) {
        copy(name, template.get());
      }
    } else {
      refuseAbsent(name);
    }
    Predicate<CellAt> wanted = wanted(fresh ? template.orElse(name) : name);
    SeenSheet seen = workbook.see(fresh ? template.orElseThrow() : name, wanted);
    Optional<SeenSheet> before =
        template.isPresent() && there
            ? Optional.of(workbook.see(template.get(), wanted))
            : Optional.empty();
    CellPlacer placing =
        new CellPlacer(edit, fill.rules(), written, file, name, seen, before, fresh);
    List<FillResult.Total> totals = new ArrayList<>();
    List<FillResult.Unplaced> unplaced = new ArrayList<>();
    List<String> withoutData = new ArrayList<>();
    if (due.all()) {
      cells(placing, fresh ? template.orElseThrow() : name);
      for (FillPlan.Rows rows : fill.rows()) {
        new RowsFiller(rows, figures, seen).fill(placing, totals, unplaced, withoutData);
      }
    }
    int tableCells = 0;
    int tableSame = 0;
    List<FillResult.Kept> kept = new ArrayList<>(placing.kept());
    for (FillPlan.Table table : fill.tables()) {
      if (!due.tables().test(table)) {
        continue;
      }
      String sheet = table.sheet().isEmpty() ? name : FillNames.of(table.sheet(), figures.period());
      refuseAbsent(sheet);
      CellPlacer own = table(table, sheet, totals, unplaced);
      tableCells += own.changed();
      tableSame += own.unchanged();
      kept.addAll(own.kept());
    }
    if (fill.rules().filled() == FillPlan.Filled.STOP && !fresh && placing.changed() > 0) {
      refuseFilled(name, seen);
    }
    return new FillResult(
        fill.name(),
        into,
        name,
        fresh,
        figures.period().toString(),
        false,
        placing.changed() + tableCells,
        placing.unchanged() + tableSame,
        totals,
        unplaced,
        withoutData,
        kept,
        placing.cleared(),
        noRows,
        edit.isEmpty() ? List.of() : workbook.warnings());
  }

  private CellPlacer table(
      FillPlan.Table table,
      String sheet,
      List<FillResult.Total> totals,
      List<FillResult.Unplaced> unplaced)
      throws IOException, FillException {
    SeenSheet of = workbook.see(sheet, at -> true);
    CellPlacer placer =
        new CellPlacer(edit, fill.rules(), written, file, sheet, of, Optional.empty(), false);
    WrittenRows rows = new WrittenRows(written, file, sheet, table.name());
    try {
      TableProof proof =
          new TableRowsFiller(fill.rules(), table, workbook, figures, rows, edit, placer, of)
              .fill();
      totals.addAll(proof.totals());
      unplaced.addAll(proof.undated());
    } catch (FillException e) {
      throw problem(String.valueOf(e.getMessage()));
    }
    return placer;
  }

  private void refuseFilled(String name, SeenSheet seen) throws FillException {
    for (CellAt at : edit.cells(name).keySet()) {
      if (!seen.cell(at).isBlank()) {
        throw problem("sheet " + name + ", " + at + " is filled already (filled: stop)");
      }
    }
  }

  private FillException problem(String message) {
    return new FillException("fill " + fill.name() + ": " + message);
  }

  private boolean isThere(String sheet) {
    return workbook.sheets().stream().anyMatch(sheet::equalsIgnoreCase);
  }

  private void refuseAbsent(String sheet) throws FillException {
    if (!isThere(sheet)) {
      throw problem(
          "no sheet "
              + sheet
              + Nearest.hint(sheet, workbook.sheets())
              + " (sheets: "
              + String.join(", ", workbook.sheets())
              + ")");
    }
  }

  private void copy(String name, String template) throws FillException {
    if (name.isBlank()
        || name.length() > MOST_NAME
        || name.matches(".*[\\[\\]:*?/\\\\].*")
        || name.startsWith("'")
        || name.endsWith("'")) {
      throw problem("no sheet can be called " + name + ": 31 characters at most, none of []:*?/\\");
    }
    if (place.beside().isPresent()) {
      refuseAbsent(place.beside().get());
    }
    edit.copy(new WorkbookEdit.Copy(template, name, place));
  }

  /** The cells that are looked at: those of keys, of headings, and those that are filled. */
  private Predicate<CellAt> wanted(String sheet) throws IOException, FillException {
    Set<CellAt> single = new HashSet<>();
    for (FillPlan.Cell cell : fill.cells()) {
      single.add(place(cell.place(), sheet));
    }
    BitSet columns = new BitSet();
    List<CellRange> ranges = new ArrayList<>();
    for (FillPlan.Rows rows : fill.rows()) {
      rows.key().columns().forEach(columns::set);
      rows.columns().forEach(columns::set);
      rows.headings()
          .ifPresent(
              of ->
                  ranges.add(
                      new CellRange(
                          Math.min(of.row(), rows.key().from()),
                          CellRange.OPEN,
                          of.from(),
                          of.to().isPresent() ? of.to().getAsInt() + 1 : CellRange.OPEN)));
    }
    return at ->
        columns.get(at.column())
            || single.contains(at)
            || (!ranges.isEmpty() && ranges.stream().anyMatch(at::liesIn));
  }

  /** A cell by its address or its name. */
  private CellAt place(String place, String sheet) throws IOException, FillException {
    Optional<CellAt> address = CellAt.parse(place);
    if (address.isPresent()) {
      return address.get();
    }
    List<String> sheets = new ArrayList<>(List.of(sheet));
    fill.sheet().template().map(one -> FillNames.of(one, figures.period())).ifPresent(sheets::add);
    for (String of : sheets) {
      for (NamedRange named : workbook.names()) {
        if (named.name().equalsIgnoreCase(place) && named.sheet().equalsIgnoreCase(of)) {
          return new CellAt(named.range().firstRow(), named.range().firstColumn());
        }
      }
    }
    throw problem(
        "cells: "
            + place
            + " is neither a cell such as B4 nor a name of sheet "
            + sheet
            + Nearest.hint(
                place,
                workbook.names().stream()
                    .filter(one -> one.sheet().equalsIgnoreCase(sheet))
                    .map(NamedRange::name)
                    .toList()));
  }

  /** Replaces words in braces by the period's values. */
  private CellContent named(CellContent content) {
    return content instanceof CellContent.Text text
        ? new CellContent.Text(FillNames.of(text.value(), figures.period()))
        : content;
  }

  private void cells(CellPlacer placing, String sheet) throws IOException, FillException {
    for (FillPlan.Cell cell : fill.cells()) {
      CellAt at = place(cell.place(), sheet);
      if (cell.text().isPresent()) {
        placing.put(at, named(figures.value(cell.text().get())));
      } else {
        Crosstab crosstab = figures.crosstab(cell.figure().orElseThrow());
        Optional<BigDecimal> value = crosstab.value(crosstab.down(), crosstab.across(), 0);
        if (value.isPresent()) {
          placing.put(at, FillFigures.content(crosstab, 0, value.get()));
        } else {
          placing.clear(at, cell.place());
        }
      }
    }
  }
}
