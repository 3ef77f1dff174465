package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.value.ColumnType;
import java.util.Arrays;

/** A number with more or fewer decimal places, or without its sign. */
final class Rescale extends NumberNode {

  /** What happens to digits that go. */
  enum Rounding {
    /** Half away from zero. */
    HALF_UP,
    /** Down, also below zero. */
    FLOOR,
    /** Up, also below zero. */
    CEILING
  }

  private static final long LIMIT = LongArithmetic.power(LongArithmetic.MOST_DIGITS);
  private final NumberNode part;
  private final Rounding rounding;
  private final int morePlaces;
  private final boolean limited;

  /**
   * A rescaling.
   *
   * @param morePlaces places to add; negative for those to take off
   * @param limited whether more than 18 digits fail, because the value is to be kept
   */
  Rescale(ColumnType type, NumberNode part, int morePlaces, Rounding rounding, boolean limited) {
    super(type);
    this.part = part;
    this.rounding = rounding;
    this.morePlaces = morePlaces;
    this.limited = limited;
  }

  @Override
  Node[] parts() {
    return new Node[] {part};
  }

  @Override
  void compute(Block block, int from, int rows) {
    statesOf(part, rows);
    if (morePlaces > 0) {
      long power = LongArithmetic.power(morePlaces);
      long most = Long.MAX_VALUE / power;
      for (int i = 0; i < rows; i++) {
        long value = part.values[i];
        values[i] = value * power;
        failIf(value > most || value < -most, i);
      }
    } else if (morePlaces == 0) {
      System.arraycopy(part.values, 0, values, 0, rows);
    } else {
      shorten(rows, LongArithmetic.power(-morePlaces));
    }
    if (limited) {
      for (int i = 0; i < rows; i++) {
        failIf(values[i] >= LIMIT || values[i] <= -LIMIT, i);
      }
    }
  }

  private void failIf(boolean tooLarge, int row) {
    if (tooLarge && state(row) == VALUE) {
      spell();
      setState(row, Failure.TOO_LARGE.state());
    }
  }

  /** Writes out states that were left out because all rows had a value. */
  private void spell() {
    if (plain) {
      Arrays.fill(states, VALUE);
    }
  }

  private void shorten(int rows, long power) {
    for (int i = 0; i < rows; i++) {
      long value = part.values[i];
      values[i] =
          switch (rounding) {
            case HALF_UP -> LongArithmetic.divideRounded(value, power);
            case FLOOR -> Math.floorDiv(value, power);
            case CEILING -> -Math.floorDiv(-value, power);
          };
    }
  }
}
