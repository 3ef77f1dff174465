package baddle.core.expression;

import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Arithmetic of dates with intervals, as ISO/IEC 9075-2 has it: a date plus or minus {@code
 * interval '3' month}, or a number of times that.
 */
final class Intervals {

  /** The name of a literal's call; its one argument is the number, its detail the unit. */
  static final String LITERAL = "interval";

  /** The units there are. */
  static final Set<String> UNITS = Set.of("day", "month", "year");

  private static final String DAYS = "days";
  private static final String MONTHS = "months";

  private static final BigDecimal MONTHS_OF_YEAR = BigDecimal.valueOf(12);

  private Intervals() {}

  /**
   * Which date, and how many days or months that are added to it, a sum or difference with an
   * interval means.
   *
   * @return empty where neither side is an interval
   */
  static Optional<Tree.Call> shift(Tree.Call call) {
    Tree left = call.arguments().get(0);
    Tree right = call.arguments().get(1);
    boolean minus = call.name().equals("-");
    Optional<Tree.Call> ofRight = product(right);
    if (ofRight.isPresent()) {
      return Optional.of(shift(left, ofRight.get(), minus, call.offset()));
    }
    return minus
        ? Optional.empty()
        : product(left).map(interval -> shift(right, interval, false, call.offset()));
  }

  /**
   * What adds the second of two numbers to the first as a {@link #shift} says.
   *
   * @param type of the first, date or timestamp
   */
  static Function adding(Tree.Call shift, ColumnType type) {
    boolean isDays = shift.name().equals(DAYS);
    return arguments -> {
      long from = Function.number(arguments[0]);
      long count = Function.number(arguments[1]);
      if (type.kind() == ColumnType.Kind.DATE) {
        return plus(from, count, isDays);
      }
      long day = Math.floorDiv(from, Conversions.MICROS_PER_DAY);
      return plus(day, count, isDays) * Conversions.MICROS_PER_DAY
          + Math.floorMod(from, Conversions.MICROS_PER_DAY);
    };
  }

  private static long plus(long day, long count, boolean isDays) throws Failure.Thrown {
    return isDays ? Dates.plusDays(day, count) : Dates.plusMonths(day, count);
  }

  /** An interval whose one argument is how many there are; empty for anything else. */
  private static Optional<Tree.Call> product(Tree tree) {
    if (!(tree instanceof Tree.Call call)) {
      return Optional.empty();
    }
    if (call.name().equals(LITERAL)) {
      return Optional.of(call);
    }
    if (!call.name().equals("*")) {
      return Optional.empty();
    }
    Tree left = call.arguments().get(0);
    Tree right = call.arguments().get(1);
    return product(right)
        .map(interval -> times(left, interval))
        .or(() -> product(left).map(interval -> times(right, interval)));
  }

  private static Tree.Call times(Tree times, Tree.Call interval) {
    List<Tree> factors = List.of(times, interval.arguments().get(0));
    Tree.Call count = new Tree.Call("*", factors, "", interval.offset());
    return new Tree.Call(LITERAL, List.of(count), interval.detail(), interval.offset());
  }

  private static Tree.Call shift(Tree date, Tree.Call interval, boolean minus, int offset) {
    Tree count = interval.arguments().get(0);
    boolean isDays = interval.detail().equals("day");
    int each = interval.detail().equals("year") ? MONTHS_OF_YEAR.intValueExact() : 1;
    Tree factor = new Tree.Amount(BigDecimal.valueOf(minus ? -each : each), offset);
    Tree number = new Tree.Call("*", List.of(count, factor), "", offset);
    return new Tree.Call(isDays ? DAYS : MONTHS, List.of(date, number), "", offset);
  }
}
