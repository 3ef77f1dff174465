package baddle.core.crosstab;

import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Sums or averages numbers, exactly: sums are 128 bits wide, in two halves. */
final class SumAccumulator implements Accumulator, Accumulator.Values {

  private final int places;
  private final boolean average;
  private long[] low = new long[64];
  private long[] high = new long[64];
  private long[] counts = new long[64];

  SumAccumulator(int places, boolean average) {
    this.places = places;
    this.average = average;
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
    long[] values = vector.values();
    boolean blanks = vector.blanks() != null;
    for (int row = from; row < to; row++) {
      if (!blanks || !vector.isBlank(row)) {
        int cell = cells[row];
        add(cell, values[row], values[row] >> 63);
        counts[cell]++;
      }
    }
  }

  private void add(int cell, long addLow, long addHigh) {
    long before = low[cell];
    long after = before + addLow;
    low[cell] = after;
    high[cell] += addHigh + (Long.compareUnsigned(after, before) < 0 ? 1 : 0);
  }

  private void grow(int cellCount) {
    if (cellCount > counts.length) {
      int capacity = Math.max(cellCount, counts.length * 2);
      low = Arrays.copyOf(low, capacity);
      high = Arrays.copyOf(high, capacity);
      counts = Arrays.copyOf(counts, capacity);
    }
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    grow(target.length);
    SumAccumulator sums = new SumAccumulator(places, average);
    sums.grow(targets);
    for (int cell = 1; cell < target.length; cell++) {
      sums.add(target[cell], low[cell], high[cell]);
      sums.counts[target[cell]] += counts[cell];
    }
    return sums;
  }

  @Override
  public Optional<BigDecimal> value(int cell) {
    if (counts[cell] == 0) {
      return Optional.empty();
    }
    BigDecimal sum = WideSum.value(high[cell], low[cell], places);
    return Optional.of(
        average ? Aggregates.quotient(sum, BigDecimal.valueOf(counts[cell]), places) : sum);
  }
}
