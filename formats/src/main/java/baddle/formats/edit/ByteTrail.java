package baddle.formats.edit;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/**
 * Bytes on their way to a parser, kept until it is known whether they are copied or left out.
 * Memory grows with what one element is long, not with the part.
 */
final class ByteTrail extends InputStream {

  private static final int LEAST = 1 << 16;

  private final InputStream in;
  private byte[] kept = new byte[LEAST];

  /** Where in {@link #kept} the bytes begin that are still kept. */
  private int from;

  /** The place in the part of the first byte that is kept. */
  private long first;

  private int count;

  ByteTrail(InputStream in) {
    this.in = in;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] buffer, int offset, int length) throws IOException {
    int read = in.read(buffer, offset, length);
    if (read > 0) {
      if (from + count + read > kept.length) {
        byte[] room =
            count + read > kept.length ? new byte[Math.max(kept.length * 2, count + read)] : kept;
        System.arraycopy(kept, from, room, 0, count);
        kept = room;
        from = 0;
      }
      System.arraycopy(buffer, offset, kept, from + count, read);
      count += read;
    }
    return read;
  }

  /** Copies what is kept before a place. */
  void copyTo(long place, OutputStream out) throws IOException {
    int length = Math.toIntExact(place - first);
    out.write(kept, from, length);
    skipTo(place);
  }

  /** Leaves out what is kept before a place. */
  void skipTo(long place) {
    int length = Math.toIntExact(place - first);
    from += length;
    count -= length;
    first = place;
  }

  /** Copies all that is kept, and all that is still to come. */
  void copyAll(OutputStream out) throws IOException {
    out.write(kept, from, count);
    in.transferTo(out);
  }

  private int at(long place) {
    return Math.toIntExact(place - first) + from;
  }

  /** What is kept from a place to another. */
  String text(long begin, long end) {
    return new String(kept, at(begin), Math.toIntExact(end - begin), StandardCharsets.UTF_8);
  }

  /** Where the tag that begins at a place ends, exclusive. */
  long tagEnd(long begin) throws IOException {
    byte quote = 0;
    for (int i = at(begin); i < from + count; i++) {
      byte b = kept[i];
      if (quote != 0) {
        quote = b == quote ? 0 : quote;
      } else if (b == '"' || b == '\'') {
        quote = b;
      } else if (b == '>') {
        return first + i - from + 1;
      }
    }
    throw new IOException("a tag without an end");
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
