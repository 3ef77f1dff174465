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
  private static final long HASH = 0xFFFFFFFFL;

  /** Up to this length a plain loop compares faster than the JDK's routine. */
  private static final int SHORT = 16;

  private char[] pool;
  private int[] ends;

  private final ShortTexts shorts = new ShortTexts();

  /**
   * Each slot holds a longer text's hash in its upper half and its code in the lower; 0 is free.
   */
  private long[] table;

  private int used;
  private int size;
  private @Nullable String[] texts;

  /** An empty dictionary. */
  public Dictionary() {
    this(256, 16);
  }

  private Dictionary(int characters, int entries) {
    pool = new char[characters];
    ends = new int[entries + 1];
    texts = new @Nullable String[0];
    table = new long[FIRST_TABLE];
  }

  /**
   * A dictionary that doesn't grow; it can't be asked for the code of a text.
   *
   * @param pool the characters of all texts, one after the other
   * @param ends where the text of each code ends in the pool, exclusive, with 0 at index 0
   */
  public static Dictionary fixed(char[] pool, int[] ends) {
    Dictionary dictionary = new Dictionary(0, 0);
    dictionary.pool = pool;
    dictionary.ends = ends;
    dictionary.size = ends.length - 1;
    dictionary.table = new long[0];
    return dictionary;
  }

  /** How many texts there are; codes run from 1 to this, inclusive. */
  public int size() {
    return size;
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
    return code(text, start, end, key(text, start, end));
  }

  /** The code of a text, or {@link #BLANK} where it isn't there. */
  public int find(char[] text, int start, int end) {
    if (start == end || table.length == 0) {
      return BLANK;
    }
    long key = key(text, start, end);
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

  /** The same as {@link #code}, with the key known. */
  int code(char[] text, int start, int end, long key) {
    if (key > 0) {
      int code = shorts.find(key);
      if (code == BLANK) {
        code = append(text, start, end);
        shorts.put(key, code);
      }
      return code;
    }
    int code = findLong(text, start, end, (int) key);
    if (code == BLANK) {
      code = append(text, start, end);
      put((int) key, code);
    }
    return code;
  }

  /**
   * What {@link #code} finds a text by: greater than 0 and of this text alone, or negative and its
   * hash.
   */
  static long key(char[] text, int start, int end) {
    long number = ShortTexts.number(text, start, end);
    return number == ShortTexts.NONE
        ? Long.MIN_VALUE | (spread(polynomial(text, start, end)) & HASH)
        : number;
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
    int from = ends[code - 1];
    int length = end - start;
    if (ends[code] - from != length || pool[from + length - 1] != text[end - 1]) {
      return false;
    }
    if (length > SHORT) {
      return Arrays.equals(pool, from, from + length, text, start, end);
    }
    for (int i = length - 2; i >= 0; i--) {
      if (pool[from + i] != text[start + i]) {
        return false;
      }
    }
    return true;
  }

  /** The text of a code from 1 to {@link #size()}. */
  public String text(int code) {
    if (code >= texts.length) {
      texts = Arrays.copyOf(texts, ends.length);
    }
    String text = texts[code];
    if (text == null) {
      text = new String(pool, ends[code - 1], ends[code] - ends[code - 1]);
      texts[code] = text;
    }
    return text;
  }

  /** The characters of all texts one after the other; only up to {@code end(size())} are in use. */
  public char[] pool() {
    return pool;
  }

  /** Where a code's characters end in the pool, exclusive; {@code end(0)} is 0. */
  public int end(int code) {
    return ends[code];
  }

  /** Forgets all texts and keeps the memory. */
  public void clear() {
    shorts.clear();
    if (used > 0) {
      Arrays.fill(table, 0);
      used = 0;
    }
    Arrays.fill(texts, null);
    size = 0;
  }

  /**
   * Adds a text without looking whether it is there already, and returns its code. For columns
   * where nearly every text is new, looking costs more than it saves.
   */
  int append(char[] text, int start, int end) {
    int length = end - start;
    int from = ends[size];
    if (from + length > pool.length) {
      pool = Arrays.copyOf(pool, Math.max(pool.length * 2, from + length));
    }
    size++;
    if (size == ends.length) {
      ends = Arrays.copyOf(ends, size * 2);
    }
    System.arraycopy(text, start, pool, from, length);
    ends[size] = from + length;
    return size;
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

  /** The same polynomial as that of strings, four characters at a step. */
  private static int polynomial(char[] text, int start, int end) {
    int hash = 0;
    int i = start;
    for (; i + 3 < end; i += 4) {
      hash = hash * 923_521 + text[i] * 29_791 + text[i + 1] * 961 + text[i + 2] * 31 + text[i + 3];
    }
    for (; i < end; i++) {
      hash = 31 * hash + text[i];
    }
    return hash;
  }

  private static int spread(int polynomial) {
    int hash = polynomial * 0x9E3779B9;
    return hash ^ (hash >>> 15);
  }
}
