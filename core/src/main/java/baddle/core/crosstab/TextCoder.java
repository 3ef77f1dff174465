package baddle.core.crosstab;

import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.NaturalOrder;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** Items that are texts: each block's dictionary is mapped to one of all blocks, text by text. */
final class TextCoder implements ItemCoder {

  private final Dictionary items = new Dictionary();
  private @Nullable Vector mapped;
  private int[] itemOf = {};

  @Override
  public void code(Vector vector, int from, int to, int[] codes) {
    TextVector texts = (TextVector) vector;
    Dictionary dictionary = texts.dictionary();
    if (mapped != vector) {
      itemOf = new int[dictionary.size() + 1];
      mapped = vector;
    }
    int[] source = texts.codes();
    int[] known = itemOf;
    for (int row = from; row < to; row++) {
      int code = source[row];
      int item = known[code];
      codes[row - from] = item == 0 && code != Dictionary.BLANK ? find(dictionary, code) : item;
    }
  }

  private int find(Dictionary dictionary, int code) {
    int item = items.code(dictionary.pool(), dictionary.end(code - 1), dictionary.end(code));
    itemOf[code] = item;
    return item;
  }

  @Override
  public int size() {
    return items.size() + 1;
  }

  @Override
  public String label(int code) {
    return items.text(code);
  }

  @Override
  public int compare(int one, int other) {
    return NaturalOrder.INSTANCE.compare(items.text(one), items.text(other));
  }

  @Override
  public OptionalLong number(int code) {
    return OptionalLong.empty();
  }

  @Override
  public int codeOf(long number) {
    throw new IllegalStateException("texts have no numbers");
  }

  @Override
  public int codeOf(String label) {
    return items.code(label);
  }
}
