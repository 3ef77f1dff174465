package baddle.core.crosstab.spec;

import baddle.core.expression.Aggregate;
import baddle.core.expression.AggregateCall;
import baddle.core.table.Origin;
import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Locale;

/** What the aggregates take and give. */
public final class Aggregates {

  /** The column that tells the first and last rows where nothing else is stated. */
  public static final String PERIOD = Origin.SOURCE_PERIOD.name();

  /** The most values that an aggregate keeps which needs them all. */
  public static final int MOST_VALUES = 16_000_000;

  private static final int MORE_PLACES = 6;

  private Aggregates() {}

  /** That an aggregate would have to keep too many values. */
  public static SpecException tooMany(String what) {
    return new SpecException(
        String.format(
            Locale.ROOT, "%s of more than %,d values; narrow it with where:", what, MOST_VALUES));
  }

  /** Whether an aggregate goes by the source's period. */
  public static boolean needsPeriod(AggregateCall call) {
    boolean byPeriod = call.function() == Aggregate.FIRST || call.function() == Aggregate.LATEST;
    return byPeriod && call.by().isEmpty();
  }

  /** Places that a quotient of values has at most. */
  public static int morePlaces(int places) {
    return Math.min(ColumnType.MOST_PLACES, places + MORE_PLACES);
  }

  /** A quotient rounded half up, with no more zeros at its end than the values have places. */
  public static BigDecimal quotient(BigDecimal value, BigDecimal divisor, int places) {
    return trimmed(value.divide(divisor, morePlaces(places), RoundingMode.HALF_UP), places);
  }

  /** A number without zeros at its end beyond some places. */
  public static BigDecimal trimmed(BigDecimal number, int places) {
    BigDecimal stripped = number.stripTrailingZeros();
    return stripped.scale() < places ? stripped.setScale(places) : stripped;
  }

  /**
   * The type of an aggregate's values.
   *
   * @param of the type of what it is of
   * @throws SpecException if it can't be of such
   */
  public static ColumnType type(AggregateCall call, ColumnType of) {
    return switch (call.function()) {
      case COUNT -> ColumnType.of(ColumnType.Kind.INTEGER);
      case MIN, MAX -> {
        if (of.kind() == ColumnType.Kind.TEXT) {
          throw new SpecException(call + " is of text; it takes numbers or dates");
        }
        yield of;
      }
      case SUM, FIRST, LATEST, LAST -> number(call, of);
      case AVG, MEDIAN, PERCENTILE_CONT, STDDEV_POP, STDDEV_SAMP ->
          ColumnType.decimal(morePlaces(number(call, of).places()));
    };
  }

  private static ColumnType number(AggregateCall call, ColumnType of) {
    if (!of.isNumber()) {
      throw new SpecException(call + " is of " + of + ", not of a number");
    }
    return of;
  }

  /** How many places are shown where nothing else is stated. */
  public static int shownPlaces(AggregateCall call, ColumnType of) {
    return switch (call.function()) {
      case COUNT -> 0;
      case SUM, FIRST, LATEST, LAST, MIN, MAX -> of.places();
      case AVG, MEDIAN, PERCENTILE_CONT, STDDEV_POP, STDDEV_SAMP -> Math.max(2, of.places());
    };
  }
}
