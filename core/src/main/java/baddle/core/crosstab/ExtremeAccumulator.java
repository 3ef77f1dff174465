package baddle.core.crosstab;

import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Keeps the least or the greatest value. */
final class ExtremeAccumulator implements Accumulator, Accumulator.Values {

  private final int places;
  private final boolean greatest;
  private long[] extremes = new long[0];
  private boolean[] filled = new boolean[0];

  ExtremeAccumulator(int places, boolean greatest) {
    this.places = places;
    this.greatest = greatest;
  }

  private void grow(int cellCount) {
    if (cellCount > extremes.length) {
      int capacity = Math.max(cellCount, extremes.length * 2);
      extremes = Arrays.copyOf(extremes, capacity);
      filled = Arrays.copyOf(filled, capacity);
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
    long[] values = vector.values();
    for (int row = from; row < to; row++) {
      if (!vector.isBlank(row)) {
        add(cells[row], values[row]);
      }
    }
  }

  private void add(int cell, long value) {
    if (!filled[cell] || (greatest ? value > extremes[cell] : value < extremes[cell])) {
      filled[cell] = true;
      extremes[cell] = value;
    }
  }

  @Override
  public boolean isAdditive() {
    return true;
  }

  @Override
  public void write(int cells, KeptNumbers out) {
    grow(cells);
    for (int cell = 1; cell < cells; cell++) {
      out.write(filled[cell] ? 1 : 0);
      out.write(extremes[cell]);
    }
  }

  @Override
  public void add(KeptNumbers in, int[] cells, int cellCount) {
    grow(cellCount);
    for (int cell = 1; cell < cells.length; cell++) {
      boolean isFilled = in.read() != 0;
      long extreme = in.read();
      if (isFilled) {
        add(cells[cell], extreme);
      }
    }
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    grow(target.length);
    ExtremeAccumulator rolled = new ExtremeAccumulator(places, greatest);
    rolled.grow(targets);
    for (int cell = 1; cell < target.length; cell++) {
      if (filled[cell]) {
        rolled.add(target[cell], extremes[cell]);
      }
    }
    return rolled;
  }

  @Override
  public Optional<BigDecimal> value(int cell) {
    return filled[cell]
        ? Optional.of(BigDecimal.valueOf(extremes[cell], places))
        : Optional.empty();
  }
}
