package baddle.core.crosstab;

import baddle.core.table.Vector;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Counts different values. Values are numbered as they appear, so that a cell and a value are one
 * number; each of those is kept once.
 */
final class DistinctAccumulator implements Accumulator {

  private final ItemCoder coder;
  private final LongOpenHashSet pairs = new LongOpenHashSet();
  private int[] codes = new int[0];

  DistinctAccumulator(boolean texts) {
    coder = texts ? new TextCoder() : new NumberCoder(value -> value, String::valueOf);
  }

  @Override
  public void add(
      @Nullable Vector argument,
      @Nullable Vector by,
      int from,
      int to,
      int[] cells,
      int cellCount) {
    Vector vector = Objects.requireNonNull(argument);
    codes = codes.length < to - from ? new int[to - from] : codes;
    coder.code(vector, from, to, codes);
    long last = -1;
    for (int row = from; row < to; row++) {
      long pair = (long) cells[row] << 32 | codes[row - from];
      boolean counts = cells[row] != CellTable.DISCARD && codes[row - from] != ItemCoder.BLANK;
      if (counts && pair != last) {
        pairs.add(pair);
        last = pair;
      }
    }
    if (pairs.size() > Aggregates.MOST_VALUES) {
      throw Aggregates.tooMany("count(distinct ...)");
    }
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    long[] rolled = new long[pairs.size()];
    int size = 0;
    for (long pair : pairs) {
      int cell = (int) (pair >>> 32);
      rolled[size++] = (long) target[cell] << 32 | (pair & 0xffff_ffffL);
    }
    Arrays.sort(rolled);
    long[] counts = new long[targets];
    for (int i = 0; i < size; i++) {
      if (i == 0 || rolled[i] != rolled[i - 1]) {
        counts[(int) (rolled[i] >>> 32)]++;
      }
    }
    return CountAccumulator.values(counts);
  }
}
