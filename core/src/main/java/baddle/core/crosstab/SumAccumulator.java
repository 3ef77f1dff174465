package baddle.core.crosstab;

import baddle.core.crosstab.spec.Aggregates;
import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Sums or averages numbers, exactly: a sum is a {@code long} until it would overflow, then what it
 * was is put by in 128 bits.
 */
final class SumAccumulator implements Accumulator {

  /** Values of so many bits can be added many times without leaving a {@code long}. */
  private static final int SAFE_WIDTH = 40;

  private static final long SAFE_SUM = 1L << 61;

  private final int places;
  private final boolean average;
  private long[] sums = new long[64];
  private final CountAccumulator rows;
  private final boolean countsRows;
  private long[] blanks = new long[0];
  private @Nullable WideSum[] putBy = new WideSum[0];

  /** No sum is further from zero than this. */
  private long greatest;

  /**
   * An empty one.
   *
   * @param rows counts the rows it is given
   * @param countsRows whether it has to tell that of them
   */
  SumAccumulator(int places, boolean average, CountAccumulator rows, boolean countsRows) {
    this.places = places;
    this.average = average;
    this.rows = rows;
    this.countsRows = countsRows;
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
    if (countsRows) {
      rows.add(null, null, from, to, cells, cellCount);
    }
    LongVector vector = (LongVector) Objects.requireNonNull(argument);
    if (vector.blanks() == null) {
      addAll(vector.values(), 0, from, to, cells);
    } else {
      addAll(filled(vector, from, to, cells), from, from, to, cells);
    }
  }

  /** The values of a range, zero where there is none; blanks are counted. */
  private long[] filled(LongVector vector, int from, int to, int[] cells) {
    if (blanks.length < sums.length) {
      blanks = Arrays.copyOf(blanks, sums.length);
    }
    long[] filled = Arrays.copyOfRange(vector.values(), from, to);
    for (int row = from; row < to; row++) {
      if (vector.isBlank(row)) {
        blanks[cells[row]]++;
        filled[row - from] = 0;
      }
    }
    return filled;
  }

  /** Adds without looking as long as no sum can overflow, which is known only after the fact. */
  private void addAll(long[] values, int first, int from, int to, int[] cells) {
    if (greatest <= SAFE_SUM) {
      long[] into = sums;
      long bits = 0;
      for (int row = from; row < to; row++) {
        long value = values[row - first];
        into[cells[row]] += value;
        bits |= value ^ (value >> 63);
      }
      int width = Long.SIZE - Long.numberOfLeadingZeros(bits);
      if (width <= SAFE_WIDTH) {
        greatest += (long) (to - from) << width;
        return;
      }
      greatest = Long.MAX_VALUE;
      for (int row = from; row < to; row++) {
        into[cells[row]] -= values[row - first];
      }
    }
    for (int row = from; row < to; row++) {
      add(cells[row], values[row - first]);
    }
  }

  private void add(int cell, long value) {
    long before = sums[cell];
    long after = before + value;
    if (((before ^ after) & (value ^ after)) < 0) {
      wide(cell).add(before);
      after = value;
    }
    sums[cell] = after;
  }

  private WideSum wide(int cell) {
    if (cell >= putBy.length) {
      putBy = Arrays.copyOf(putBy, sums.length);
    }
    WideSum wide = putBy[cell];
    if (wide == null) {
      wide = new WideSum();
      putBy[cell] = wide;
    }
    return wide;
  }

  private void grow(int cellCount) {
    if (cellCount > sums.length) {
      sums = Arrays.copyOf(sums, Math.max(cellCount, sums.length * 2));
    }
  }

  @Override
  public boolean isAdditive() {
    return true;
  }

  @Override
  public void write(int cells, KeptNumbers out) {
    if (countsRows) {
      rows.write(cells, out);
    }
    for (int cell = 1; cell < cells; cell++) {
      WideSum sum = new WideSum();
      sum.add(cell < sums.length ? sums[cell] : 0);
      WideSum wide = cell < putBy.length ? putBy[cell] : null;
      if (wide != null) {
        sum.add(wide);
      }
      out.write(sum.low());
      out.write(sum.high());
      out.write(cell < blanks.length ? blanks[cell] : 0);
    }
  }

  @Override
  public void add(KeptNumbers in, int[] cells, int cellCount) {
    grow(cellCount);
    if (countsRows) {
      rows.add(in, cells, cellCount);
    }
    if (blanks.length < sums.length) {
      blanks = Arrays.copyOf(blanks, sums.length);
    }
    greatest = Long.MAX_VALUE;
    for (int cell = 1; cell < cells.length; cell++) {
      long low = in.read();
      long high = in.read();
      if (high == low >> 63) {
        add(cells[cell], low);
      } else {
        wide(cells[cell]).add(new WideSum(high, low));
      }
      blanks[cells[cell]] += in.read();
    }
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    grow(target.length);
    SumAccumulator rolled = new SumAccumulator(places, average, rows, false);
    rolled.grow(targets);
    long[] filled = rows.rolled(target, targets);
    for (int cell = 1; cell < target.length; cell++) {
      rolled.add(target[cell], sums[cell]);
      WideSum wide = cell < putBy.length ? putBy[cell] : null;
      if (wide != null) {
        rolled.wide(target[cell]).add(wide);
      }
      if (cell < blanks.length) {
        filled[target[cell]] -= blanks[cell];
      }
    }
    return cell -> rolled.value(cell, filled[cell]);
  }

  private Optional<BigDecimal> value(int cell, long filled) {
    if (filled == 0) {
      return Optional.empty();
    }
    WideSum wide = cell < putBy.length ? putBy[cell] : null;
    BigDecimal sum = BigDecimal.valueOf(sums[cell], places);
    if (wide != null) {
      sum = sum.add(wide.value(places));
    }
    return Optional.of(
        average ? Aggregates.quotient(sum, BigDecimal.valueOf(filled), places) : sum);
  }
}
