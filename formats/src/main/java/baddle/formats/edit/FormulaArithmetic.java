package baddle.formats.edit;

import baddle.core.grid.CellRange;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Results of formulas that are sums, differences, products and ratios of cells, computed exactly; a
 * ratio has 17 digits. Whatever else a formula has, or a cell that is neither a number nor blank,
 * and there is no result.
 */
final class FormulaArithmetic {

  /** Deeper chains of formulas have no result. */
  private static final int MOST_DEPTH = 400;

  /** Where values come from. */
  interface Values {

    /** A formula whose stored result is stale; empty for all other cells. */
    Optional<String> stale(String sheet, CellAt at);

    /** What a cell holds. */
    Value value(String sheet, CellAt at);

    /** The cells of a range that hold something, in any order. */
    List<CellAt> filled(String sheet, CellRange range);
  }

  /**
   * What a cell holds.
   *
   * @param number the number; empty for none
   * @param blank whether it holds nothing
   * @param text whether it is a text, which sums leave out
   */
  record Value(Optional<BigDecimal> number, boolean blank, boolean text) {

    static final Value BLANK = new Value(Optional.empty(), true, false);
    static final Value TEXT = new Value(Optional.empty(), false, true);
    static final Value NEITHER = new Value(Optional.empty(), false, false);

    static Value of(BigDecimal number) {
      return new Value(Optional.of(number), false, false);
    }
  }

  private record Key(String sheet, CellAt at) {}

  private final Values values;
  private final Map<Key, Optional<BigDecimal>> known = new HashMap<>();
  private final Set<Key> open = new HashSet<>();

  FormulaArithmetic(Values values) {
    this.values = values;
  }

  /** Whether a formula has nothing but what is computed here. */
  static boolean isPlain(String formula) {
    for (FormulaPiece piece : FormulaText.of(formula).pieces()) {
      boolean plain =
          switch (piece.kind()) {
            case CELLS -> !piece.sheet().contains("[") && !piece.sheetName().contains(":");
            case FUNCTION -> piece.text().equalsIgnoreCase("SUM");
            case NAME -> false;
            case OTHER -> piece.text().matches("[-+*/(), ]|[0-9.]+(?:[eE][-+]?[0-9]+)?");
          };
      if (!plain) {
        return false;
      }
    }
    return true;
  }

  /** The result of a stale formula; empty where there is none. */
  Optional<BigDecimal> result(String sheet, CellAt at) {
    Key key = new Key(sheet.toLowerCase(Locale.ROOT), at);
    Optional<BigDecimal> result = known.get(key);
    if (result == null) {
      if (open.size() >= MOST_DEPTH || !open.add(key)) {
        return Optional.empty();
      }
      try {
        String formula = values.stale(sheet, at).orElse("");
        result =
            formula.isEmpty() || !isPlain(formula)
                ? Optional.empty()
                : Optional.of(new FormulaReading(this, sheet, formula).all());
      } catch (NoResultException e) {
        result = Optional.empty();
      } finally {
        open.remove(key);
      }
      known.put(key, result);
    }
    return result;
  }

  List<CellAt> filled(String sheet, CellRange range) {
    return values.filled(sheet, range);
  }

  Value value(String sheet, CellAt at) throws NoResultException {
    if (values.stale(sheet, at).isPresent()) {
      return Value.of(result(sheet, at).orElseThrow(NoResultException::new));
    }
    return values.value(sheet, at);
  }
}
