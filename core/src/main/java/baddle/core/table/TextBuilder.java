package baddle.core.table;

/** Collects text. */
public final class TextBuilder extends ColumnBuilder {

  private final int[] codes;
  private final Dictionary dictionary = new Dictionary();
  private int last;

  TextBuilder(int capacity) {
    codes = new int[capacity];
  }

  /**
   * Sets a row's text.
   *
   * @param start the first character, inclusive
   * @param end the end, exclusive; an empty text is blank
   */
  public void set(int row, char[] text, int start, int end) {
    if (last == Dictionary.BLANK || !dictionary.isAt(last, text, start, end)) {
      last = dictionary.code(text, start, end);
    }
    codes[row] = last;
  }

  @Override
  public void blank(int row) {
    codes[row] = Dictionary.BLANK;
  }

  @Override
  Vector vector(int size) {
    return new TextVector(codes, size, dictionary);
  }

  @Override
  void clear() {
    dictionary.clear();
    last = Dictionary.BLANK;
  }
}
