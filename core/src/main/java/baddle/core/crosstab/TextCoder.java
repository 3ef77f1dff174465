package baddle.core.crosstab;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import baddle.core.value.NaturalOrder;
import org.jspecify.annotations.Nullable;

/** Items that are texts: each block's dictionary is mapped to one of all blocks, text by text. */
final class TextCoder implements ItemCoder {

  private final int column;
  private final Dictionary items = new Dictionary();
  private @Nullable Block mapped;
  private int[] itemOf = {};

  TextCoder(int column) {
    this.column = column;
  }

  @Override
  public void code(Block block, int from, int to, int[] codes) {
    TextVector vector = block.text(column);
    Dictionary texts = vector.dictionary();
    if (mapped != block) {
      itemOf = new int[texts.size() + 1];
      mapped = block;
    }
    int[] source = vector.codes();
    for (int row = from; row < to; row++) {
      int code = source[row];
      int item = itemOf[code];
      if (item == 0 && code != Dictionary.BLANK) {
        item = items.code(texts.pool(), texts.end(code - 1), texts.end(code));
        itemOf[code] = item;
      }
      codes[row] = item;
    }
  }

  @Override
  public String label(int code) {
    return items.text(code);
  }

  @Override
  public int compare(int one, int other) {
    return NaturalOrder.INSTANCE.compare(items.text(one), items.text(other));
  }
}
