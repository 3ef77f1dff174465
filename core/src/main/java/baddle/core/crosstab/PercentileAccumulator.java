package baddle.core.crosstab;

import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Keeps all values, to find the one below which a share of them lies. Between two values it is
 * interpolated, as ISO/IEC 9075-2 says of {@code PERCENTILE_CONT}; the median is that of one half.
 */
final class PercentileAccumulator implements Accumulator {

  private static final int STRETCH = 1 << 16;

  private final int places;
  private final BigDecimal fraction;
  private final List<int[]> cellsOfValues = new ArrayList<>();
  private final List<long[]> values = new ArrayList<>();
  private int size;

  PercentileAccumulator(int places, BigDecimal fraction) {
    this.places = places;
    this.fraction = fraction;
  }

  @Override
  public void add(
      @Nullable Vector argument,
      @Nullable Vector by,
      int from,
      int to,
      int[] cells,
      int cellCount) {
    LongVector vector = (LongVector) Objects.requireNonNull(argument);
    long[] all = vector.values();
    boolean noBlanks = vector.blanks() == null;
    int row = from;
    while (row < to) {
      int at = size & (STRETCH - 1);
      if (at == 0) {
        cellsOfValues.add(new int[STRETCH]);
        values.add(new long[STRETCH]);
      }
      int[] intoCells = cellsOfValues.get(cellsOfValues.size() - 1);
      long[] intoValues = values.get(values.size() - 1);
      int begun = at;
      for (; row < to && at < STRETCH; row++) {
        if (cells[row] != CellTable.DISCARD && (noBlanks || !vector.isBlank(row))) {
          intoCells[at] = cells[row];
          intoValues[at++] = all[row];
        }
      }
      size += at - begun;
      if (at == begun && begun == 0) {
        cellsOfValues.remove(cellsOfValues.size() - 1);
        values.remove(values.size() - 1);
      }
    }
    if (size > Aggregates.MOST_VALUES) {
      throw Aggregates.tooMany("a median or percentile");
    }
  }

  /** How many values of a stretch there are. */
  private int sizeOf(int stretch) {
    return stretch < values.size() - 1 ? STRETCH : size - stretch * STRETCH;
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    int[] ends = new int[targets + 1];
    for (int stretch = 0; stretch < values.size(); stretch++) {
      int[] cells = cellsOfValues.get(stretch);
      int end = sizeOf(stretch);
      for (int i = 0; i < end; i++) {
        ends[target[cells[i]] + 1]++;
      }
    }
    for (int i = 1; i <= targets; i++) {
      ends[i] += ends[i - 1];
    }
    long[] sorted = byTarget(target, ends);
    BigDecimal[] found = new BigDecimal[targets];
    for (int i = 0; i < targets; i++) {
      if (ends[i] < ends[i + 1]) {
        found[i] = percentile(sorted, ends[i], ends[i + 1]);
      }
    }
    return cell -> Optional.ofNullable(found[cell]);
  }

  /** The values one target after the other. */
  private long[] byTarget(int[] target, int[] ends) {
    int[] next = Arrays.copyOf(ends, ends.length - 1);
    long[] sorted = new long[size];
    boolean one = IntStream.range(0, next.length).anyMatch(i -> ends[i + 1] - ends[i] == size);
    for (int stretch = 0; stretch < values.size(); stretch++) {
      int[] cells = cellsOfValues.get(stretch);
      long[] own = values.get(stretch);
      int end = sizeOf(stretch);
      if (one) {
        System.arraycopy(own, 0, sorted, stretch * STRETCH, end);
        continue;
      }
      for (int i = 0; i < end; i++) {
        sorted[next[target[cells[i]]]++] = own[i];
      }
    }
    return sorted;
  }

  /** The percentile of some values, whose order may change. */
  private BigDecimal percentile(long[] values, int from, int to) {
    BigDecimal position = fraction.multiply(BigDecimal.valueOf(to - from - 1L));
    int below = position.intValue();
    select(values, from, to, from + below);
    BigDecimal low = BigDecimal.valueOf(values[from + below], places);
    if (below == to - from - 1) {
      return low;
    }
    long next = Long.MAX_VALUE;
    for (int i = from + below + 1; i < to; i++) {
      next = Math.min(next, values[i]);
    }
    BigDecimal high = BigDecimal.valueOf(next, places);
    BigDecimal part = position.subtract(BigDecimal.valueOf(below));
    return Aggregates.trimmed(
        low.add(high.subtract(low).multiply(part))
            .setScale(Aggregates.morePlaces(places), RoundingMode.HALF_UP),
        places);
  }

  /**
   * Puts the value in its place that would stand there if all were sorted, with none greater before
   * it and none less behind it (C. A. R. Hoare, Algorithm 65: Find).
   */
  private static void select(long[] values, int from, int to, int place) {
    int low = from;
    int high = to - 1;
    while (low < high) {
      long middle = median(values[low], values[(low + high) >>> 1], values[high]);
      int left = low;
      int right = high;
      while (left <= right) {
        while (values[left] < middle) {
          left++;
        }
        while (values[right] > middle) {
          right--;
        }
        if (left <= right) {
          long swapped = values[left];
          values[left++] = values[right];
          values[right--] = swapped;
        }
      }
      high = right < place ? high : right;
      low = left > place ? low : left;
      if (right < place && place < left) {
        return;
      }
    }
  }

  private static long median(long one, long two, long three) {
    return Math.max(Math.min(one, two), Math.min(Math.max(one, two), three));
  }
}
