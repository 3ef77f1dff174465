package baddle.core.crosstab;

import baddle.core.crosstab.spec.Aggregates;
import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
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
    Buckets buckets = Buckets.of(targets, size);
    for (int stretch = 0; stretch < values.size(); stretch++) {
      buckets.count(cellsOfValues.get(stretch), values.get(stretch), sizeOf(stretch), target);
    }
    BigDecimal[] positions = new BigDecimal[targets];
    for (int i = 0; i < targets; i++) {
      if (buckets.size(i) > 0) {
        positions[i] = fraction.multiply(BigDecimal.valueOf(buckets.size(i) - 1L));
        buckets.choose(i, positions[i].intValue());
      }
    }
    long[] near = new long[buckets.begin()];
    for (int stretch = 0; stretch < values.size(); stretch++) {
      buckets.collect(
          cellsOfValues.get(stretch), values.get(stretch), sizeOf(stretch), target, near);
    }
    BigDecimal[] found = new BigDecimal[targets];
    for (int i = 0; i < targets; i++) {
      if (buckets.size(i) > 0) {
        found[i] =
            percentile(near, buckets.from(i), buckets.to(i), buckets.before(i), positions[i]);
      }
    }
    return cell -> Optional.ofNullable(found[cell]);
  }

  /**
   * The percentile of some values.
   *
   * @param near those around it, whose order may change
   * @param before how many values are less than these
   * @param position that of the percentile among all in order, from 0
   */
  private BigDecimal percentile(long[] near, int from, int to, int before, BigDecimal position) {
    int place = from + position.intValue() - before;
    select(near, from, to, place);
    BigDecimal low = BigDecimal.valueOf(near[place], places);
    BigDecimal part = position.remainder(BigDecimal.ONE);
    if (part.signum() == 0) {
      return low;
    }
    long next = Long.MAX_VALUE;
    for (int i = place + 1; i < to; i++) {
      next = Math.min(next, near[i]);
    }
    BigDecimal high = BigDecimal.valueOf(next, places);
    return Aggregates.trimmed(
        low.add(high.subtract(low).multiply(part))
            .setScale(Aggregates.morePlaces(places), RoundingMode.HALF_UP),
        places);
  }

  /**
   * Puts the value in its place that would be there if all were sorted, with none greater before it
   * and none less behind it (C. A. R. Hoare, Algorithm 65: Find).
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
