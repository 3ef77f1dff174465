package baddle.app.fill;

import baddle.formats.edit.CellAt;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.SeenCell;
import baddle.formats.edit.SeenSheet;
import baddle.formats.edit.WorkbookEdit;
import baddle.plan.output.FillPlan;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Puts contents into cells of a sheet, where nothing speaks against it. */
final class CellPlacer {

  private final WorkbookEdit edit;
  private final FillPlan.Rules rules;
  private final WrittenCells written;
  private final String file;
  private final String name;
  private final SeenSheet sheet;
  private final Optional<SeenSheet> template;
  private final boolean fresh;
  private final List<FillResult.Kept> kept = new ArrayList<>();
  private int changed;
  private int unchanged;

  /**
   * Of a sheet.
   *
   * @param file the workbook as it is listed
   * @param name of the sheet
   * @param sheet as it is, or as its template is
   * @param template what it is a copy of
   * @param fresh whether it is copied now
   */
  CellPlacer(
      WorkbookEdit edit,
      FillPlan.Rules rules,
      WrittenCells written,
      String file,
      String name,
      SeenSheet sheet,
      Optional<SeenSheet> template,
      boolean fresh) {
    this.edit = edit;
    this.rules = rules;
    this.written = written;
    this.file = file;
    this.name = name;
    this.sheet = sheet;
    this.template = template;
    this.fresh = fresh;
  }

  /** Whether a cell holds a content from now on. */
  boolean put(CellAt at, CellContent content) {
    SeenCell cell = sheet.cell(at);
    if (!fresh && CellValue.isSame(cell, content)) {
      unchanged++;
      note(at, content);
      return true;
    }
    Optional<String> against = against(at, cell);
    if (against.isPresent()) {
      keep(at, cell, CellValue.text(content), against.get());
      return false;
    }
    note(at, content);
    if (fresh && CellValue.isSame(cell, content)) {
      unchanged++;
    } else {
      changed++;
      edit.put(name, at, content);
    }
    return true;
  }

  /** Takes out what an earlier fill wrote, where there is nothing to put any more. */
  void clear(CellAt at) {
    SeenCell cell = sheet.cell(at);
    Optional<String> ours = written.value(file, name, at.toString());
    if (!fresh && ours.isPresent() && !cell.isBlank()) {
      if (ours.get().equals(CellValue.text(cell)) && against(at, cell).isEmpty()) {
        changed++;
        edit.put(name, at, new CellContent.Blank());
        written.remove(file, name, at.toString());
      } else {
        keep(at, cell, "", "changed by hand");
      }
    }
  }

  /** Puts a content whatever is there, as a part of a table. */
  void putInTable(CellAt at, CellContent content) {
    if (CellValue.isSame(sheet.cell(at), content)) {
      unchanged++;
    } else {
      changed++;
      edit.put(name, at, content);
    }
  }

  private void keep(CellAt at, SeenCell cell, String wanted, String reason) {
    String holds = CellValue.text(cell);
    kept.add(
        new FillResult.Kept(
            at.toString(), cell.isComputed() ? "=" + holds : holds, wanted, reason));
  }

  private void note(CellAt at, CellContent content) {
    written.put(file, name, at.toString(), CellValue.text(content));
  }

  /** What speaks against changing a cell; nothing in most cases. */
  Optional<String> against(CellAt at, SeenCell cell) {
    Optional<CellAt> merged = sheet.mergedInto(at);
    if (merged.isPresent()) {
      return Optional.of("merged into " + merged.get());
    }
    if (sheet.isProtected() && cell.locked() && !rules.locked()) {
      return Optional.of("locked, in a protected sheet (locked: fill would fill it)");
    }
    if (cell.isComputed() && !rules.formulas()) {
      return Optional.of("a formula (formulas: replace would replace it)");
    }
    boolean whatever =
        rules.filled() == FillPlan.Filled.REPLACE || rules.filled() == FillPlan.Filled.STOP;
    if (fresh || cell.isBlank() || cell.isComputed() || whatever) {
      return Optional.empty();
    }
    if (rules.filled() == FillPlan.Filled.KEEP) {
      return Optional.of("filled already");
    }
    String now = CellValue.text(cell);
    boolean ours = written.value(file, name, at.toString()).filter(now::equals).isPresent();
    boolean asTemplate =
        template.isPresent() && CellValue.text(template.get().cell(at)).equals(now);
    return ours || asTemplate
        ? Optional.empty()
        : Optional.of(
            written.value(file, name, at.toString()).isPresent()
                ? "changed by hand"
                : "filled, and not by an earlier fill (filled: replace would replace it)");
  }

  List<FillResult.Kept> kept() {
    return kept;
  }

  int changed() {
    return changed;
  }

  int unchanged() {
    return unchanged;
  }
}
