package baddle.formats.edit;

import baddle.core.grid.CellRange;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
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

  private static final MathContext RATIO = new MathContext(17);

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

  /** There is no result. */
  private static final class None extends Exception {
    private static final long serialVersionUID = 1;

    None() {
      super("", null, false, false);
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
    for (FormulaText.Piece piece : FormulaText.of(formula).pieces()) {
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
                : Optional.of(new Reading(sheet, formula).all());
      } catch (None e) {
        result = Optional.empty();
      } finally {
        open.remove(key);
      }
      known.put(key, result);
    }
    return result;
  }

  private Value value(String sheet, CellAt at) throws None {
    if (values.stale(sheet, at).isPresent()) {
      return Value.of(result(sheet, at).orElseThrow(None::new));
    }
    return values.value(sheet, at);
  }

  /** Goes over a formula once. */
  private final class Reading {
    private final String sheet;
    private final List<FormulaText.Piece> pieces = new ArrayList<>();
    private int at;

    Reading(String sheet, String formula) {
      this.sheet = sheet;
      FormulaText.of(formula).pieces().stream()
          .filter(piece -> !piece.text().isBlank())
          .forEach(pieces::add);
    }

    BigDecimal all() throws None {
      BigDecimal result = sum();
      if (at < pieces.size()) {
        throw new None();
      }
      return result.precision() > 17 ? result.round(RATIO) : result;
    }

    private boolean take(String operator) {
      boolean there = at < pieces.size() && pieces.get(at).text().equals(operator);
      at += there ? 1 : 0;
      return there;
    }

    private BigDecimal sum() throws None {
      BigDecimal left = product();
      while (true) {
        if (take("+")) {
          left = left.add(product());
        } else if (take("-")) {
          left = left.subtract(product());
        } else {
          return left;
        }
      }
    }

    private BigDecimal product() throws None {
      BigDecimal left = signed();
      while (true) {
        if (take("*")) {
          left = left.multiply(signed());
        } else if (take("/")) {
          BigDecimal by = signed();
          if (by.signum() == 0) {
            throw new None();
          }
          left = left.divide(by, RATIO);
        } else {
          return left;
        }
      }
    }

    private BigDecimal signed() throws None {
      if (take("-")) {
        return signed().negate();
      }
      return take("+") ? signed() : one();
    }

    private BigDecimal one() throws None {
      if (take("(")) {
        BigDecimal inner = sum();
        closed();
        return inner;
      }
      if (at >= pieces.size()) {
        throw new None();
      }
      FormulaText.Piece piece = pieces.get(at++);
      return switch (piece.kind()) {
        case FUNCTION -> ofSum();
        case CELLS -> cell(piece);
        case OTHER -> number(piece.text());
        case NAME -> throw new None();
      };
    }

    private BigDecimal number(String text) throws None {
      if (!text.matches("[0-9.]+(?:[eE][-+]?[0-9]+)?")) {
        throw new None();
      }
      return new BigDecimal(text);
    }

    private void closed() throws None {
      if (!take(")")) {
        throw new None();
      }
    }

    private BigDecimal ofSum() throws None {
      if (!take("(")) {
        throw new None();
      }
      BigDecimal total = BigDecimal.ZERO;
      do {
        boolean cells =
            at < pieces.size() && pieces.get(at).kind() == FormulaText.Kind.CELLS && endsAfterOne();
        total = total.add(cells ? range(pieces.get(at++)) : sum());
      } while (take(","));
      closed();
      return total;
    }

    private boolean endsAfterOne() {
      String next = at + 1 < pieces.size() ? pieces.get(at + 1).text() : "";
      return next.equals(",") || next.equals(")");
    }

    private BigDecimal range(FormulaText.Piece piece) throws None {
      String of = piece.sheetName().isEmpty() ? sheet : piece.sheetName();
      BigDecimal total = BigDecimal.ZERO;
      for (CellAt cell : values.filled(of, piece.range().orElseThrow(None::new))) {
        Value value = value(of, cell);
        if (value.number().isPresent()) {
          total = total.add(value.number().get());
        } else if (!value.blank() && !value.text()) {
          throw new None();
        }
      }
      return total;
    }

    private BigDecimal cell(FormulaText.Piece piece) throws None {
      CellAt cell = CellAt.parse(piece.text()).orElseThrow(None::new);
      Value value = value(piece.sheetName().isEmpty() ? sheet : piece.sheetName(), cell);
      if (value.blank()) {
        return BigDecimal.ZERO;
      }
      return value.number().orElseThrow(None::new);
    }
  }
}
