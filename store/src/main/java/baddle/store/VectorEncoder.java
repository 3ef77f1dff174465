package baddle.store;

import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import com.github.luben.zstd.Zstd;
import com.github.luben.zstd.ZstdCompressCtx;
import java.io.Closeable;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32C;

/**
 * Turns a column of a block into bytes. Numbers are little-endian. Layout 1:
 *
 * <pre>
 * offset  bytes  content
 *      0      1  layout: 1
 *      1      4  CRC-32C of everything from offset 5
 *      5      4  length of the body before compression
 *      9         the body, a Zstandard frame (RFC 8878)
 *
 * body of text                          body of numbers
 *   1  kind: 1                            1  kind: 2
 *   1  width of a code: 1, 2 or 4         1  width of a value: 0, 1, 2, 4 or 8
 *   2  unused: 0                          1  1 if values are differences to the one before
 *   4  rows                               1  1 if there is a bitmap of blanks
 *   4  texts in the dictionary            4  rows
 *   4  bytes of their characters          8  base, added to each value
 *   4  each: end of a text's characters   8  each word of the bitmap, a bit a row, if there
 *      characters in UTF-8                 8  the first value, if values are differences
 *      codes; 0 is blank                     values, unsigned above the base
 * </pre>
 *
 * Not safe for use by several threads.
 */
final class VectorEncoder implements Closeable {

  private static final char REPLACEMENT = '\uFFFD';

  static final byte LAYOUT = 1;
  static final int HEADER = 9;
  static final byte TEXT = 1;
  static final byte NUMBERS = 2;

  private final ZstdCompressCtx compressor = new ZstdCompressCtx().setLevel(1);
  private byte[] bodyBytes = new byte[1 << 20];
  private ByteBuffer body = littleEndian(bodyBytes);

  private static ByteBuffer littleEndian(byte[] bytes) {
    return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
  }

  /** The bytes of a vector. */
  byte[] encode(Vector vector) {
    body.clear();
    if (vector instanceof TextVector text) {
      putText(text);
    } else {
      LongVector numbers = (LongVector) vector;
      putNumbers(numbers.values(), numbers);
    }
    return compress();
  }

  /** The bytes of numbers without blanks. */
  byte[] encode(int[] numbers, int size) {
    body.clear();
    long[] values = new long[size];
    for (int i = 0; i < size; i++) {
      values[i] = numbers[i];
    }
    putNumbers(values, new LongVector(values, null, size));
    return compress();
  }

  private byte[] compress() {
    int size = body.position();
    byte[] room = new byte[HEADER + (int) Zstd.compressBound(size)];
    int frame =
        compressor.compressByteArray(room, HEADER, room.length - HEADER, bodyBytes, 0, size);
    byte[] bytes = Arrays.copyOf(room, HEADER + frame);
    CRC32C checksum = new CRC32C();
    ByteBuffer header = littleEndian(bytes);
    header.put(LAYOUT).putInt(0).putInt(size);
    checksum.update(bytes, 5, bytes.length - 5);
    header.putInt(1, (int) checksum.getValue());
    return bytes;
  }

  private void makeRoom(long bytes) {
    if (bytes > Integer.MAX_VALUE - 16) {
      throw new IllegalArgumentException("a column of a block takes more than 2 GiB");
    }
    if (bytes > body.capacity()) {
      bodyBytes = new byte[(int) bytes];
      body = littleEndian(bodyBytes);
    }
  }

  private void putText(TextVector text) {
    Dictionary dictionary = text.dictionary();
    int texts = dictionary.size();
    byte[] characters =
        dictionary.isAscii()
            ? dictionary.ascii()
            : whole(dictionary.pool(), dictionary.end(texts)).getBytes(StandardCharsets.UTF_8);
    int length = dictionary.isAscii() ? dictionary.end(texts) : characters.length;
    int width = texts < 1 << 8 ? 1 : texts < 1 << 16 ? 2 : 4;
    makeRoom(16L + 4L * texts + length + (long) width * text.size());
    body.put(TEXT).put((byte) width).putShort((short) 0).putInt(text.size());
    body.putInt(texts).putInt(length);
    for (int code = 1; code <= texts; code++) {
      body.putInt(dictionary.end(code));
    }
    body.put(characters, 0, length);
    putCodes(text.codes(), text.size(), width);
  }

  /**
   * With the replacement character for each half of a pair that is alone, which no encoding can
   * hold.
   */
  private static String whole(char[] characters, int end) {
    char[] copy = Arrays.copyOf(characters, end);
    for (int i = 0; i < end; i++) {
      if (Character.isSurrogate(copy[i])) {
        if (i + 1 < end && Character.isSurrogatePair(copy[i], copy[i + 1])) {
          i++;
        } else {
          copy[i] = REPLACEMENT;
        }
      }
    }
    return new String(copy);
  }

  /** One loop for each width, so that each stays straight once it is compiled. */
  private void putCodes(int[] codes, int size, int width) {
    int at = body.position();
    switch (width) {
      case 1 -> {
        for (int row = 0; row < size; row++) {
          bodyBytes[at + row] = (byte) codes[row];
        }
      }
      case 2 -> {
        for (int row = 0; row < size; row++) {
          body.putShort(at + row * 2, (short) codes[row]);
        }
      }
      default -> {
        for (int row = 0; row < size; row++) {
          body.putInt(at + row * 4, codes[row]);
        }
      }
    }
    body.position(at + size * width);
  }

  private void putNumbers(long[] values, LongVector vector) {
    int size = vector.size();
    if (vector.blanks() == null) {
      Range plain = Range.of(values, size);
      Range steps = Range.ofSteps(values, size);
      boolean differences = size > 1 && steps.width() < plain.width();
      Range range = differences ? steps : plain;
      putHead(vector, differences, range);
      putValues(differences ? steps(values, size) : values, size, range);
      return;
    }
    long[] filled = new long[size];
    Range range = Range.ofFilled(vector);
    for (int row = 0; row < size; row++) {
      filled[row] = vector.isBlank(row) ? range.base() : values[row];
    }
    putHead(vector, false, range);
    putValues(filled, size, range);
  }

  private static long[] steps(long[] values, int size) {
    long[] steps = new long[size];
    for (int row = 1; row < size; row++) {
      steps[row] = values[row] - values[row - 1];
    }
    return steps;
  }

  private void putValues(long[] values, int size, Range range) {
    int at = body.position();
    int width = range.width();
    long base = range.base();
    switch (width) {
      case 0 -> {}
      case 1 -> {
        for (int row = 0; row < size; row++) {
          bodyBytes[at + row] = (byte) (values[row] - base);
        }
      }
      case 2 -> {
        for (int row = 0; row < size; row++) {
          body.putShort(at + row * 2, (short) (values[row] - base));
        }
      }
      case 4 -> {
        for (int row = 0; row < size; row++) {
          body.putInt(at + row * 4, (int) (values[row] - base));
        }
      }
      default -> {
        for (int row = 0; row < size; row++) {
          body.putLong(at + row * 8, values[row] - base);
        }
      }
    }
    body.position(at + size * width);
  }

  private void putHead(LongVector vector, boolean differences, Range range) {
    long[] blanks = vector.blanks();
    int words = blanks == null ? 0 : (vector.size() + 63) / 64;
    makeRoom(24L + 8L * words + (long) range.width() * vector.size());
    body.put(NUMBERS).put((byte) range.width());
    body.put((byte) (differences ? 1 : 0)).put((byte) (blanks == null ? 0 : 1));
    body.putInt(vector.size()).putLong(range.base());
    if (differences) {
      body.putLong(vector.values()[0]);
    }
    for (int word = 0; blanks != null && word < words; word++) {
      body.putLong(blanks[word]);
    }
  }

  @Override
  public void close() {
    compressor.close();
  }

  /** The least of some values, and how many bytes the others take above it. */
  private record Range(long base, int width) {

    static Range of(long[] values, int size) {
      long least = size == 0 ? 0 : values[0];
      long greatest = least;
      for (int row = 1; row < size; row++) {
        least = Math.min(least, values[row]);
        greatest = Math.max(greatest, values[row]);
      }
      return between(least, greatest);
    }

    static Range ofSteps(long[] values, int size) {
      long least = 0;
      long greatest = 0;
      for (int row = 1; row < size; row++) {
        long step = values[row] - values[row - 1];
        least = Math.min(least, step);
        greatest = Math.max(greatest, step);
      }
      return between(least, greatest);
    }

    static Range ofFilled(LongVector vector) {
      long least = Long.MAX_VALUE;
      long greatest = Long.MIN_VALUE;
      for (int row = 0; row < vector.size(); row++) {
        if (!vector.isBlank(row)) {
          least = Math.min(least, vector.values()[row]);
          greatest = Math.max(greatest, vector.values()[row]);
        }
      }
      return least > greatest ? new Range(0, 0) : between(least, greatest);
    }

    private static Range between(long least, long greatest) {
      long span = greatest - least;
      if (span == 0) {
        return new Range(least, 0);
      }
      int width = span < 0 ? 8 : span < 1L << 8 ? 1 : span < 1L << 16 ? 2 : span < 1L << 32 ? 4 : 8;
      return new Range(least, width);
    }
  }
}
