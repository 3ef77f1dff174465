package baddle.store;

import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import com.github.luben.zstd.ZstdDecompressCtx;
import java.io.Closeable;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.IntBuffer;
import java.nio.ShortBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32C;

/** Turns bytes back into a column of a block; {@link VectorEncoder} says how they lie. */
final class VectorDecoder implements Closeable {

  /** So many values are copied at once: a copy is fast also where nothing is compiled yet. */
  private static final int COPIED = 4096;

  private final ZstdDecompressCtx decompressor = new ZstdDecompressCtx();

  /** The bytes aren't what an encoder wrote. */
  static final class BrokenBlockException extends Exception {
    private static final long serialVersionUID = 1L;

    BrokenBlockException(String message) {
      super(message);
    }
  }

  /** The vector of some bytes. */
  Vector decode(byte[] bytes) throws BrokenBlockException {
    byte[] body = body(bytes);
    byte kind = body[0];
    if (kind == VectorEncoder.TEXT) {
      return text(body);
    }
    if (kind == VectorEncoder.NUMBERS) {
      return numbers(body);
    }
    throw new BrokenBlockException("a block of unknown kind " + kind);
  }

  /** The checksum of some bytes, which is the one that they should have. */
  static int checksum(byte[] bytes) throws BrokenBlockException {
    if (bytes.length < VectorEncoder.HEADER) {
      throw new BrokenBlockException("a block of " + bytes.length + " bytes");
    }
    ByteBuffer header = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    CRC32C checksum = new CRC32C();
    checksum.update(bytes, 5, bytes.length - 5);
    if (header.getInt(1) != (int) checksum.getValue()) {
      throw new BrokenBlockException("a block's checksum differs");
    }
    return header.getInt(1);
  }

  private byte[] body(byte[] bytes) throws BrokenBlockException {
    checksum(bytes);
    ByteBuffer header = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    if (header.get(0) != VectorEncoder.LAYOUT) {
      throw new BrokenBlockException("a block of unknown layout " + header.get(0));
    }
    byte[] body = new byte[header.getInt(5)];
    decompressor.decompressByteArray(
        body, 0, body.length, bytes, VectorEncoder.HEADER, bytes.length - VectorEncoder.HEADER);
    return body;
  }

  /** What is behind the first byte, which tells the kind. */
  private static ByteBuffer behindKind(byte[] body) {
    return ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN).position(1);
  }

  private static TextVector text(byte[] bytes) {
    ByteBuffer body = behindKind(bytes);
    int width = body.get();
    body.getShort();
    int rows = body.getInt();
    int[] ends = new int[body.getInt() + 1];
    int characterBytes = body.getInt();
    for (int code = 1; code < ends.length; code++) {
      ends[code] = body.getInt();
    }
    byte[] characters = new byte[characterBytes];
    body.get(characters);
    char[] pool = new String(characters, StandardCharsets.UTF_8).toCharArray();
    int[] codes = new int[rows];
    readCodes(body, width, codes);
    return new TextVector(codes, rows, Dictionary.fixed(pool, ends));
  }

  private static void readCodes(ByteBuffer body, int width, int[] codes) {
    switch (width) {
      case 1 -> {
        byte[] some = new byte[codes.length];
        body.get(some);
        for (int row = 0; row < codes.length; row++) {
          codes[row] = some[row] & 0xff;
        }
      }
      case 2 -> {
        ShortBuffer all = body.slice().order(ByteOrder.LITTLE_ENDIAN).asShortBuffer();
        short[] some = new short[Math.min(COPIED, codes.length)];
        for (int start = 0; start < codes.length; start += COPIED) {
          int count = Math.min(COPIED, codes.length - start);
          all.get(some, 0, count);
          for (int i = 0; i < count; i++) {
            codes[start + i] = some[i] & 0xffff;
          }
        }
      }
      default -> body.slice().order(ByteOrder.LITTLE_ENDIAN).asIntBuffer().get(codes);
    }
  }

  private static LongVector numbers(byte[] bytes) {
    ByteBuffer body = behindKind(bytes);
    int width = body.get();
    boolean differences = body.get() != 0;
    boolean hasBlanks = body.get() != 0;
    int rows = body.getInt();
    long base = body.getLong();
    long first = differences ? body.getLong() : 0;
    long[] blanks = new long[hasBlanks ? (rows + 63) / 64 : 0];
    for (int word = 0; word < blanks.length; word++) {
      blanks[word] = body.getLong();
    }
    long[] values = new long[rows];
    readValues(body, width, base, values);
    if (differences) {
      values[0] = first;
      for (int row = 1; row < rows; row++) {
        values[row] += values[row - 1];
      }
    }
    return new LongVector(values, hasBlanks ? blanks : null, rows);
  }

  private static void readValues(ByteBuffer body, int width, long base, long[] values) {
    ByteBuffer rest = body.slice().order(ByteOrder.LITTLE_ENDIAN);
    switch (width) {
      case 0 -> Arrays.fill(values, base);
      case 1 -> {
        byte[] some = new byte[values.length];
        rest.get(some);
        for (int row = 0; row < values.length; row++) {
          values[row] = base + (some[row] & 0xffL);
        }
      }
      case 2 -> {
        ShortBuffer all = rest.asShortBuffer();
        short[] some = new short[Math.min(COPIED, values.length)];
        for (int start = 0; start < values.length; start += COPIED) {
          int count = Math.min(COPIED, values.length - start);
          all.get(some, 0, count);
          for (int i = 0; i < count; i++) {
            values[start + i] = base + (some[i] & 0xffffL);
          }
        }
      }
      case 4 -> {
        IntBuffer all = rest.asIntBuffer();
        int[] some = new int[Math.min(COPIED, values.length)];
        for (int start = 0; start < values.length; start += COPIED) {
          int count = Math.min(COPIED, values.length - start);
          all.get(some, 0, count);
          for (int i = 0; i < count; i++) {
            values[start + i] = base + (some[i] & 0xffffffffL);
          }
        }
      }
      default -> {
        rest.asLongBuffer().get(values);
        for (int row = 0; row < values.length; row++) {
          values[row] += base;
        }
      }
    }
  }

  @Override
  public void close() {
    decompressor.close();
  }
}
