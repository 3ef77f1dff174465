package baddle.core.table;

import java.util.Arrays;
import java.util.BitSet;

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

  /** The key of the last text; 0 where it isn't known. */
  private long lastKey;

  private int changes;
  private int blocksUntilLooking;

  /** The codes of which {@link #codesOf} found that something is so, of those asked already. */
  private final BitSet answered = new BitSet();

  private int asked;

  /** For shared texts by their number: the block they were last set in, and their code there. */
  private long[] shared = {};

  private char[] sharedPool = {};
  private int blockNumber = 1;

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
    set(row, text, start, end, looksUp() ? TextKey.of(text, start, end) : 0);
  }

  /** Whether {@link #key} and {@link #touch} are of use in this block. */
  public boolean looksUp() {
    return blocksUntilLooking == 0;
  }

  /** What a text is looked up by. */
  public long key(char[] text, int start, int end) {
    return TextKey.of(text, start, end);
  }

  /** What a text of ASCII is looked up by, none of whose bytes is 0. */
  public long key(byte[] text, int start, int end) {
    return TextKey.of(text, start, end);
  }

  /**
   * Touches the place where a key is looked for. Done for several rows before they are set, the
   * memory is fetched for all of them at once.
   *
   * @return a number without meaning, so that the access isn't optimised away
   */
  public int touch(long key) {
    return dictionary.touch(key);
  }

  /**
   * Sets a row's text.
   *
   * @param key the text's, of no matter unless this {@link #looksUp}
   */
  public void set(int row, char[] text, int start, int end, long key) {
    if (start == end) {
      codes[row] = Dictionary.BLANK;
      return;
    }
    if (!isLast(text, start, end, key)) {
      changes++;
      last =
          looksUp() ? dictionary.code(text, start, end, key) : dictionary.append(text, start, end);
      lastKey = key;
    }
    codes[row] = last;
  }

  /**
   * Sets a row's text to one of ASCII, given as bytes, none of which is 0.
   *
   * @param start the first byte, inclusive
   * @param end the end, exclusive; behind the start
   */
  public void set(int row, byte[] text, int start, int end) {
    set(row, text, start, end, looksUp() ? TextKey.of(text, start, end) : 0);
  }

  /**
   * The same, with the {@link #key} known.
   *
   * @param key the text's, of no matter unless this {@link #looksUp}
   */
  public void set(int row, byte[] text, int start, int end, long key) {
    boolean same =
        key > 0
            ? key == lastKey
            : last != Dictionary.BLANK && dictionary.isAt(last, text, start, end);
    if (!same) {
      changes++;
      last =
          looksUp() ? dictionary.code(text, start, end, key) : dictionary.append(text, start, end);
      lastKey = key;
    }
    codes[row] = last;
  }

  /** Whether a text is the one set before; one of a key of its own is known by that. */
  private boolean isLast(char[] text, int start, int end, long key) {
    return key > 0
        ? key == lastKey
        : last != Dictionary.BLANK && dictionary.isAt(last, text, start, end);
  }

  @Override
  public void repeat(int from, int to) {
    Arrays.fill(codes, from, to, codes[from - 1]);
  }

  /**
   * Sets a row's text to one that many cells of a file share; it is looked up once a block.
   *
   * @param pool where the file's shared texts are
   * @param id the text's number, from 1
   */
  public void setShared(int row, char[] pool, int start, int end, int id) {
    if (pool != sharedPool || id >= shared.length) {
      prepareShared(pool, id);
    }
    long known = shared[id];
    int code = (int) known;
    if ((int) (known >>> 32) != blockNumber) {
      code = looksUp() ? dictionary.code(pool, start, end) : dictionary.append(pool, start, end);
      shared[id] = (long) blockNumber << 32 | code;
    }
    changes += code == last ? 0 : 1;
    last = code;
    lastKey = 0;
    codes[row] = code;
  }

  private void prepareShared(char[] pool, int id) {
    if (pool != sharedPool) {
      sharedPool = pool;
      Arrays.fill(shared, 0);
    }
    if (id >= shared.length) {
      shared = Arrays.copyOf(shared, Math.max(id + 1, shared.length * 2));
    }
  }

  @Override
  public void blank(int row) {
    codes[row] = Dictionary.BLANK;
  }

  @Override
  public boolean isBlank(int row) {
    return codes[row] == Dictionary.BLANK;
  }

  @Override
  public void countBlanks(int first, int rows, int[] counts) {
    for (int i = 0; i < rows; i++) {
      counts[i] += codes[first + i] == Dictionary.BLANK ? 1 : 0;
    }
  }

  /** The code of a row's text in the block being built. */
  public int code(int row) {
    return codes[row];
  }

  /** Gives a row the text of a code that another row of this block has. */
  public void setCode(int row, int code) {
    codes[row] = code;
  }

  /** Asks of the characters of a text, which stay where they are. */
  @FunctionalInterface
  public interface Question {

    /**
     * Asks.
     *
     * @param start the first character, inclusive
     * @param end the end, exclusive
     */
    boolean of(char[] text, int start, int end);
  }

  /**
   * The codes of the texts of the block being built of which something is so. Each text is asked
   * once, in the order in which they lie in memory, so a builder always gets the same question.
   */
  public BitSet codesOf(Question question) {
    int last = dictionary.size();
    for (int code = asked + 1; code <= last; code++) {
      if (question.of(dictionary.pool(), dictionary.end(code - 1), dictionary.end(code))) {
        answered.set(code);
      }
    }
    asked = last;
    return answered;
  }

  /** The characters of a row's text. */
  public char[] characters(int row) {
    int code = codes[row];
    return code == Dictionary.BLANK
        ? new char[0]
        : Arrays.copyOfRange(dictionary.pool(), dictionary.end(code - 1), dictionary.end(code));
  }

  @Override
  void copy(int from, int to) {
    codes[to] = codes[from];
  }

  @Override
  Vector vector(int size) {
    return new TextVector(codes, size, dictionary);
  }

  @Override
  void clear() {
    asked = 0;
    answered.clear();
    boolean looked = blocksUntilLooking == 0;
    boolean mostAreNew = changes > 0 && dictionary.size() > changes * MOSTLY_NEW;
    blocksUntilLooking =
        looked && mostAreNew ? BLOCKS_NOT_LOOKING : Math.max(0, blocksUntilLooking - 1);
    changes = 0;
    blockNumber++;
    dictionary.clear();
    last = Dictionary.BLANK;
    lastKey = 0;
  }
}
