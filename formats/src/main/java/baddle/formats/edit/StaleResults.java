package baddle.formats.edit;

import baddle.core.grid.CellRange;
import baddle.core.grid.NamedRange;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The formulas whose stored results changes make stale, and the results of those that are plain
 * arithmetic. A formula that may depend on anything is stale whatever changes.
 */
final class StaleResults {

  /** Functions that name cells by what is computed, or give something else each time. */
  private static final Set<String> OF_ANYTHING =
      Set.of(
          "INDIRECT",
          "OFFSET",
          "NOW",
          "TODAY",
          "RAND",
          "RANDBETWEEN",
          "CELL",
          "INFO",
          "SHEETS",
          "SHEET",
          "RANDARRAY");

  /** A formula and what it depends on. */
  private record Formula(
      String sheet, CellAt at, String text, List<Cells> cells, boolean ofAnything) {}

  /** Cells of a sheet. */
  record Cells(String sheet, CellRange range) {}

  private final Map<String, List<Cells>> names = new HashMap<>();
  private final List<Formula> formulas = new ArrayList<>();
  private final ChangedCells changed;
  private final Map<String, Map<CellAt, Formula>> stale = new LinkedHashMap<>();

  /**
   * Of a workbook.
   *
   * @param named what names and tables stand for
   * @param changed the cells that change; takes the stale ones
   */
  StaleResults(List<NamedRange> named, ChangedCells changed) {
    for (NamedRange name : named) {
      CellRange range = name.table() ? withTotals(name.range()) : name.range();
      names
          .computeIfAbsent(name.name().toLowerCase(Locale.ROOT), n -> new ArrayList<>())
          .add(new Cells(name.sheet(), range));
    }
    this.changed = changed;
  }

  /** The row below a table may hold its totals. */
  private static CellRange withTotals(CellRange range) {
    return new CellRange(
        range.firstRow(), range.lastRow() + 1, range.firstColumn(), range.endColumn());
  }

  private static String key(String sheet) {
    return sheet.toLowerCase(Locale.ROOT);
  }

  /** Adds the formulas of a sheet. */
  void add(String sheet, Map<CellAt, String> texts) {
    texts.forEach((at, text) -> formulas.add(formula(sheet, at, text)));
  }

  private Formula formula(String sheet, CellAt at, String text) {
    List<Cells> cells = new ArrayList<>();
    boolean ofAnything = text.isEmpty();
    boolean afterNext = false;
    for (FormulaPiece piece : FormulaText.of(text).pieces()) {
      String of = piece.sheetName().isEmpty() ? sheet : piece.sheetName();
      boolean outside = of.startsWith("[");
      boolean afterName = afterNext;
      afterNext = false;
      switch (piece.kind()) {
        case CELLS -> {
          if (of.contains(":")) {
            ofAnything = true;
          } else if (!outside) {
            piece.range().ifPresent(range -> cells.add(new Cells(of, range)));
          }
        }
        case FUNCTION -> ofAnything |= OF_ANYTHING.contains(piece.text().toUpperCase(Locale.ROOT));
        case NAME -> {
          List<Cells> named = names.get(piece.text().toLowerCase(Locale.ROOT));
          boolean ofTable = afterName && piece.text().startsWith("[");
          if (named != null) {
            cells.addAll(named);
          } else {
            ofAnything |= !outside && !ofTable;
          }
          afterNext = named != null;
        }
        case OTHER -> {}
      }
    }
    return new Formula(sheet, at, text, List.copyOf(cells), ofAnything);
  }

  /** Finds those that are stale, and marks their cells as changed. */
  void find() {
    if (changed.isEmpty()) {
      return;
    }
    List<Formula> left = new ArrayList<>(formulas);
    boolean more = true;
    while (more) {
      int before = left.size();
      left.removeIf(this::isStale);
      more = left.size() < before;
      Collections.reverse(left);
    }
  }

  private boolean isStale(Formula formula) {
    boolean own = changed.has(formula.sheet(), formula.at());
    boolean depends =
        formula.ofAnything()
            || formula.cells().stream()
                .anyMatch(cells -> changed.anyIn(cells.sheet(), cells.range()));
    if (depends && !own) {
      stale.computeIfAbsent(key(formula.sheet()), s -> new HashMap<>()).put(formula.at(), formula);
      changed.add(formula.sheet(), formula.at());
    }
    return depends || own;
  }

  /** The cells of a sheet that are stale. */
  Set<CellAt> of(String sheet) {
    return Collections.unmodifiableSet(stale.getOrDefault(key(sheet), Map.of()).keySet());
  }

  /** The cells that plain arithmetic needs, by sheet. */
  Map<String, List<CellRange>> needed() {
    Map<String, List<CellRange>> needed = new HashMap<>();
    Set<Cells> known = new HashSet<>();
    stale
        .values()
        .forEach(
            of ->
                of.values().stream()
                    .filter(formula -> FormulaArithmetic.isPlain(formula.text()))
                    .flatMap(formula -> formula.cells().stream())
                    .filter(known::add)
                    .forEach(
                        cells ->
                            needed
                                .computeIfAbsent(cells.sheet(), s -> new ArrayList<>())
                                .add(cells.range())));
    return needed;
  }

  /** The text of a stale formula; empty for all other cells. */
  Optional<String> text(String sheet, CellAt at) {
    Formula formula = stale.getOrDefault(key(sheet), Map.of()).get(at);
    return formula == null ? Optional.empty() : Optional.of(formula.text());
  }

  /** The results that can be computed exactly; empty for the others. */
  Map<CellAt, Optional<BigDecimal>> results(String sheet, FormulaArithmetic arithmetic) {
    Map<CellAt, Optional<BigDecimal>> results = new HashMap<>();
    stale
        .getOrDefault(key(sheet), Map.of())
        .forEach((at, formula) -> results.put(at, arithmetic.result(sheet, at)));
    return results;
  }
}
