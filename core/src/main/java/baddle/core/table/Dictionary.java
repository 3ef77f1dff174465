package baddle.core.table;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The distinct texts of a column's block, numbered from 1 in order of first appearance; 0 stands for
 * blank. The characters lie in one pool and are found by their hash, so that a text already seen costs
 * no object. Not safe for use by several threads while it grows.
 */
public final class Dictionary {

  /** The code of a blank. */
  public static final int BLANK = 0;

  private static final int FIRST_TABLE = 64;

  private char[] pool;
  private int[] ends;
  private int[] hashes;
  private int[] table;
  private int size;
  private @Nullable String[] texts;

  /** An empty dictionary. */
  public Dictionary() {
    this(256, 16);
  }

  private Dictionary(int characters, int entries) {
    pool = new char[characters];
    ends = new int[entries + 1];
    hashes = new int[entries + 1];
    texts = new @Nullable String[entries + 1];
    table = new int[FIRST_TABLE];
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
    dictionary.texts = new @Nullable String[ends.length];
    dictionary.table = new int[0];
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
    int hash = hash(text, start, end);
    int mask = table.length - 1;
    int slot = hash & mask;
    for (int code = table[slot]; code != 0; code = table[slot]) {
      if (hashes[code] == hash && isAt(code, text, start, end)) {
        return code;
      }
      slot = (slot + 1) & mask;
    }
    return add(text, start, end, hash, slot);
  }

  /** The code of a text, which is added if it is new. */
  public int code(String text) {
    char[] characters = text.toCharArray();
    return code(characters, 0, characters.length);
  }

  /** Whether a code other than {@link #BLANK} stands for exactly these characters. */
  boolean isAt(int code, char[] text, int start, int end) {
    return Arrays.equals(pool, ends[code - 1], ends[code], text, start, end);
  }

  /** The text of a code from 1 to {@link #size()}. */
  public String text(int code) {
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
    Arrays.fill(table, 0);
    Arrays.fill(texts, 0, size + 1, null);
    size = 0;
  }

  private int add(char[] text, int start, int end, int hash, int slot) {
    int length = end - start;
    int from = ends[size];
    if (from + length > pool.length) {
      pool = Arrays.copyOf(pool, Math.max(pool.length * 2, from + length));
    }
    size++;
    if (size == ends.length) {
      ends = Arrays.copyOf(ends, size * 2);
      hashes = Arrays.copyOf(hashes, size * 2);
      texts = Arrays.copyOf(texts, size * 2);
    }
    System.arraycopy(text, start, pool, from, length);
    ends[size] = from + length;
    hashes[size] = hash;
    table[slot] = size;
    if (size * 2 > table.length) {
      growTable();
    }
    return size;
  }

  private void growTable() {
    int[] wider = new int[table.length * 2];
    int mask = wider.length - 1;
    for (int code = 1; code <= size; code++) {
      int slot = hashes[code] & mask;
      while (wider[slot] != 0) {
        slot = (slot + 1) & mask;
      }
      wider[slot] = code;
    }
    table = wider;
  }

  private static int hash(char[] text, int start, int end) {
    int hash = 0;
    for (int i = start; i < end; i++) {
      hash = 31 * hash + text[i];
    }
    hash *= 0x9E3779B9;
    return hash ^ (hash >>> 15);
  }
}
