package baddle.core.table;

/**
 * Collects text. A text equal to the one before is found at once. While most of the others in a
 * block turn out to be new, the next blocks don't look for equal ones; every few blocks one does,
 * to see whether that still holds.
 */
public final class TextBuilder extends ColumnBuilder {

  private static final double MOSTLY_NEW = 0.7;
  private static final int BLOCKS_NOT_LOOKING = 7;

  private final int[] codes;
  private final Dictionary dictionary = new Dictionary();
  private int last;
  private int changes;
  private int blocksUntilLooking;

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
    set(row, text, start, end, looksUp() ? Dictionary.hash(text, start, end) : 0);
  }

  /** Whether {@link #hash} and {@link #touch} are of use in this block. */
  public boolean looksUp() {
    return blocksUntilLooking == 0;
  }

  /** The hash of a text. */
  public int hash(char[] text, int start, int end) {
    return Dictionary.hash(text, start, end);
  }

  /**
   * Touches the place where a hash is looked for. Done for several rows before they are set, the
   * memory is fetched for all of them at once.
   *
   * @return a number without meaning, so that the access isn't optimised away
   */
  public int touch(int hash) {
    return dictionary.touch(hash);
  }

  /**
   * Sets a row's text.
   *
   * @param hash the text's, of no matter unless this {@link #looksUp}
   */
  public void set(int row, char[] text, int start, int end, int hash) {
    if (start == end) {
      codes[row] = Dictionary.BLANK;
      return;
    }
    if (last == Dictionary.BLANK || !dictionary.isAt(last, text, start, end)) {
      changes++;
      last =
          looksUp() ? dictionary.code(text, start, end, hash) : dictionary.append(text, start, end);
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
    boolean looked = blocksUntilLooking == 0;
    boolean mostAreNew = changes > 0 && dictionary.size() > changes * MOSTLY_NEW;
    blocksUntilLooking =
        looked && mostAreNew ? BLOCKS_NOT_LOOKING : Math.max(0, blocksUntilLooking - 1);
    changes = 0;
    dictionary.clear();
    last = Dictionary.BLANK;
  }
}
