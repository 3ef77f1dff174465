package baddle.formats.csv;

import baddle.core.value.Words;
import java.util.Arrays;

/**
 * Where a text has bytes that matter to its records: separators, quotes, line ends, and others
 * below 14, among them 0. They are looked for eight bytes at a time, and noted without a branch for
 * each, so that what comes next needn't be guessed by the processor.
 */
final class Marks {

  /** So many bytes behind the text may be read. */
  static final int PAD = Long.BYTES;

  private static final long LOW = 0x7F * Words.EACH;

  /** Added to a byte below 128, its highest bit stays 0 only for one up to 13, the line ends. */
  private static final long ABOVE_LINE_ENDS = (0x80 - '\r' - 1) * Words.EACH;

  private final long separators;
  private final long quotes;
  private int[] positions = new int[1 << 12];
  private int count;
  private boolean isAscii;

  /**
   * Marks of texts to come.
   *
   * @param separator below 128
   * @param quote below 128; the separator again where there is none
   */
  Marks(char separator, char quote) {
    this.separators = separator * Words.EACH;
    this.quotes = quote * Words.EACH;
  }

  /** Looks for the marks of a text behind which at least {@link #PAD} bytes can be read. */
  void find(byte[] text, int start, int end) {
    count = 0;
    long all = 0;
    int at = start;
    for (; at + Long.BYTES <= end; at += Long.BYTES) {
      long word = Words.at(text, at);
      all |= word;
      note(at, hits(word));
    }
    if (at < end) {
      long these = -1L >>> (Byte.SIZE * (at + Long.BYTES - end));
      long word = Words.at(text, at);
      all |= word & these;
      note(at, hits(word) & these);
    }
    isAscii = (all & Words.HIGH) == 0;
  }

  /** The highest bit of each byte of a word that is a mark. */
  private long hits(long word) {
    long separator = word ^ separators;
    long quote = word ^ quotes;
    return ~((((separator & LOW) + LOW) | separator)
            & (((quote & LOW) + LOW) | quote)
            & (((word & LOW) + ABOVE_LINE_ENDS) | word))
        & Words.HIGH;
  }

  private void note(int at, long hits) {
    if (count + Long.BYTES > positions.length) {
      positions = Arrays.copyOf(positions, positions.length * 2);
    }
    int[] into = positions;
    int next = count;
    long left = hits;
    into[next] = at + (Long.numberOfTrailingZeros(left) >>> 3);
    left &= left - 1;
    into[next + 1] = at + (Long.numberOfTrailingZeros(left) >>> 3);
    left &= left - 1;
    for (int i = 2; left != 0; i++) {
      into[next + i] = at + (Long.numberOfTrailingZeros(left) >>> 3);
      left &= left - 1;
    }
    count = next + Long.bitCount(hits);
  }

  /** How many there are. */
  int count() {
    return count;
  }

  /** Where they are, in order; only the first {@link #count} mean anything. */
  int[] positions() {
    return positions;
  }

  /** Whether all bytes of the text are below 128. */
  boolean isAscii() {
    return isAscii;
  }
}
