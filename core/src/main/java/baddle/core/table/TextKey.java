package baddle.core.table;

import baddle.core.value.Words;

/**
 * What a dictionary finds a text by: for up to eight ASCII characters a number greater than 0 that
 * no other text has, so that nothing need be compared; for all others a negative number with a hash
 * in its lower half. Characters and the bytes they were read from have the same key.
 */
final class TextKey {

  /** The longest text that is known by its key alone. */
  private static final int LONGEST_ALONE = Long.BYTES;

  private static final long SPREAD = 0x9E3779B97F4A7C15L;
  private static final int ASCII = 0x80;

  private TextKey() {}

  /**
   * The key of a text of ASCII.
   *
   * @param start the first byte, inclusive; none is 0
   * @param end the end, exclusive; behind the start
   */
  static long of(byte[] text, int start, int end) {
    int length = end - start;
    if (length <= LONGEST_ALONE) {
      return start + Long.BYTES <= text.length
          ? Words.at(text, start) & (-1L >>> (Long.SIZE - (Byte.SIZE * length)))
          : shortOf(text, start, end);
    }
    long hash = length;
    for (int i = start; i + Long.BYTES < end; i += Long.BYTES) {
      hash = mix(hash, Words.at(text, i));
    }
    return hashed(mix(hash, Words.at(text, end - Long.BYTES)));
  }

  private static long shortOf(byte[] text, int start, int end) {
    long number = 0;
    for (int i = end - 1; i >= start; i--) {
      number = (number << Byte.SIZE) | text[i];
    }
    return number;
  }

  /** The key of a text. */
  static long of(char[] text, int start, int end) {
    int others = 0;
    for (int i = start; i < end; i++) {
      others |= (text[i] - 1) | (ASCII - 1 - text[i]);
    }
    if (others < 0) {
      return hashed(polynomial(text, start, end) * SPREAD);
    }
    int length = end - start;
    if (length <= LONGEST_ALONE) {
      return word(text, start, length);
    }
    long hash = length;
    for (int i = start; i + Long.BYTES < end; i += Long.BYTES) {
      hash = mix(hash, word(text, i, Long.BYTES));
    }
    return hashed(mix(hash, word(text, end - Long.BYTES, Long.BYTES)));
  }

  /** Up to eight characters of ASCII as eight bytes are read as a number. */
  private static long word(char[] text, int start, int length) {
    long word = 0;
    for (int i = start + length - 1; i >= start; i--) {
      word = (word << Byte.SIZE) | text[i];
    }
    return word;
  }

  private static long mix(long hash, long word) {
    long mixed = (hash ^ word) * SPREAD;
    return mixed ^ (mixed >>> 32);
  }

  private static long hashed(long mixed) {
    return Long.MIN_VALUE | ((mixed * SPREAD) >>> Integer.SIZE);
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
}
