package baddle.core.crosstab;

import baddle.core.crosstab.spec.Aggregates;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The standard deviation, from exact sums of the values and of their squares. */
final class DeviationAccumulator implements Accumulator, Accumulator.Values {

  private static final MathContext PRECISE = new MathContext(40, RoundingMode.HALF_UP);

  private final int places;
  private final boolean sample;
  private long[] counts = new long[0];
  private long[] low = new long[0];
  private long[] high = new long[0];
  private long[] squaresLow = new long[0];
  private long[] squaresHigh = new long[0];

  DeviationAccumulator(int places, boolean sample) {
    this.places = places;
    this.sample = sample;
  }

  private void grow(int cellCount) {
    if (cellCount > counts.length) {
      int capacity = Math.max(cellCount, counts.length * 2);
      counts = Arrays.copyOf(counts, capacity);
      low = Arrays.copyOf(low, capacity);
      high = Arrays.copyOf(high, capacity);
      squaresLow = Arrays.copyOf(squaresLow, capacity);
      squaresHigh = Arrays.copyOf(squaresHigh, capacity);
    }
  }

  @Override
  public void add(
      @Nullable Vector argument,
      @Nullable Vector by,
      int from,
      int to,
      int[] cells,
      int cellCount) {
    grow(cellCount);
    LongVector vector = (LongVector) Objects.requireNonNull(argument);
    for (int row = from; row < to; row++) {
      int cell = cells[row];
      if (cell != CellTable.DISCARD && !vector.isBlank(row)) {
        long value = vector.values()[row];
        counts[cell]++;
        add(low, high, cell, value, value >> 63);
        add(squaresLow, squaresHigh, cell, value * value, Math.multiplyHigh(value, value));
      }
    }
  }

  private static void add(long[] lows, long[] highs, int cell, long addLow, long addHigh) {
    long after = lows[cell] + addLow;
    int carry = Long.compareUnsigned(after, addLow) < 0 ? 1 : 0;
    lows[cell] = after;
    try {
      highs[cell] = Math.addExact(Math.addExact(highs[cell], addHigh), carry);
    } catch (ArithmeticException e) {
      throw new SpecException("the squares of a standard deviation are too large to be added");
    }
  }

  @Override
  public boolean isAdditive() {
    return true;
  }

  @Override
  public void write(int cells, KeptNumbers out) {
    for (long[] some : List.of(counts, low, high, squaresLow, squaresHigh)) {
      out.write(some, 1, cells);
    }
  }

  @Override
  public void add(KeptNumbers in, int[] cells, int cellCount) {
    grow(cellCount);
    int count = cells.length;
    long[][] read = new long[5][count];
    for (long[] some : read) {
      for (int cell = 1; cell < count; cell++) {
        some[cell] = in.read();
      }
    }
    for (int cell = 1; cell < count; cell++) {
      int into = cells[cell];
      if (into != CellTable.DISCARD) {
        counts[into] += read[0][cell];
        add(low, high, into, read[1][cell], read[2][cell]);
        add(squaresLow, squaresHigh, into, read[3][cell], read[4][cell]);
      }
    }
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    grow(target.length);
    DeviationAccumulator rolled = new DeviationAccumulator(places, sample);
    rolled.grow(targets);
    for (int cell = 1; cell < target.length; cell++) {
      int into = target[cell];
      rolled.counts[into] += counts[cell];
      add(rolled.low, rolled.high, into, low[cell], high[cell]);
      add(rolled.squaresLow, rolled.squaresHigh, into, squaresLow[cell], squaresHigh[cell]);
    }
    return rolled;
  }

  @Override
  public Optional<BigDecimal> value(int cell) {
    long divisor = sample ? counts[cell] - 1 : counts[cell];
    if (divisor <= 0) {
      return Optional.empty();
    }
    BigDecimal count = BigDecimal.valueOf(counts[cell]);
    BigDecimal sum = WideSum.value(high[cell], low[cell], places);
    BigDecimal squares = WideSum.value(squaresHigh[cell], squaresLow[cell], 2 * places);
    BigDecimal spread = squares.multiply(count).subtract(sum.multiply(sum));
    BigDecimal deviation =
        spread.divide(count.multiply(BigDecimal.valueOf(divisor)), PRECISE).sqrt(PRECISE);
    return Optional.of(
        Aggregates.trimmed(
            deviation.setScale(Aggregates.morePlaces(places), RoundingMode.HALF_UP), places));
  }
}
