package baddle.app.draft.found;

import baddle.core.profile.TableProfile;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * A column of a table that every row computes from others.
 *
 * @param result its heading
 * @param kind how
 * @param operands the others' headings
 * @param rows how many rows show it
 */
public record Relation(String result, Kind kind, List<String> operands, int rows) {

  /** How a column is computed. */
  public enum Kind {
    /** One times the other, rounded to the places of the result. */
    PRODUCT,
    /** All added up. */
    SUM,
    /** One less the other. */
    DIFFERENCE;

    private BigDecimal compute(List<BigDecimal> values, int places) {
      BigDecimal computed = values.get(0);
      for (BigDecimal value : values.subList(1, values.size())) {
        computed =
            switch (this) {
              case PRODUCT -> computed.multiply(value);
              case SUM -> computed.add(value);
              case DIFFERENCE -> computed.subtract(value);
            };
      }
      return this == PRODUCT ? computed.setScale(places, RoundingMode.HALF_UP) : computed;
    }

    /** Not where a factor is 1 or a summand 0, for then any copy of the other would agree. */
    private boolean saysSomething(List<BigDecimal> values) {
      BigDecimal nothing = this == PRODUCT ? BigDecimal.ONE : BigDecimal.ZERO;
      return values.size() > 2
          ? values.stream().filter(one -> one.signum() != 0).count() > 1
          : values.stream().allMatch(one -> one.signum() != 0 && one.compareTo(nothing) != 0);
    }
  }

  /** Fewer rows can agree by chance. */
  private static final int LEAST_ROWS = 5;

  /** The same for sums of more than two, for which that takes more of a chance. */
  private static final int LEAST_ROWS_OF_MANY = 2;

  private static final int MOST_COLUMNS = 40;

  /** Copies the list. */
  public Relation {
    operands = List.copyOf(operands);
  }

  /**
   * The relations of some rows.
   *
   * @param columns columns of numbers
   * @param rows the numbers of each row, by heading
   */
  static List<Relation> of(List<TableProfile.Column> columns, List<Map<String, BigDecimal>> rows) {
    List<Relation> found = new ArrayList<>();
    if (columns.size() > MOST_COLUMNS || rows.size() < LEAST_ROWS_OF_MANY) {
      return found;
    }
    for (int result = 0; result < columns.size(); result++) {
      of(result, columns, rows).ifPresent(found::add);
    }
    return found;
  }

  private static Optional<Relation> of(
      int result, List<TableProfile.Column> columns, List<Map<String, BigDecimal>> rows) {
    for (int one = 0; one < columns.size(); one++) {
      for (int other = 0; other < columns.size(); other++) {
        if (one != result && other != result && one != other) {
          for (Kind kind : Kind.values()) {
            boolean counted = kind == Kind.DIFFERENCE || one < other;
            List<String> operands =
                List.of(columns.get(one).heading(), columns.get(other).heading());
            Optional<Relation> found =
                counted
                    ? of(columns.get(result).heading(), kind, operands, rows)
                    : Optional.empty();
            if (found.isPresent()) {
              return found;
            }
          }
        }
      }
    }
    return ofNeighbours(result, columns, rows);
  }

  /** The sum of all the columns that are before it without a gap. */
  private static Optional<Relation> ofNeighbours(
      int result, List<TableProfile.Column> columns, List<Map<String, BigDecimal>> rows) {
    int first = result;
    while (first > 0 && columns.get(first - 1).column() == columns.get(first).column() - 1) {
      first--;
    }
    for (int from = first; from < result - 2; from++) {
      List<String> operands =
          columns.subList(from, result).stream().map(TableProfile.Column::heading).toList();
      Optional<Relation> found = of(columns.get(result).heading(), Kind.SUM, operands, rows);
      if (found.isPresent()) {
        return found;
      }
    }
    return Optional.empty();
  }

  /** A relation that enough rows show and none contradicts. */
  private static Optional<Relation> of(
      String result, Kind kind, List<String> operands, List<Map<String, BigDecimal>> rows) {
    int shown = 0;
    for (Map<String, BigDecimal> row : rows) {
      if (row.containsKey(result) && row.keySet().containsAll(operands)) {
        BigDecimal stated = row.getOrDefault(result, BigDecimal.ZERO);
        List<BigDecimal> values =
            operands.stream().map(one -> row.getOrDefault(one, BigDecimal.ZERO)).toList();
        if (kind.compute(values, Math.max(0, stated.scale())).compareTo(stated) != 0) {
          return Optional.empty();
        }
        shown += kind.saysSomething(values) ? 1 : 0;
      }
    }
    return shown < (operands.size() > 2 ? LEAST_ROWS_OF_MANY : LEAST_ROWS)
        ? Optional.empty()
        : Optional.of(new Relation(result, kind, operands, shown));
  }

  /**
   * As an expression.
   *
   * @param name the column of a heading
   */
  public String words(UnaryOperator<String> name) {
    String sign = kind == Kind.PRODUCT ? " * " : kind == Kind.SUM ? " + " : " - ";
    return String.join(sign, operands.stream().map(name).toList());
  }
}
