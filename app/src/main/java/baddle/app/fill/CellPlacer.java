package baddle.app.fill;

import baddle.core.grid.CellKind;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.SeenCell;
import baddle.formats.edit.SeenSheet;
import baddle.formats.edit.WorkbookEdit;
import baddle.plan.output.FillPlan;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
  private final List<FillResult.Cleared> cleared = new ArrayList<>();
  private final Map<CellAt, BigDecimal> numbers = new HashMap<>();
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

  /**
   * Takes a number out where there is nothing to put: one that an earlier fill wrote, or a sample
   * of the template's. One that somebody wrote stays and is named; so do formulas and texts, unless
   * a fill wrote them.
   *
   * @param item what the sheet calls it
   */
  void clear(CellAt at, String item) {
    SeenCell cell = sheet.cell(at);
    Optional<String> ours = fresh ? Optional.empty() : written.value(file, name, at.toString());
    boolean isNumber = cell.kind() == CellKind.NUMBER && !cell.isComputed();
    if (cell.isBlank() || (ours.isEmpty() && (!isNumber || number(cell).signum() == 0))) {
      return;
    }
    Optional<String> against = against(at, cell);
    if (against.isPresent()) {
      keep(at, cell, "", against.get());
      return;
    }
    changed++;
    edit.put(name, at, new CellContent.Blank());
    numbers.put(at, BigDecimal.ZERO);
    if (ours.isEmpty()) {
      cleared.add(new FillResult.Cleared(at.toString(), item, CellValue.text(cell)));
    }
    written.remove(file, name, at.toString());
  }

  /** Whether a formula computes a cell. */
  boolean isFormula(CellAt at) {
    return sheet.cell(at).isComputed();
  }

  /** The number that a cell holds from now on, of its own and not by a formula; otherwise 0. */
  BigDecimal number(CellAt at) {
    SeenCell cell = sheet.cell(at);
    boolean isNumber = cell.kind() == CellKind.NUMBER && !cell.isComputed();
    return numbers.getOrDefault(at, isNumber ? number(cell) : BigDecimal.ZERO);
  }

  private static BigDecimal number(SeenCell cell) {
    return new BigDecimal(cell.text());
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

  /** Counts cells that hold what they should already. */
  void same(int cells) {
    unchanged += cells;
  }

  /** Names a cell that stays. */
  void keep(CellAt at, String wanted, String reason) {
    keep(at, sheet.cell(at), wanted, reason);
  }

  private void keep(CellAt at, SeenCell cell, String wanted, String reason) {
    String holds = CellValue.text(cell);
    kept.add(
        new FillResult.Kept(
            at.toString(), cell.isComputed() ? "=" + holds : holds, wanted, reason));
  }

  private void note(CellAt at, CellContent content) {
    if (content instanceof CellContent.Amount amount) {
      numbers.put(at, amount.value());
    }
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

  List<FillResult.Cleared> cleared() {
    return cleared;
  }

  int changed() {
    return changed;
  }

  int unchanged() {
    return unchanged;
  }
}
