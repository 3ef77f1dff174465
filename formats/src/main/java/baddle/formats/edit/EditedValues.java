package baddle.formats.edit;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;

/** The values that formulas are computed of: what is put into cells, else what they held. */
final class EditedValues implements FormulaArithmetic.Values {

  private final StaleResults stale;
  private final WorkbookEdit edit;
  private final Map<String, SortedMap<CellAt, SeenCell>> cells = new HashMap<>();

  private EditedValues(StaleResults stale, WorkbookEdit edit) {
    this.stale = stale;
    this.edit = edit;
  }

  /** What computes the stale results of a workbook that are plain arithmetic. */
  static FormulaArithmetic arithmetic(OwnWorkbook workbook, StaleResults stale, WorkbookEdit edit)
      throws IOException {
    EditedValues values = new EditedValues(stale, edit);
    for (Map.Entry<String, List<CellRange>> needed : stale.needed().entrySet()) {
      String sheet = needed.getKey();
      String from = edit.original(sheet);
      if (workbook.sheets().stream().anyMatch(from::equalsIgnoreCase)) {
        Predicate<CellAt> wanted = at -> needed.getValue().stream().anyMatch(at::liesIn);
        values.cells.put(sheet.toLowerCase(Locale.ROOT), workbook.see(from, wanted).cells());
      }
    }
    return new FormulaArithmetic(values);
  }

  private SortedMap<CellAt, SeenCell> held(String sheet) {
    return cells.getOrDefault(sheet.toLowerCase(Locale.ROOT), new TreeMap<>());
  }

  @Override
  public Optional<String> stale(String sheet, CellAt at) {
    return stale.text(sheet, at);
  }

  @Override
  public FormulaArithmetic.Value value(String sheet, CellAt at) {
    CellContent content = edit.cells(sheet).get(at);
    if (content != null) {
      return value(content);
    }
    SeenCell seen = held(sheet).get(at);
    if (seen == null || seen.isBlank()) {
      return FormulaArithmetic.Value.BLANK;
    }
    if (seen.kind() == CellKind.NUMBER) {
      return FormulaArithmetic.Value.of(new BigDecimal(seen.text()));
    }
    return seen.kind() == CellKind.TEXT
        ? FormulaArithmetic.Value.TEXT
        : FormulaArithmetic.Value.NEITHER;
  }

  private static FormulaArithmetic.Value value(CellContent content) {
    if (content instanceof CellContent.Amount number) {
      return FormulaArithmetic.Value.of(number.value());
    }
    if (content instanceof CellContent.Blank) {
      return FormulaArithmetic.Value.BLANK;
    }
    return content instanceof CellContent.Text
        ? FormulaArithmetic.Value.TEXT
        : FormulaArithmetic.Value.NEITHER;
  }

  @Override
  public List<CellAt> filled(String sheet, CellRange range) {
    TreeMap<CellAt, Boolean> filled = new TreeMap<>();
    CellAt from = new CellAt(range.firstRow(), 0);
    int last = range.lastRow() == CellRange.OPEN ? CellRange.OPEN : range.lastRow() + 1;
    CellAt to = new CellAt(last, 0);
    for (CellAt at : held(sheet).subMap(from, to).keySet()) {
      if (at.liesIn(range)) {
        filled.put(at, true);
      }
    }
    for (CellAt at : edit.cells(sheet).subMap(from, to).keySet()) {
      if (at.liesIn(range)) {
        filled.put(at, true);
      }
    }
    return List.copyOf(filled.keySet());
  }
}
