package baddle.core.crosstab;

import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Optional;

/**
 * Sums or averages a column of numbers, exactly: sums are 128 bits wide, in two halves. An average
 * is the exact sum divided by the count, rounded half up to {@value #MORE_PLACES} places more than
 * the column has.
 */
final class SumAccumulator implements Accumulator {

  static final int MORE_PLACES = 6;

  private final int column;
  private final int places;
  private final boolean average;
  private long[] low = new long[64];
  private long[] high = new long[64];
  private long[] counts = new long[64];

  SumAccumulator(int column, int places, boolean average) {
    this.column = column;
    this.places = places;
    this.average = average;
  }

  @Override
  public void add(Block block, int from, int to, int[] cells, int cellCount) {
    grow(cellCount);
    LongVector vector = block.numbers(column);
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

  @Override
  public void merge(int into, int cell, int cellCount) {
    grow(cellCount);
    add(into, low[cell], high[cell]);
    counts[into] += counts[cell];
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
  public Optional<BigDecimal> value(int cell) {
    if (counts[cell] == 0) {
      return Optional.empty();
    }
    BigDecimal sum = WideSum.value(high[cell], low[cell], places);
    return Optional.of(average ? divide(sum, counts[cell]) : sum);
  }

  private BigDecimal divide(BigDecimal sum, long count) {
    BigDecimal quotient =
        sum.divide(BigDecimal.valueOf(count), places + MORE_PLACES, RoundingMode.HALF_UP)
            .stripTrailingZeros();
    return quotient.scale() < places ? quotient.setScale(places) : quotient;
  }
}
