package baddle.formats.xml;

import baddle.core.grid.UnreadableFileException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/**
 * Stops a part in which a tag or a text is longer than any cell may be, before a parser gathers it:
 * it looks how far apart the tags' beginnings are.
 */
final class MarkupGuard extends FilterInputStream {

  /** The most bytes from one tag to the next. */
  static final long MOST_BETWEEN = 1 << 25;

  private long since;

  MarkupGuard(InputStream in) {
    super(in);
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] buffer, int offset, int length) throws IOException {
    int read = super.read(buffer, offset, length);
    int last = read - 1;
    while (last >= 0 && buffer[offset + last] != '<') {
      last--;
    }
    since = last < 0 ? since + Math.max(0, read) : read - last;
    if (since > MOST_BETWEEN) {
      throw new UnreadableFileException("a cell of more than 16 million characters", 0);
    }
    return read;
  }
}
