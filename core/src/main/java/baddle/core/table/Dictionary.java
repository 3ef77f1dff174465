package baddle.core.table;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The texts of a column's block, numbered from 1; 0 stands for blank. The characters lie in one
 * pool and are found by their hash, so that a text already seen costs no object. Texts differ
 * unless some were {@link #append appended}. Not safe for use by several threads while it grows.
 */
public final class Dictionary {

  /** The code of a blank. */
  public static final int BLANK = 0;

  private static final int FIRST_TABLE = 64;

  private final TextPool pool;

  private final ShortTexts shorts = new ShortTexts();

  /**
   * Each slot holds a longer text's hash in its upper half and its code in the lower; 0 is free.
   */
  private long[] table;

  private int used;
  private @Nullable String[] texts;

  /** An empty dictionary. */
  public Dictionary() {
    this(new TextPool(), FIRST_TABLE);
  }

  private Dictionary(TextPool pool, int slots) {
    this.pool = pool;
    texts = new @Nullable String[0];
    table = new long[slots];
  }

  /**
   * A dictionary that doesn't grow; it can't be asked for the code of a text.
   *
   * @param pool the characters of all texts, one after the other
   * @param ends where the text of each code ends in the pool, exclusive, with 0 at index 0
   */
  public static Dictionary fixed(char[] pool, int[] ends) {
    return new Dictionary(new TextPool(pool, ends), 0);
  }

  /** How many characters all texts have. */
  public long characters() {
    return pool.end(pool.size());
  }

  /** How many texts there are; codes run from 1 to this, inclusive. */
  public int size() {
    return pool.size();
  }

  /**
   * The code of a text, which is added if it is new.
   *
   * @param text a buffer
   * @param start the first character, inclusive
   * @param end the end, exclusive; an empty text is blank
   */
  public int code(char[] text, int start, int end) {
    if (start == end) {
      return BLANK;
    }
    if (table.length == 0) {
      throw new IllegalStateException("a fixed dictionary takes no text");
    }
    return code(text, start, end, TextKey.of(text, start, end));
  }

  /** The code of a text, or {@link #BLANK} where it isn't there. */
  public int find(char[] text, int start, int end) {
    if (start == end || table.length == 0) {
      return BLANK;
    }
    long key = TextKey.of(text, start, end);
    return key > 0 ? shorts.find(key) : findLong(text, start, end, (int) key);
  }

  private int findLong(char[] text, int start, int end, int hash) {
    int mask = table.length - 1;
    int slot = hash & mask;
    for (long entry = table[slot]; entry != 0; entry = table[slot]) {
      if ((int) (entry >>> 32) == hash && isAt((int) entry, text, start, end)) {
        return (int) entry;
      }
      slot = (slot + 1) & mask;
    }
    return BLANK;
  }

  private int findLong(byte[] text, int start, int end, int hash) {
    int mask = table.length - 1;
    int slot = hash & mask;
    for (long entry = table[slot]; entry != 0; entry = table[slot]) {
      if ((int) (entry >>> 32) == hash && isAt((int) entry, text, start, end)) {
        return (int) entry;
      }
      slot = (slot + 1) & mask;
    }
    return BLANK;
  }

  /** The same as {@link #code}, with the {@link TextKey} known. */
  int code(char[] text, int start, int end, long key) {
    int code = key > 0 ? shorts.find(key) : findLong(text, start, end, (int) key);
    return code == BLANK ? known(append(text, start, end), key) : code;
  }

  /** The code of a text of ASCII, given as bytes, with its {@link TextKey} known. */
  int code(byte[] text, int start, int end, long key) {
    int code = key > 0 ? shorts.find(key) : findLong(text, start, end, (int) key);
    return code == BLANK ? known(append(text, start, end), key) : code;
  }

  /** Reads the place where a text would be found first, and returns a number without meaning. */
  int touch(long key) {
    return key > 0 ? shorts.touch(key) : (int) table[(int) key & (table.length - 1)];
  }

  /** The code of a text, which is added if it is new. */
  public int code(String text) {
    char[] characters = text.toCharArray();
    return code(characters, 0, characters.length);
  }

  /** Whether a code other than {@link #BLANK} stands for exactly these characters, at least one. */
  boolean isAt(int code, char[] text, int start, int end) {
    return pool.isAt(code, text, start, end);
  }

  /** Whether a code other than {@link #BLANK} stands for exactly this text of ASCII. */
  boolean isAt(int code, byte[] text, int start, int end) {
    return pool.isAt(code, text, start, end);
  }

  /** The text of a code from 1 to {@link #size()}. */
  public String text(int code) {
    if (code >= texts.length) {
      texts = Arrays.copyOf(texts, Math.max(pool.size() + 1, texts.length * 2));
    }
    String text = texts[code];
    if (text == null) {
      text = pool.text(code);
      texts[code] = text;
    }
    return text;
  }

  /** The characters of all texts one after the other; only up to {@code end(size())} are in use. */
  public char[] pool() {
    return pool.characters();
  }

  /** Whether all texts are ASCII, so that {@link #ascii} has them. */
  public boolean isAscii() {
    return pool.isAscii();
  }

  /** The same as {@link #pool}, as bytes, if all texts are ASCII. */
  public byte[] ascii() {
    return pool.bytes();
  }

  /** Where a code's characters end in the pool, exclusive; {@code end(0)} is 0. */
  public int end(int code) {
    return pool.end(code);
  }

  /** Forgets all texts and keeps the memory. */
  public void clear() {
    shorts.clear();
    if (used > 0) {
      Arrays.fill(table, 0);
      used = 0;
    }
    Arrays.fill(texts, null);
    pool.clear();
  }

  /**
   * Adds a text without looking whether it is there already, and returns its code. For columns
   * where nearly every text is new, looking costs more than it saves.
   */
  int append(char[] text, int start, int end) {
    return pool.add(text, start, end);
  }

  /** The same for a text of ASCII, given as bytes. */
  int append(byte[] text, int start, int end) {
    return pool.add(text, start, end);
  }

  /** Makes a text that was just added known by its key, and returns its code. */
  private int known(int code, long key) {
    if (key > 0) {
      shorts.put(key, code);
    } else {
      put((int) key, code);
    }
    return code;
  }

  private void put(int hash, int code) {
    int mask = table.length - 1;
    int slot = hash & mask;
    while (table[slot] != 0) {
      slot = (slot + 1) & mask;
    }
    table[slot] = (long) hash << 32 | code;
    if (++used * 4 > table.length * 3) {
      growTable();
    }
  }

  private void growTable() {
    long[] wider = new long[table.length * 2];
    int mask = wider.length - 1;
    for (long entry : table) {
      int slot = (int) (entry >>> 32) & mask;
      while (entry != 0 && wider[slot] != 0) {
        slot = (slot + 1) & mask;
      }
      if (entry != 0) {
        wider[slot] = entry;
      }
    }
    table = wider;
  }
}
