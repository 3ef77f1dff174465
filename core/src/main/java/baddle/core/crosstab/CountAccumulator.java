package baddle.core.crosstab;

import baddle.core.table.Vector;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Counts rows, or filled values. */
final class CountAccumulator implements Accumulator {

  private long[] counts = new long[64];

  @Override
  public void add(
      @Nullable Vector argument,
      @Nullable Vector by,
      int from,
      int to,
      int[] cells,
      int cellCount) {
    grow(cellCount);
    long[] into = counts;
    if (argument == null) {
      for (int row = from; row < to; row++) {
        into[cells[row]]++;
      }
      return;
    }
    for (int row = from; row < to; row++) {
      into[cells[row]] += argument.isBlank(row) ? 0 : 1;
    }
  }

  private void grow(int cellCount) {
    if (cellCount > counts.length) {
      counts = Arrays.copyOf(counts, Math.max(cellCount, counts.length * 2));
    }
  }

  @Override
  public boolean isAdditive() {
    return true;
  }

  @Override
  public void write(int cells, KeptNumbers out) {
    out.write(counts, 1, cells);
  }

  @Override
  public void add(KeptNumbers in, int[] cells, int cellCount) {
    grow(cellCount);
    for (int cell = 1; cell < cells.length; cell++) {
      counts[cells[cell]] += in.read();
    }
  }

  /** The counts of cells that each are made of some of this one's. */
  long[] rolled(int[] target, int targets) {
    long[] totals = new long[targets];
    for (int cell = 1; cell < Math.min(target.length, counts.length); cell++) {
      totals[target[cell]] += counts[cell];
    }
    return totals;
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    return values(rolled(target, targets));
  }

  /** Counts as values; a count of nothing is 0. */
  static Values values(long[] counts) {
    return cell -> Optional.of(BigDecimal.valueOf(counts[cell]));
  }
}
