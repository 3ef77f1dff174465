package baddle.core.grid;

import baddle.core.value.StoredNumber;
import java.util.Arrays;

/**
 * One row of raw cells, as slices of a buffer that is reused from row to row. Columns count from 0.
 * White space (also the non-breaking kinds) around a value is taken off, and a cell of nothing else
 * is blank.
 *
 * <p>A cell of ASCII may be lent as the bytes it was read from: who knows how reads {@link #bytes}
 * from {@link #byteStart} to {@link #byteEnd}; as soon as anybody asks for its characters, it has
 * these.
 *
 * <p>Long because every way to write and read a cell shares its buffers.
 */
public final class GridRow {

  private static final int PER_CELL = 4;

  /** Where a cell's first character is. */
  private static final int START = 0;

  /** Where its characters end, exclusive. */
  private static final int END = 1;

  private static final int KIND = 2;

  /** The number in the file of a text that the cell shares with others; 0 for one of its own. */
  private static final int SHARED = 3;

  /** In place of that number, where the cell's characters lie in lent bytes. */
  private static final int LENT = -1;

  private static final int TEXT = CellKind.TEXT.code();

  private char[] buffer;
  private int used;

  /** Four numbers for each cell, side by side since they are read together. */
  private int[] cells;

  private char[] shared = {};
  private byte[] lent = {};
  private int width;
  private int filled;
  private int number;
  private boolean hidden;
  private PaddedCells padded;

  /** A row without cells. */
  public GridRow() {
    buffer = new char[256];
    cells = new int[16 * PER_CELL];
    padded = new PaddedCells();
  }

  private GridRow(GridRow other) {
    buffer = other.buffer;
    cells = other.cells;
    padded = other.padded;
    take(other);
  }

  /** Empties the row and gives it its number, as a person counts in the file, from 1. */
  public void begin(int newNumber) {
    number = newNumber;
    width = 0;
    used = 0;
    filled = 0;
    hidden = false;
    padded.clear();
  }

  /** Gives each of two rows what the other has, without copying cells. */
  public void exchange(GridRow other) {
    GridRow had = new GridRow(this);
    take(other);
    other.take(had);
  }

  private void take(GridRow other) {
    buffer = other.buffer;
    used = other.used;
    cells = other.cells;
    shared = other.shared;
    lent = other.lent;
    width = other.width;
    filled = other.filled;
    number = other.number;
    hidden = other.hidden;
    padded = other.padded;
  }

  /** Marks the row as one that a person who opens the file doesn't see. */
  public void hide() {
    hidden = true;
  }

  /** Whether a person who opens the file doesn't see it. */
  public boolean isHidden() {
    return hidden;
  }

  /** How many cells from one column (inclusive) to another (exclusive) aren't blank. */
  public int filled(int from, int to) {
    int count = 0;
    for (int column = from; column < Math.min(to, width); column++) {
      count += cells[column * PER_CELL + KIND] == CellKind.BLANK.code() ? 0 : 1;
    }
    return count;
  }

  /** Whether a cell's characters are exactly these. */
  public boolean isText(int column, String text) {
    int cell = column * PER_CELL;
    if (kind(column) == CellKind.BLANK
        || cells[cell + END] - cells[cell + START] != text.length()) {
      return false;
    }
    boolean inBytes = hasBytes(column);
    char[] characters = inBytes ? buffer : buffer(column);
    int start = cells[cell + START];
    for (int i = 0; i < text.length(); i++) {
      char c = inBytes ? (char) lent[start + i] : characters[start + i];
      if (c != text.charAt(i)) {
        return false;
      }
    }
    return true;
  }

  /** Where the row is in its sheet or file, from 1. */
  public int number() {
    return number;
  }

  /** One more than the column of the last cell that was added. */
  public int width() {
    return width;
  }

  /** How many cells aren't blank. */
  public int filled() {
    return filled;
  }

  /** What a cell holds; blank for every column past the width. */
  public CellKind kind(int column) {
    return column < width ? CellKind.of(cells[column * PER_CELL + KIND]) : CellKind.BLANK;
  }

  /** Whether a cell holds characters that are neither lent nor shared with other cells. */
  public boolean hasOwnText(int column) {
    int cell = column * PER_CELL;
    return column < width
        && cells[cell + KIND] == CellKind.TEXT.code()
        && cells[cell + SHARED] == 0;
  }

  /** The characters that {@link #start} and {@link #end} of a column point into. */
  public char[] buffer(int column) {
    toCharacters(column);
    return cells[column * PER_CELL + SHARED] == 0 ? buffer : shared;
  }

  /** Whether a cell's characters can be read from {@link #bytes}. */
  public boolean hasBytes(int column) {
    return column < width && cells[column * PER_CELL + SHARED] == LENT;
  }

  /** The bytes, from 1 to 127 between start and end, that {@link #byteStart} points into. */
  public byte[] bytes() {
    return lent;
  }

  /** The first byte of a cell that {@link #hasBytes}, inclusive. */
  public int byteStart(int column) {
    return cells[column * PER_CELL + START];
  }

  /** The end of the bytes of such a cell, exclusive. */
  public int byteEnd(int column) {
    return cells[column * PER_CELL + END];
  }

  /**
   * The number, from 1, of the text that a cell shares with others of the file; 0 where it has a
   * text of its own. Equal numbers with the same {@link #buffer} are equal texts.
   */
  public int sharedId(int column) {
    return column < width ? Math.max(0, cells[column * PER_CELL + SHARED]) : 0;
  }

  /** A cell's first character in the buffer, inclusive. */
  public int start(int column) {
    toCharacters(column);
    return cells[column * PER_CELL + START];
  }

  /** The end of a cell's characters in the buffer, exclusive. */
  public int end(int column) {
    toCharacters(column);
    return cells[column * PER_CELL + END];
  }

  /** Where a cell begins in the buffer with the white space around its value. */
  public int wholeStart(int column) {
    return padded.start(column, start(column));
  }

  /** Where it ends with that. */
  public int wholeEnd(int column) {
    return padded.end(column, end(column));
  }

  /** A cell's characters; empty where it is blank. */
  public String text(int column) {
    return kind(column) == CellKind.BLANK
        ? ""
        : new String(buffer(column), start(column), end(column) - start(column));
  }

  /** A cell as a person sees it: of a number that a workbook stores, 15 digits. */
  public String seen(int column) {
    return kind(column) == CellKind.NUMBER
        ? StoredNumber.asText(buffer(column), start(column), end(column))
        : text(column);
  }

  /**
   * Adds a cell to the right of those there are, with blanks between.
   *
   * @param column its column, not left of the width
   */
  public void add(int column, CellKind kind, char[] text, int offset, int length) {
    int start = offset;
    int end = offset + length;
    while (start < end && isSpace(text[start])) {
      start++;
    }
    while (end > start && isSpace(text[end - 1])) {
      end--;
    }
    if (start == end) {
      put(column, 0, 0, CellKind.BLANK, 0);
      return;
    }
    reserve(length);
    System.arraycopy(text, offset, buffer, used, length);
    put(column, used + start - offset, used + end - offset, kind, 0);
    if (end - start < length) {
      padded.put(column, used, used + length);
    }
    used += length;
    filled++;
  }

  /**
   * Adds a cell of text to the right of those there are, without copying it.
   *
   * @param bytes where it is; they don't change while the row is in use, and are the same for all
   *     such cells of a row
   * @param start the first byte, inclusive; it and all that follow are ASCII, none of them 0
   * @param end the end, exclusive
   */
  public void addBytes(byte[] bytes, int start, int end) {
    int cell = width * PER_CELL;
    if (end > start && bytes[start] > ' ' && bytes[end - 1] > ' ' && cell < cells.length) {
      int[] all = cells;
      all[cell + START] = start;
      all[cell + END] = end;
      all[cell + KIND] = TEXT;
      all[cell + SHARED] = LENT;
      lent = bytes;
      width++;
      filled++;
    } else {
      addUnevenBytes(bytes, start, end);
    }
  }

  private void addUnevenBytes(byte[] bytes, int start, int end) {
    int from = start;
    int to = end;
    while (from < to && bytes[from] <= ' ') {
      from++;
    }
    while (to > from && bytes[to - 1] <= ' ') {
      to--;
    }
    if (from == to) {
      put(width, 0, 0, CellKind.BLANK, 0);
      return;
    }
    lent = bytes;
    if (to - from < end - start) {
      padded.put(width, start, end);
    }
    put(width, from, to, CellKind.TEXT, LENT);
    filled++;
  }

  private void toCharacters(int column) {
    if (column >= width || cells[column * PER_CELL + SHARED] != LENT) {
      return;
    }
    int cell = column * PER_CELL;
    int from = padded.start(column, cells[cell + START]);
    int to = padded.end(column, cells[cell + END]);
    reserve(to - from);
    for (int i = from; i < to; i++) {
      buffer[used + i - from] = (char) lent[i];
    }
    int by = used - from;
    padded.move(column, by);
    cells[cell + START] += by;
    cells[cell + END] += by;
    cells[cell + SHARED] = 0;
    used += to - from;
  }

  private void reserve(int length) {
    if (used + length > buffer.length) {
      buffer = Arrays.copyOf(buffer, Math.max(used + length, buffer.length * 2));
    }
  }

  /**
   * Adds a cell whose text many cells share, without copying it.
   *
   * @param pool holds the text, and doesn't change; the same for all such cells of a row
   * @param start the text's first character, inclusive
   * @param end the end, exclusive
   * @param id the text's number, from 1
   */
  public void addShared(int column, char[] pool, int start, int end, int id) {
    int from = start;
    int to = end;
    while (from < to && isSpace(pool[from])) {
      from++;
    }
    while (to > from && isSpace(pool[to - 1])) {
      to--;
    }
    if (from == to) {
      add(column, CellKind.BLANK, pool, from, 0);
      return;
    }
    shared = pool;
    put(column, from, to, CellKind.TEXT, id);
    if (from > start || to < end) {
      padded.put(column, start, end);
    }
    filled++;
  }

  /** Adds a cell with the characters of a string. */
  public void add(int column, CellKind kind, String text) {
    char[] characters = text.toCharArray();
    add(column, kind, characters, 0, characters.length);
  }

  private void put(int column, int start, int end, CellKind kind, int sharedId) {
    if ((column + 1) * PER_CELL > cells.length) {
      cells = Arrays.copyOf(cells, Math.max((column + 1) * PER_CELL, cells.length * 2));
    }
    while (width < column) {
      cells[width * PER_CELL + KIND] = CellKind.BLANK.code();
      cells[width++ * PER_CELL + SHARED] = 0;
    }
    int cell = column * PER_CELL;
    cells[cell + START] = start;
    cells[cell + END] = end;
    cells[cell + KIND] = kind.code();
    cells[cell + SHARED] = sharedId;
    width = column + 1;
  }

  private static boolean isSpace(char c) {
    return c <= ' ' || (c >= '\u00a0' && (Character.isSpaceChar(c) || c == '\ufeff'));
  }
}
