package baddle.app.amend;

import baddle.app.fill.CellValue;
import baddle.app.fill.FillException;
import baddle.app.output.OutputFile;
import baddle.core.finding.Nearest;
import baddle.core.grid.NamedRange;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.OwnWorkbooks;
import baddle.formats.edit.SeenCell;
import baddle.formats.edit.SeenSheet;
import baddle.formats.edit.WorkbookEdit;
import baddle.formats.edit.WorkbookProof;
import baddle.formats.xlsx.SheetLimits;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Changes chosen cells of workbooks, each in a copy, all that is wanted of a file or nothing. */
public final class WorkbookAmender {

  /** Numbers of workbooks are of double precision (IEEE 754). */
  private static final int MOST_DIGITS = 15;

  private final List<Change> changes;
  private final boolean formulas;
  private final boolean locked;

  /**
   * Changes.
   *
   * @param formulas whether formulas are changed
   * @param locked whether locked cells of protected sheets are changed
   */
  public WorkbookAmender(List<Change> changes, boolean formulas, boolean locked) {
    this.changes = List.copyOf(changes);
    this.formulas = formulas;
    this.locked = locked;
  }

  /**
   * Changes a workbook; one that can't be read or written is told by what comes back.
   *
   * @param from what is changed: the workbook, or the copy that earlier changes were made in
   * @param copy where the changed one goes; not the workbook itself
   * @param ready takes the copy, written beside its place; empty where none is written
   */
  Amended amend(Path file, Path from, Path copy, Optional<List<OutputFile.Staged>> ready) {
    List<Amended.Cell> cells = new ArrayList<>();
    List<String> stays = new ArrayList<>();
    try (OwnWorkbook workbook = OwnWorkbooks.open(from)) {
      WorkbookEdit edit = new WorkbookEdit();
      String name = String.valueOf(file.getFileName());
      List<Change> own =
          changes.stream()
              .filter(change -> change.file().isEmpty() || change.file().equals(name))
              .toList();
      SeenSheets sheets = new SeenSheets(workbook, own);
      TableHeadings headings = new TableHeadings(sheets, edit);
      for (Change change : own) {
        change(change, sheets, headings, edit, cells, stays);
      }
      if (ready.isPresent() && !edit.isEmpty()) {
        ready.get().add(beside(workbook, edit, from, copy));
      }
      List<String> warnings = edit.isEmpty() ? List.of() : workbook.warnings();
      return new Amended(file, copy, cells, stays, "", warnings);
    } catch (IOException | FillException e) {
      String why = String.valueOf(e.getMessage());
      return new Amended(file, copy, List.of(), List.of(), why, List.of());
    }
  }

  private static OutputFile.Staged beside(
      OwnWorkbook workbook, WorkbookEdit edit, Path from, Path copy) throws IOException {
    Files.createDirectories(copy.toAbsolutePath().resolveSibling(""));
    OutputFile.Staged staged =
        OutputFile.ofCopy(copy).stage(Optional.empty(), out -> workbook.write(edit, out));
    try {
      WorkbookProof.check(staged.beside(), from);
      return staged;
    } catch (IOException e) {
      staged.close();
      throw e;
    }
  }

  private void change(
      Change change,
      SeenSheets sheets,
      TableHeadings headings,
      WorkbookEdit edit,
      List<Amended.Cell> cells,
      List<String> stays)
      throws IOException, FillException {
    if (!change.cell().isEmpty()) {
      Optional<CellAt> address = CellAt.parse(change.cell());
      if (address.isPresent()) {
        String sheet = sheets.first(change.sheet());
        put(change, sheets.see(sheet), address.get(), headings, edit, cells, stays);
      } else {
        NamedRange named = named(change, sheets);
        CellAt at = new CellAt(named.range().firstRow(), named.range().firstColumn());
        put(change, sheets.see(named.sheet()), at, headings, edit, cells, stays);
      }
      return;
    }
    if (!change.column().isEmpty()) {
      SeenSheet sheet = sheets.see(sheets.first(change.sheet()));
      List<CellAt> found = FoundCells.byRow(sheet, change.column(), change.condition());
      if (found.isEmpty()) {
        throw new FillException("sheet " + sheet.name() + ": no row where " + change.condition());
      }
      for (CellAt at : found) {
        put(change, sheet, at, headings, edit, cells, stays);
      }
      return;
    }
    for (String name : sheets.of(change.sheet())) {
      SeenSheet sheet = sheets.see(name);
      for (CellAt at : FoundCells.byValue(sheet, change.condition())) {
        put(change, sheet, at, headings, edit, cells, stays);
      }
    }
  }

  private static NamedRange named(Change change, SeenSheets sheets)
      throws IOException, FillException {
    List<NamedRange> names = sheets.workbook.names();
    return names.stream()
        .filter(name -> !name.table() && name.name().equalsIgnoreCase(change.cell()))
        .filter(name -> change.sheet().isEmpty() || name.sheet().equalsIgnoreCase(change.sheet()))
        .findFirst()
        .orElseThrow(
            () ->
                new FillException(
                    change.cell()
                        + " is neither a cell such as C4 nor a name of the workbook"
                        + Nearest.hint(
                            change.cell(), names.stream().map(NamedRange::name).toList())));
  }

  private void put(
      Change change,
      SeenSheet sheet,
      CellAt at,
      TableHeadings headings,
      WorkbookEdit edit,
      List<Amended.Cell> cells,
      List<String> stays)
      throws IOException, FillException {
    SeenCell cell = sheet.cell(at);
    String place = sheet.name() + "!" + at;
    String before = CellValue.text(cell);
    if (change.old().isPresent() && !change.old().get().equals(before)) {
      throw new FillException(
          place
              + " holds "
              + (before.isEmpty() ? "nothing" : before)
              + ", not "
              + change.old().get()
              + "; the file isn't changed");
    }
    if (CellValue.isSame(cell, change.value())) {
      return;
    }
    if (CellValue.text(change.value()).length() > SheetLimits.CHARACTERS) {
      throw new FillException(
          place
              + ": a text of more than "
              + SheetLimits.CHARACTERS
              + " characters, which no cell holds");
    }
    if (change.value() instanceof CellContent.Amount amount
        && amount.value().stripTrailingZeros().precision() > MOST_DIGITS) {
      throw new FillException(
          place
              + ": "
              + amount.value().toPlainString()
              + " has more than the "
              + MOST_DIGITS
              + " digits that a workbook keeps of a number; in quotes it is a text");
    }
    Optional<CellAt> merged = sheet.mergedInto(at);
    if (merged.isPresent()) {
      stays.add(place + ": merged into " + merged.get());
    } else if (cell.isComputed() && !formulas) {
      stays.add(place + ": a formula, =" + before + " (--formulas would change it)");
    } else if (sheet.isProtected() && cell.locked() && !locked) {
      stays.add(place + ": locked, in a protected sheet (--locked would change it)");
    } else if (edit.cells(sheet.name()).containsKey(at)) {
      throw new FillException(place + " is changed twice");
    } else {
      headings.change(sheet, at, change.value());
      edit.put(sheet.name(), at, change.value());
      cells.add(
          new Amended.Cell(
              sheet.name(),
              at.toString(),
              CellValue.kind(cell),
              CellValue.whole(cell),
              CellValue.kind(change.value()),
              CellValue.text(change.value()),
              change.because()));
    }
  }
}
