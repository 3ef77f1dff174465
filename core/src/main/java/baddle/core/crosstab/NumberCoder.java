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
  public void code(Vector vector, int from, int to, int[] codes) {
    LongVector numbers = (LongVector) vector;
    long[] values = numbers.values();
    boolean blanks = numbers.blanks() != null;
    if (near.length == 0 && to > from) {
      near = new int[NEAR];
      nearFrom = values[from] - NEAR / 2;
    }
    int[] known = near;
    long base = nearFrom;
    for (int row = from; row < to; row++) {
      long offset = values[row] - base;
      int code = offset >= 0 && offset < NEAR ? known[(int) offset] : 0;
      codes[row - from] = code == 0 ? find(values[row]) : code;
    }
    for (int row = from; blanks && row < to; row++) {
      if (vector.isBlank(row)) {
        codes[row - from] = BLANK;
      }
    }
  }

  private int find(long value) {
    int code = codeOfValue(value);
    long offset = value - nearFrom;
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
