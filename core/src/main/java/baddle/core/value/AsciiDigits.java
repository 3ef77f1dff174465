package baddle.core.value;

/**
 * Numbers of digits alone, read eight bytes at a time by the usual multiplications of neighbours.
 */
final class AsciiDigits {

  /** What isn't all digits. */
  static final int NONE = -1;

  private static final long ZEROS = '0' * Words.EACH;
  private static final long TO_HIGH_ABOVE_9 = 0x46 * Words.EACH;

  private static final int HALF = 8;
  private static final long TO_HALF = 100_000_000;

  private AsciiDigits() {}

  /**
   * The number in one to sixteen digits, or {@link #NONE} where any is none, or there are fewer or
   * more.
   */
  static long number(byte[] text, int start, int end) {
    int length = end - start;
    if (length < 1 || length > 2 * HALF) {
      return NONE;
    }
    if (length <= HALF) {
      return half(text, start, end);
    }
    long upper = half(text, start, end - HALF);
    long lower = half(text, end - HALF, end);
    return (upper | lower) < 0 ? NONE : upper * TO_HALF + lower;
  }

  private static long half(byte[] text, int start, int end) {
    if (end < HALF) {
      return slowly(text, start, end);
    }
    long these = -1L << (Byte.SIZE * (HALF - (end - start)));
    long digits = (Words.at(text, end - HALF) & these) | (ZEROS & ~these);
    long word = digits - ZEROS;
    if (((word | (digits + TO_HIGH_ABOVE_9)) & Words.HIGH) != 0) {
      return NONE;
    }
    word = word * 10 + (word >>> 8);
    long even = (word & 0x000000FF000000FFL) * 0x000F424000000064L;
    long odd = ((word >>> 16) & 0x000000FF000000FFL) * 0x0000271000000001L;
    return (even + odd) >>> 32;
  }

  private static long slowly(byte[] text, int start, int end) {
    long number = 0;
    for (int i = start; i < end; i++) {
      int digit = text[i] - '0';
      if (digit < 0 || digit > 9) {
        return NONE;
      }
      number = number * 10 + digit;
    }
    return number;
  }

  /** The number in two digits, or {@link #NONE}. */
  static int two(byte[] text, int start) {
    int tens = text[start] - '0';
    int ones = text[start + 1] - '0';
    return (tens | ones | (9 - tens) | (9 - ones)) < 0 ? NONE : tens * 10 + ones;
  }
}
