package baddle.formats.csv;

import baddle.core.grid.UnreadableFileException;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.CharBuffer;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/**
 * Decodes UTF-8 and refuses what isn't, where the JDK's and the CSV library's readers would put a
 * replacement character. Runs of ASCII are widened eight bytes at a time, which is what most of a CSV
 * file is: {@code bench} shows the difference. A byte-order mark at the start is skipped.
 */
final class Utf8Reader extends Reader {

  private static final int CAPACITY = 1 << 16;
  private static final long HIGH_BITS = 0x8080808080808080L;

  private final InputStream in;
  private final byte[] bytes = new byte[CAPACITY];
  private final ByteBuffer buffer = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
  private final CharsetDecoder decoder =
      StandardCharsets.UTF_8
          .newDecoder()
          .onMalformedInput(CodingErrorAction.REPORT)
          .onUnmappableCharacter(CodingErrorAction.REPORT);
  private boolean ended;
  private boolean started;
  private long bytesBefore;
  private long lineEnds;

  Utf8Reader(InputStream in) {
    this.in = in;
    buffer.limit(0);
  }

  @Override
  public int read(char[] target, int offset, int length) throws IOException {
    if (length == 0) {
      return 0;
    }
    int written = 0;
    while (written == 0) {
      if (!buffer.hasRemaining() && !fill()) {
        return -1;
      }
      written = decode(target, offset, length);
    }
    return written;
  }

  private int decode(char[] target, int offset, int length) throws IOException {
    int ascii = copyAscii(target, offset, Math.min(length, buffer.remaining()));
    return ascii > 0 ? ascii : decodeOthers(target, offset, length);
  }

  private int copyAscii(char[] target, int offset, int most) {
    int start = buffer.position();
    int from = start;
    int end = start + most;
    while (from + 8 <= end && (buffer.getLong(from) & HIGH_BITS) == 0) {
      from += 8;
    }
    while (from < end && bytes[from] >= 0) {
      from++;
    }
    int count = from - start;
    for (int i = 0; i < count; i++) {
      target[offset + i] = (char) bytes[start + i];
    }
    buffer.position(from);
    return count;
  }

  /** Decodes a short run that begins outside ASCII, then lets the fast path try again. */
  private int decodeOthers(char[] target, int offset, int length) throws IOException {
    if (length == 1) {
      throw new IOException("a buffer of one character can't take a surrogate pair");
    }
    CharBuffer characters = CharBuffer.wrap(target, offset, Math.min(length, 64));
    CoderResult result = decoder.decode(buffer, characters, ended);
    if (result.isError()) {
      throw notUtf8();
    }
    int written = characters.position() - offset;
    if (written == 0 && result.isUnderflow() && !fill() && buffer.hasRemaining()) {
      throw notUtf8();
    }
    return written;
  }

  private UnreadableFileException notUtf8() {
    for (int i = 0; i < buffer.position(); i++) {
      lineEnds += bytes[i] == '\n' ? 1 : 0;
    }
    int wrong = bytes[buffer.position()] & 0xff;
    return new UnreadableFileException(
        String.format(
            "byte %02X at offset %d is not UTF-8; expected text in UTF-8",
            wrong, bytesBefore + buffer.position()),
        lineEnds + 1);
  }

  /** Moves what is left to the front and reads on; false at the end of the file. */
  private boolean fill() throws IOException {
    if (ended) {
      return false;
    }
    int done = buffer.position();
    for (int i = 0; i < done; i++) {
      lineEnds += bytes[i] == '\n' ? 1 : 0;
    }
    bytesBefore += done;
    buffer.compact();
    int read = in.read(bytes, buffer.position(), buffer.remaining());
    ended = read < 0;
    buffer.position(buffer.position() + Math.max(read, 0));
    buffer.flip();
    skipMark();
    return read > 0;
  }

  private void skipMark() {
    boolean mark =
        bytes[0] == (byte) 0xef && bytes[1] == (byte) 0xbb && bytes[2] == (byte) 0xbf;
    if (!started && mark && buffer.limit() >= 3) {
      buffer.position(3);
    }
    started = true;
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
