package baddle.core.crosstab;

import baddle.core.table.LongVector;
import baddle.core.table.Vector;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.OptionalLong;
import java.util.function.LongFunction;
import java.util.function.LongUnaryOperator;

/** Items that are whole numbers, or that follow from one, such as the month from the day. */
final class NumberCoder implements ItemCoder {

  /** So many values around the first one have their code in an array. */
  private static final int NEAR = 1 << 15;

  private final LongUnaryOperator itemOfValue;
  private final LongFunction<String> labelOfItem;
  private final Long2IntOpenHashMap codeOfValue = new Long2IntOpenHashMap();
  private final Long2IntOpenHashMap codeOfItem = new Long2IntOpenHashMap();
  private int[] near = {};
  private long nearFrom;
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
    beginNear(values, from, to);
    if (isWide || numbers.blanks() != null || !addNear(values, from, to, shift, keys)) {
      for (int row = from; row < to; row++) {
        int code = numbers.isBlank(row) ? BLANK : find(values[row]);
        keys[row - from] += code << shift;
      }
    }
  }

  /** Adds codes that are known already; false, with nothing added, where one isn't. */
  private boolean addNear(long[] values, int from, int to, int shift, int[] keys) {
    int[] known = near;
    long base = nearFrom;
    long outside = 0;
    int missing = 0;
    for (int row = from; row < to; row++) {
      long offset = values[row] - base;
      int code = known[(int) offset & (NEAR - 1)];
      outside |= offset & -NEAR;
      missing |= code - 1;
      keys[row - from] += code << shift;
    }
    if (outside == 0 && missing >= 0) {
      return true;
    }
    isWide |= outside != 0;
    for (int row = from; row < to; row++) {
      keys[row - from] -= known[(int) (values[row] - base) & (NEAR - 1)] << shift;
    }
    return false;
  }

  /** Makes the array around the first value there is. */
  private void beginNear(long[] values, int from, int to) {
    if (near.length == 0 && to > from) {
      near = new int[NEAR];
      nearFrom = values[from] - NEAR / 2;
    }
  }

  private int find(long value) {
    long offset = value - nearFrom;
    if (offset >= 0 && offset < NEAR && near[(int) offset] != 0) {
      return near[(int) offset];
    }
    int code = codeOfValue(value);
    if (offset >= 0 && offset < NEAR) {
      near[(int) offset] = code;
    }
    return code;
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
