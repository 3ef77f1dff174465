package baddle.formats.csv;

import baddle.core.grid.CellKind;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridRow;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.text.PieceDecoder;
import java.io.IOException;
import java.io.InputStream;

/**
 * Records of text whose bytes below 128 are ASCII, taken apart by their {@link Marks} without being
 * decoded. Rows are lent the bytes of cells; what has other characters than ASCII, or doubled
 * quotes, is decoded cell by cell. The records are those that {@link CharacterRecords} finds.
 */
final class ByteRecords implements Records {

  private static final int SMALLEST_CHUNK = 1 << 14;
  private static final int CHUNK = 1 << 16;

  /** No record has more bytes. */
  private static final int LONGEST_RECORD = 1 << 24;

  /** Nor has any record so many separators, quotes and line ends. */
  private static final int MOST_MARKS = 2_000_000;

  private static final int INCOMPLETE = -1;
  private static final int NO_BYTE = 256;

  private final InputStream in;
  private final byte separator;

  /** The quote, or {@link #NO_BYTE}. */
  private final int quote;

  private final Marks marks;
  private final PieceDecoder decoder;
  private final OddCells oddCells;

  private byte[] chunk = new byte[SMALLEST_CHUNK / 2];

  /** Where the next record begins, and where the text of the chunk ends. */
  private int position;

  private int limit;

  /** The index of the first mark at or behind the position. */
  private int mark;

  private boolean isLastChunk;
  private boolean afterCarriageReturn;
  private int line;
  private int nextLine = 1;

  /** Of the record being read: its line breaks within quotes, and the lines of its longest cell. */
  private int breaks;

  private int longestCell;
  private byte[] unquoted = {};

  /**
   * Reads the records of a text.
   *
   * @param in the text, behind any byte-order mark
   * @param shape one that {@link #canRead}
   */
  ByteRecords(InputStream in, TextShape shape, PieceDecoder decoder, OddCells oddCells) {
    this.in = in;
    this.separator = (byte) shape.separator();
    this.quote = shape.quote() < 0x80 ? shape.quote() : NO_BYTE;
    this.marks = new Marks(shape.separator(), quote == NO_BYTE ? shape.separator() : (char) quote);
    this.decoder = decoder;
    this.oddCells = oddCells;
  }

  /** Whether text of a shape can be taken apart so, if its charset can. */
  static boolean canRead(TextShape shape) {
    boolean asciiQuote = shape.quote() < 0x80 && shape.quote() > 0;
    return shape.separator() > 0
        && shape.separator() < 0x80
        && (asciiQuote || shape.quote() == Dialect.NO_QUOTE);
  }

  @Override
  public int line() {
    return line;
  }

  @Override
  public boolean next(GridRow row) throws IOException {
    if (afterCarriageReturn) {
      if (position == limit) {
        refill();
      }
      if (position < limit && chunk[position] == '\n') {
        position++;
        mark++;
      }
      afterCarriageReturn = false;
    }
    if (position == limit) {
      refill();
    }
    if (position == limit) {
      return false;
    }
    line = nextLine;
    row.begin(line);
    while (!split(row)) {
      refill();
      row.begin(line);
    }
    if (longestCell > OddCells.MANY_LINES) {
      oddCells.add(line, longestCell);
    }
    return true;
  }

  /** Gets a chunk that begins with what is left of the last. Rows may still use the last. */
  private void refill() throws IOException {
    if (isLastChunk) {
      return;
    }
    int left = limit - position;
    if (left > LONGEST_RECORD || marks.count() - mark > MOST_MARKS) {
      throw new UnreadableFileException(
          "a row of more than 16 MiB or 2,000,000 lines; a quote may be missing, or it is no"
              + " delimited text",
          line);
    }
    int size = Math.max(Math.min(CHUNK, chunk.length * 2), 2 * left);
    byte[] next = new byte[size + Marks.PAD];
    System.arraycopy(chunk, position, next, 0, left);
    int read = in.readNBytes(next, left, size - left);
    isLastChunk = read < size - left;
    chunk = next;
    position = 0;
    limit = left + read;
    marks.find(chunk, 0, limit);
    mark = 0;
  }

  private UnreadableFileException unreadable(String why) {
    return new UnreadableFileException(
        "quotes don't pair up (" + why + "); expected delimited text", line);
  }

  /** Adds the cells of the record at the position; false if the chunk doesn't have all of it. */
  private boolean split(GridRow row) throws IOException {
    byte[] bytes = chunk;
    int[] positions = marks.positions();
    int count = marks.count();
    boolean ascii = marks.isAscii();
    int next = mark;
    int start = position;
    breaks = 0;
    longestCell = 0;
    for (int column = 0; ; column++) {
      if (column == MOST_COLUMNS) {
        throw new UnreadableFileException("more than 16,384 columns", line);
      }
      if (bytes[start] == quote) {
        next = addQuoted(row, start, next);
        if (next == INCOMPLETE) {
          return false;
        }
      } else {
        boolean plain = ascii;
        while (next < count && !isEnd(bytes[positions[next]])) {
          if (bytes[positions[next]] == 0) {
            plain = false;
            oddCells.addNul(line);
          }
          next++;
        }
        if (next == count && !isLastChunk) {
          return false;
        }
        int end = next < count ? positions[next] : limit;
        boolean blankLine =
            column == 0 && end == start && (end == limit || bytes[end] != separator);
        if (!blankLine) {
          add(row, start, end, plain);
        }
      }
      int end = next < count ? positions[next] : limit;
      if (end == limit || bytes[end] != separator) {
        afterCarriageReturn = bytes[end] == '\r';
        position = Math.min(end + 1, limit);
        mark = next + 1;
        nextLine = line + breaks + 1;
        return true;
      }
      start = end + 1;
      next++;
    }
  }

  private boolean isEnd(byte found) {
    return found == separator || found == '\n' || found == '\r';
  }

  /**
   * Adds a cell in quotes.
   *
   * @param first the index of the mark of its opening quote
   * @return the index of the mark of its separator or line end; as many as there are at the end of
   *     the text
   */
  private int addQuoted(GridRow row, int start, int first) throws IOException {
    byte[] bytes = chunk;
    int[] positions = marks.positions();
    int count = marks.count();
    boolean plain = marks.isAscii();
    boolean doubled = false;
    int lineFeeds = 0;
    int lines = 0;
    int next = first + 1;
    for (; next < count; next++) {
      int at = positions[next];
      byte found = bytes[at];
      if (found == quote) {
        if (bytes[at + 1] != quote) {
          break;
        }
        doubled = true;
        next++;
      } else if (found == '\n') {
        lineFeeds++;
        lines += bytes[at - 1] == '\r' ? 0 : 1;
      } else if (found == '\r') {
        lines++;
      }
      if (found == 0) {
        plain = false;
        oddCells.addNul(line);
      }
    }
    if (next >= count) {
      if (isLastChunk) {
        throw unreadable("a quoted cell of the record isn't closed");
      }
      return INCOMPLETE;
    }
    int close = positions[next];
    if (close + 1 == limit && !isLastChunk) {
      return INCOMPLETE;
    }
    if (close + 1 < limit && !isEnd(bytes[close + 1])) {
      throw unreadable("something other than a separator follows a quoted cell of the record");
    }
    breaks += lines;
    longestCell = Math.max(longestCell, lineFeeds + 1);
    if (doubled) {
      int length = undouble(start + 1, close);
      decode(row, unquoted, 0, length);
    } else {
      add(row, start + 1, close, plain);
    }
    return next + 1;
  }

  /** Puts a quoted cell with one quote for each two aside, and returns its length. */
  private int undouble(int start, int end) {
    if (unquoted.length < end - start) {
      unquoted = new byte[2 * (end - start)];
    }
    int length = 0;
    for (int i = start; i < end; i++) {
      unquoted[length++] = chunk[i];
      i += chunk[i] == quote ? 1 : 0;
    }
    return length;
  }

  private void add(GridRow row, int start, int end, boolean plain) throws IOException {
    if (plain || isAscii(start, end)) {
      row.addBytes(chunk, start, end);
    } else {
      decode(row, chunk, start, end);
    }
  }

  /** Whether all bytes are from 1 to 127. */
  private boolean isAscii(int start, int end) {
    int lowest = 1;
    for (int i = start; i < end; i++) {
      lowest = Math.min(lowest, chunk[i]);
    }
    return lowest > 0;
  }

  private void decode(GridRow row, byte[] bytes, int start, int end) throws IOException {
    int length = decoder.decode(bytes, start, end);
    row.add(row.width(), CellKind.TEXT, decoder.characters(), 0, length);
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
