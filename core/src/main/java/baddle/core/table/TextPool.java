package baddle.core.table;

import baddle.core.value.Words;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Texts one after the other, numbered from 1. While all of them are ASCII they are held as bytes;
 * the first other one turns them into characters. Not safe for use by several threads while it
 * grows.
 */
final class TextPool {

  private static final int FIRST_CHARACTERS = 256;
  private static final int FIRST_TEXTS = 16;
  private static final int ASCII = 0x80;

  /** The texts while they are ASCII. */
  private byte[] bytes;

  /** The texts since one wasn't. */
  private char[] characters;

  private boolean isAscii;
  private int[] ends;
  private int size;
  private CopiedText copied = new CopiedText(new char[0], 0);

  private TextPool(byte[] bytes, char[] characters, boolean isAscii, int[] ends, int size) {
    this.bytes = bytes;
    this.characters = characters;
    this.isAscii = isAscii;
    this.ends = ends;
    this.size = size;
  }

  /** Without any text. */
  TextPool() {
    this(new byte[FIRST_CHARACTERS], new char[0], true, new int[FIRST_TEXTS + 1], 0);
  }

  /**
   * Texts that there are.
   *
   * @param ends where the text of each number ends, exclusive, with 0 at index 0
   */
  TextPool(char[] characters, int[] ends) {
    this(new byte[0], characters, false, ends, ends.length - 1);
  }

  int size() {
    return size;
  }

  /** Where a text ends, exclusive; that of 0 is 0. */
  int end(int number) {
    return ends[number];
  }

  /** Whether the texts can be had as {@link #bytes}. */
  boolean isAscii() {
    return isAscii;
  }

  /** All texts, if they are ASCII. */
  byte[] bytes() {
    return bytes;
  }

  /** The characters of all texts; only up to the end of the last are they in use. */
  char[] characters() {
    if (!isAscii) {
      return characters;
    }
    CopiedText now = copied;
    int length = ends[size];
    if (now.length < length || now.characters.length == 0) {
      char[] all = now.characters;
      if (all.length < length || all.length == 0) {
        all = Arrays.copyOf(all, Math.max(length, bytes.length));
      }
      for (int i = now.length; i < length; i++) {
        all[i] = (char) bytes[i];
      }
      now = new CopiedText(all, length);
      copied = now;
    }
    return now.characters;
  }

  /** A text. */
  String text(int number) {
    int from = ends[number - 1];
    int length = ends[number] - from;
    return isAscii
        ? new String(bytes, from, length, StandardCharsets.ISO_8859_1)
        : new String(characters, from, length);
  }

  /** Forgets all texts and keeps the memory. */
  void clear() {
    size = 0;
    isAscii = true;
    copied = new CopiedText(copied.characters, 0);
  }

  /** Adds a text and returns its number. */
  int add(char[] text, int start, int end) {
    if (isAscii && !isAscii(text, start, end)) {
      char[] all = characters();
      characters = all;
      copied = new CopiedText(new char[0], 0);
      isAscii = false;
    }
    int from = makeRoom(end - start);
    if (isAscii) {
      for (int i = start; i < end; i++) {
        bytes[from + i - start] = (byte) text[i];
      }
    } else {
      System.arraycopy(text, start, characters, from, end - start);
    }
    return size;
  }

  private static boolean isAscii(char[] text, int start, int end) {
    int all = 0;
    for (int i = start; i < end; i++) {
      all |= text[i];
    }
    return all < ASCII;
  }

  /** Adds a text of ASCII and returns its number. */
  int add(byte[] text, int start, int end) {
    int from = makeRoom(end - start);
    if (isAscii) {
      System.arraycopy(text, start, bytes, from, end - start);
    } else {
      for (int i = start; i < end; i++) {
        characters[from + i - start] = (char) text[i];
      }
    }
    return size;
  }

  private int makeRoom(int length) {
    int from = ends[size];
    if (isAscii && from + length > bytes.length) {
      bytes = Arrays.copyOf(bytes, Math.max(bytes.length * 2, from + length));
    } else if (!isAscii && from + length > characters.length) {
      characters = Arrays.copyOf(characters, Math.max(characters.length * 2, from + length));
    }
    size++;
    if (size == ends.length) {
      ends = Arrays.copyOf(ends, size * 2);
    }
    ends[size] = from + length;
    return from;
  }

  /** Whether a number from 1 stands for exactly these characters. */
  boolean isAt(int number, char[] text, int start, int end) {
    int from = ends[number - 1];
    int length = end - start;
    if (ends[number] - from != length) {
      return false;
    }
    if (!isAscii) {
      return Arrays.equals(characters, from, from + length, text, start, end);
    }
    for (int i = length - 1; i >= 0; i--) {
      if (bytes[from + i] != text[start + i]) {
        return false;
      }
    }
    return true;
  }

  /** Whether a number from 1 stands for exactly this text of ASCII. */
  boolean isAt(int number, byte[] text, int start, int end) {
    int from = ends[number - 1];
    int length = end - start;
    if (ends[number] - from != length) {
      return false;
    }
    if (isAscii && length >= Long.BYTES) {
      return isSame(bytes, from, text, start, length);
    }
    for (int i = length - 1; i >= 0; i--) {
      int c = isAscii ? bytes[from + i] : characters[from + i];
      if (c != text[start + i]) {
        return false;
      }
    }
    return true;
  }

  /** Whether at least eight bytes are the same here and there: the last eight, then all before. */
  static boolean isSame(byte[] one, int at, byte[] other, int otherAt, int length) {
    int last = length - Long.BYTES;
    for (int i = last; i > 0; i -= Long.BYTES) {
      if (Words.at(one, at + i) != Words.at(other, otherAt + i)) {
        return false;
      }
    }
    return Words.at(one, at) == Words.at(other, otherAt);
  }
}
