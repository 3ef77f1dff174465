package baddle.core.crosstab;

import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.Arrays;
import java.util.OptionalLong;
import java.util.function.LongFunction;
import java.util.function.LongUnaryOperator;

/** Items that are whole numbers, or that follow from one, such as the month from the day. */
final class NumberCoder implements ItemCoder {

  /** So many values around the first one have their shifted code in an array, to begin with. */
  private static final int NEAR = 1 << 15;

  /** The array grows up to this length; values that lie farther apart are found by their hash. */
  private static final int MOST_NEAR = 1 << 21;

  private static final int UNKNOWN = Integer.MIN_VALUE;

  private final LongUnaryOperator itemOfValue;
  private final LongFunction<String> labelOfItem;
  private final Long2IntOpenHashMap codeOfValue = new Long2IntOpenHashMap();
  private final Long2IntOpenHashMap codeOfItem = new Long2IntOpenHashMap();
  private int[] near = {};
  private long nearFrom;
  private int nearShift;
  private boolean isWide;
  private final LongArrayList items = new LongArrayList(new long[] {0});

  /**
   * A coder.
   *
   * @param itemOfValue the number an item is known and ordered by
   * @param labelOfItem what it is called
   */
  NumberCoder(LongUnaryOperator itemOfValue, LongFunction<String> labelOfItem) {
    this.itemOfValue = itemOfValue;
    this.labelOfItem = labelOfItem;
  }

  @Override
  public void addCodes(Vector vector, int from, int to, int shift, int[] keys) {
    LongVector numbers = (LongVector) vector;
    long[] values = numbers.values();
    beginNear(values, from, to, shift);
    if (isWide || numbers.blanks() != null || !addNear(values, from, to, keys)) {
      for (int row = from; row < to; row++) {
        keys[row - from] += numbers.isBlank(row) ? BLANK << shift : find(values[row], shift);
      }
    }
  }

  /** Adds codes that are known already; false, with nothing added, where one isn't. */
  private boolean addNear(long[] values, int from, int to, int[] keys) {
    int[] known = near;
    long base = nearFrom;
    long reached = 0;
    int all = 0;
    for (int row = from; row < to; row++) {
      long offset = values[row] - base;
      int key = known[(int) offset & (known.length - 1)];
      keys[row - from] += key;
      reached |= offset;
      all |= key;
    }
    boolean outside = (reached & -(long) known.length) != 0;
    if (!outside && all >= 0) {
      return true;
    }
    for (int row = from; row < to; row++) {
      keys[row - from] -= known[(int) (values[row] - base) & (known.length - 1)];
    }
    if (outside) {
      widen(values, from, to);
    }
    return false;
  }

  /** Makes the array wide enough for some values, unless they lie too far apart. */
  private void widen(long[] values, int from, int to) {
    long least = nearFrom;
    long most = nearFrom + near.length - 1;
    for (int row = from; row < to; row++) {
      least = Math.min(least, values[row]);
      most = Math.max(most, values[row]);
    }
    long span = most - least;
    if (span < 0 || span >= MOST_NEAR) {
      isWide = true;
      return;
    }
    int length = (int) Long.highestOneBit(span) * 2;
    long start = least < nearFrom ? most - length + 1 : nearFrom;
    int[] wider = new int[length];
    Arrays.fill(wider, UNKNOWN);
    System.arraycopy(near, 0, wider, (int) (nearFrom - start), near.length);
    near = wider;
    nearFrom = start;
  }

  /** Makes the array around the first value there is, anew where codes are shifted otherwise. */
  private void beginNear(long[] values, int from, int to, int shift) {
    if (to > from && (near.length == 0 || shift != nearShift)) {
      nearFrom = near.length == 0 ? values[from] - NEAR / 2 : nearFrom;
      nearShift = shift;
      near = new int[Math.max(NEAR, near.length)];
      Arrays.fill(near, UNKNOWN);
    }
  }

  /** The shifted code of a value. */
  private int find(long value, int shift) {
    long offset = value - nearFrom;
    boolean isNear = offset >= 0 && offset < near.length;
    if (isNear && near[(int) offset] != UNKNOWN) {
      return near[(int) offset];
    }
    if (!isNear) {
      return codeOfValue(value) << shift;
    }
    int key = codeOf(itemOfValue.applyAsLong(value)) << shift;
    near[(int) offset] = key;
    return key;
  }

  @Override
  public int size() {
    return items.size();
  }

  private int codeOfValue(long value) {
    int code = codeOfValue.get(value);
    if (code == 0) {
      code = codeOf(itemOfValue.applyAsLong(value));
      codeOfValue.put(value, code);
    }
    return code;
  }

  @Override
  public int codeOf(long item) {
    int code = codeOfItem.get(item);
    if (code == 0) {
      code = items.size();
      items.add(item);
      codeOfItem.put(item, code);
    }
    return code;
  }

  @Override
  public int codeOf(String label) {
    for (int code = 1; code < items.size(); code++) {
      if (label(code).equals(label)) {
        return code;
      }
    }
    return BLANK;
  }

  @Override
  public OptionalLong number(int code) {
    return OptionalLong.of(items.getLong(code));
  }

  @Override
  public String label(int code) {
    return labelOfItem.apply(items.getLong(code));
  }

  @Override
  public int compare(int one, int other) {
    return Long.compare(items.getLong(one), items.getLong(other));
  }
}
