package baddle.core.crosstab;

import baddle.core.table.Block;
import baddle.core.table.Vector;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalInt;

/** Counts rows, or the filled values of a column. */
final class CountAccumulator implements Accumulator {

  private final OptionalInt column;
  private long[] counts = new long[64];

  CountAccumulator(OptionalInt column) {
    this.column = column;
  }

  @Override
  public void add(Block block, int from, int to, int[] cells, int cellCount) {
    grow(cellCount);
    if (column.isEmpty()) {
      for (int row = from; row < to; row++) {
        counts[cells[row]]++;
      }
      return;
    }
    Vector vector = block.vector(column.getAsInt());
    for (int row = from; row < to; row++) {
      counts[cells[row]] += vector.isBlank(row) ? 0 : 1;
    }
  }

  @Override
  public void merge(int into, int cell, int cellCount) {
    grow(cellCount);
    counts[into] += counts[cell];
  }

  private void grow(int cellCount) {
    if (cellCount > counts.length) {
      counts = Arrays.copyOf(counts, Math.max(cellCount, counts.length * 2));
    }
  }

  @Override
  public Optional<BigDecimal> value(int cell) {
    return Optional.of(BigDecimal.valueOf(counts[cell]));
  }
}
