package baddle.formats.ods;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;

/**
 * The content of a workbook without the rows of its tables, so that its outline can be parsed
 * without them. Whatever isn't UTF-8 passes whole.
 */
final class WithoutRows extends InputStream {

  private static final int BUFFER = 1 << 16;

  /** The longest beginning of a tag that is looked at, prefix and name. */
  private static final int LOOK_AHEAD = 64;

  private static final byte[] ROW = ascii("table-row");
  private static final byte[] COMMENT = ascii("<!--");
  private static final byte[] COMMENT_END = ascii("-->");
  private static final byte[] CDATA = ascii("<![CDATA[");
  private static final byte[] CDATA_END = ascii("]]>");

  private final InputStream in;
  private final byte[] buffer = new byte[BUFFER];
  private int at;
  private int limit;
  private boolean isEnd;

  /** How many rows are open. */
  private int depth;

  /** What ends the comment or the like that is being passed; empty outside of any. */
  private byte[] until = {};

  /** Whether this is within the tag of a row, and the quote of the value it is within, or 0. */
  private boolean inTag;

  private boolean opens;
  private int quote;
  private int previous;

  WithoutRows(InputStream in) {
    this.in = in;
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
  }

  @Override
  public int read(byte[] into, int offset, int length) throws IOException {
    int written = 0;
    while (written == 0 && length > 0) {
      if (limit - at < LOOK_AHEAD && !isEnd) {
        refill();
      }
      if (at == limit) {
        return -1;
      }
      if (inTag) {
        endTag();
        continue;
      }
      if (until.length == 0 && buffer[at] == '<' && beginsRowOrComment()) {
        continue;
      }
      int end = plainEnd();
      if (depth > 0) {
        at = end;
      } else {
        written = Math.min(length, end - at);
        System.arraycopy(buffer, at, into, offset, written);
        at += written;
      }
    }
    return written;
  }

  private void refill() throws IOException {
    System.arraycopy(buffer, at, buffer, 0, limit - at);
    limit -= at;
    at = 0;
    int read = in.readNBytes(buffer, limit, BUFFER - limit);
    isEnd = read < BUFFER - limit;
    limit += read;
  }

  /** The end of what is passed or left out whole: the next tag, or the end of a comment. */
  private int plainEnd() {
    if (until.length > 0) {
      int last = limit - until.length;
      for (int i = at; i <= last; i++) {
        if (isAt(i, until)) {
          int end = i + until.length;
          until = new byte[0];
          return end;
        }
      }
      return isEnd ? limit : Math.max(at + 1, last + 1);
    }
    int i = at + 1;
    while (i < limit && buffer[i] != '<') {
      i++;
    }
    return i;
  }

  private boolean isAt(int position, byte[] wanted) {
    for (int i = 0; i < wanted.length; i++) {
      if (position + i >= limit || buffer[position + i] != wanted[i]) {
        return false;
      }
    }
    return true;
  }

  /** Whether the tag here is of a row, which is left out. Comments are noted. */
  private boolean beginsRowOrComment() {
    if (buffer[at + 1 < limit ? at + 1 : at] == '!') {
      until = isAt(at, COMMENT) ? COMMENT_END : isAt(at, CDATA) ? CDATA_END : until;
      return false;
    }
    boolean closes = at + 1 < limit && buffer[at + 1] == '/';
    int name = at + (closes ? 2 : 1);
    for (int i = name; i < Math.min(limit, at + LOOK_AHEAD - ROW.length) && isName(i); i++) {
      if (buffer[i] == ':') {
        name = i + 1;
      }
    }
    if (!isAt(name, ROW) || isName(name + ROW.length)) {
      return false;
    }
    inTag = true;
    opens = !closes;
    quote = 0;
    previous = 0;
    return true;
  }

  private boolean isName(int position) {
    int b = position < limit ? buffer[position] : '>';
    return b > ' ' && b != '>' && b != '/';
  }

  /** Leaves the tag of a row out, up to its end or that of the buffer. */
  private void endTag() {
    while (at < limit) {
      int b = buffer[at++];
      if (quote != 0) {
        quote = b == quote ? 0 : quote;
      } else if (b == '"' || b == '\'') {
        quote = b;
      } else if (b == '>') {
        inTag = false;
        depth += opens ? (previous == '/' ? 0 : 1) : -1;
        return;
      }
      previous = b;
    }
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
