package baddle.core.crosstab;

import baddle.core.crosstab.spec.Aggregates;
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

  /** For so many values of a cell there is a bit. */
  private static final int FEW = 256;

  private static final int WORDS = FEW / Long.SIZE;

  /** For so many cells, that is two mebibytes of bits. */
  private static final int MOST_NOTED = 1 << 16;

  private final ItemCoder coder;
  private final LongOpenHashSet pairs = new LongOpenHashSet();
  private int[] codes = new int[0];

  /** Which of the first values were seen in the first cells, so that most aren't looked up. */
  private long[] seen = new long[0];

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
    int noted = Math.min(cellCount, MOST_NOTED);
    if (seen.length < noted * WORDS) {
      seen = Arrays.copyOf(seen, Math.max(noted * WORDS, seen.length * 2));
    }
    for (int row = from; row < to; row++) {
      int cell = cells[row];
      int code = codes[row - from];
      boolean counts = cell != CellTable.DISCARD && code != ItemCoder.BLANK;
      if (counts && (cell >= noted || code >= FEW || isNew(cell, code))) {
        pairs.add((long) cell << 32 | code);
      }
    }
    if (pairs.size() > Aggregates.MOST_VALUES) {
      throw Aggregates.tooMany("count(distinct ...)");
    }
  }

  private boolean isNew(int cell, int code) {
    int word = cell * WORDS + (code >> 6);
    long before = seen[word];
    seen[word] = before | 1L << code;
    return seen[word] != before;
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
