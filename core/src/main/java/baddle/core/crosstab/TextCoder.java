package baddle.core.crosstab;

import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.NaturalOrder;
import java.util.Arrays;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** Items that are texts: each block's dictionary is mapped to one of all blocks, text by text. */
final class TextCoder implements ItemCoder {

  private static final int UNKNOWN = Integer.MIN_VALUE;

  private final Dictionary items = new Dictionary();
  private @Nullable Vector shifted;
  private int shiftedBy;
  private int[] shiftedOf = {};

  @Override
  public void addCodes(Vector vector, int from, int to, int shift, int[] keys) {
    TextVector texts = (TextVector) vector;
    Dictionary dictionary = texts.dictionary();
    if (shifted != vector || shiftedBy != shift) {
      shiftedOf = new int[dictionary.size() + 1];
      Arrays.fill(shiftedOf, UNKNOWN);
      shiftedOf[Dictionary.BLANK] = BLANK;
      shifted = vector;
      shiftedBy = shift;
    }
    int[] source = texts.codes();
    int[] known = shiftedOf;
    int all = 0;
    for (int row = from; row < to; row++) {
      int key = known[source[row]];
      keys[row - from] += key;
      all |= key;
    }
    if (all < 0) {
      findUnknown(texts, from, to, shift, keys);
    }
  }

  /** Puts in the codes of texts that are seen for the first time in this block. */
  private void findUnknown(TextVector texts, int from, int to, int shift, int[] keys) {
    Dictionary dictionary = texts.dictionary();
    boolean[] wasUnknown = new boolean[to - from];
    for (int row = from; row < to; row++) {
      wasUnknown[row - from] = shiftedOf[texts.codes()[row]] == UNKNOWN;
    }
    for (int row = from; row < to; row++) {
      int code = texts.codes()[row];
      if (wasUnknown[row - from]) {
        if (shiftedOf[code] == UNKNOWN) {
          int item = items.code(dictionary.pool(), dictionary.end(code - 1), dictionary.end(code));
          shiftedOf[code] = item << shift;
        }
        keys[row - from] += shiftedOf[code] - UNKNOWN;
      }
    }
  }

  @Override
  public boolean isOfText() {
    return true;
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
