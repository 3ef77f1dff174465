package baddle.core.crosstab;

import baddle.core.table.Block;
import baddle.core.table.LongVector;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.function.LongFunction;
import java.util.function.LongUnaryOperator;

/** Items that are whole numbers, or that follow from one, such as the month from the day. */
final class NumberCoder implements ItemCoder {

  private final int column;
  private final LongUnaryOperator itemOfValue;
  private final LongFunction<String> labelOfItem;
  private final Long2IntOpenHashMap codeOfValue = new Long2IntOpenHashMap();
  private final Long2IntOpenHashMap codeOfItem = new Long2IntOpenHashMap();
  private final LongArrayList items = new LongArrayList(new long[] {0});

  /**
   * A coder.
   *
   * @param itemOfValue the number an item is known and ordered by
   * @param labelOfItem what it is called
   */
  NumberCoder(int column, LongUnaryOperator itemOfValue, LongFunction<String> labelOfItem) {
    this.column = column;
    this.itemOfValue = itemOfValue;
    this.labelOfItem = labelOfItem;
  }

  @Override
  public void code(Block block, int from, int to, int[] codes) {
    LongVector vector = block.numbers(column);
    long[] values = vector.values();
    boolean blanks = vector.blanks() != null;
    long last = 0;
    int lastCode = 0;
    for (int row = from; row < to; row++) {
      if (blanks && vector.isBlank(row)) {
        codes[row] = BLANK;
        continue;
      }
      if (lastCode == 0 || values[row] != last) {
        last = values[row];
        lastCode = codeOf(last);
      }
      codes[row] = lastCode;
    }
  }

  private int codeOf(long value) {
    int code = codeOfValue.get(value);
    if (code == 0) {
      long item = itemOfValue.applyAsLong(value);
      code = codeOfItem.get(item);
      if (code == 0) {
        code = items.size();
        items.add(item);
        codeOfItem.put(item, code);
      }
      codeOfValue.put(value, code);
    }
    return code;
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
