package baddle.database;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Rows in the text format that PostgreSQL copies from: columns parted by tabs, {@code \\N} for a
 * blank, a backslash before what has a meaning.
 */
final class CopyBytes {

  private static final int SOME = 1 << 16;
  private static final byte[] BLANK = {'\\', 'N'};
  private static final int KNOWN = 1 << 12;

  private final Schema schema;
  private final byte[][][] texts;
  private final @Nullable TextVector[] ofVectors;
  private final long[][] numbers;
  private final byte[][][] shown;
  private byte[] bytes = new byte[SOME * 2];
  private int used;

  CopyBytes(Schema schema) {
    this.schema = schema;
    this.texts = new byte[schema.size()][][];
    this.ofVectors = new TextVector[schema.size()];
    this.numbers = new long[schema.size()][KNOWN];
    this.shown = new byte[schema.size()][KNOWN][];
  }

  byte[] bytes() {
    return bytes;
  }

  int used() {
    return used;
  }

  /** Whether there is enough to hand on. */
  boolean isFull() {
    return used >= SOME;
  }

  void clear() {
    used = 0;
  }

  /** Adds a row. */
  void add(Block block, int row) throws DatabaseException {
    for (int column = 0; column < schema.size(); column++) {
      if (column > 0) {
        add((byte) '\t');
      }
      if (block.vector(column).isBlank(row)) {
        add(BLANK);
      } else if (block.vector(column) instanceof TextVector text) {
        add(text(text, column, row));
      } else {
        add(number(((LongVector) block.vector(column)).values()[row], column));
      }
    }
    add((byte) '\n');
  }

  private void add(byte one) {
    if (used == bytes.length) {
      bytes = Arrays.copyOf(bytes, bytes.length * 2);
    }
    bytes[used++] = one;
  }

  private void add(byte[] more) {
    if (used + more.length > bytes.length) {
      bytes = Arrays.copyOf(bytes, Math.max(used + more.length, bytes.length * 2));
    }
    System.arraycopy(more, 0, bytes, used, more.length);
    used += more.length;
  }

  private byte[] text(TextVector vector, int column, int row) throws DatabaseException {
    Dictionary dictionary = vector.dictionary();
    if (ofVectors[column] != vector) {
      ofVectors[column] = vector;
      texts[column] = new byte[dictionary.size() + 1][];
    }
    int code = vector.codes()[row];
    byte[] known = texts[column][code];
    if (known == null) {
      known = escaped(dictionary.text(code), schema.column(column).name());
      texts[column][code] = known;
    }
    return known;
  }

  private static byte[] escaped(String text, String column) throws DatabaseException {
    StringBuilder escaped = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case '\\' -> escaped.append("\\\\");
        case '\n' -> escaped.append("\\n");
        case '\r' -> escaped.append("\\r");
        case '\t' -> escaped.append("\\t");
        case 0 ->
            throw new DatabaseException(
                DatabaseException.Kind.TABLE,
                "column "
                    + column
                    + " holds a text with the character U+0000, which PostgreSQL can't keep: "
                    + text.replace('\0', '\ufffd'));
        default -> escaped.append(c);
      }
    }
    return escaped.toString().getBytes(StandardCharsets.UTF_8);
  }

  private byte[] number(long value, int column) {
    int at = (int) ((value * 0x9E3779B97F4A7C15L) >>> 52);
    byte[] known = shown[column][at];
    if (known == null || numbers[column][at] != value) {
      ColumnType type = schema.column(column).type();
      known = type.shown(value).getBytes(StandardCharsets.US_ASCII);
      numbers[column][at] = value;
      shown[column][at] = known;
    }
    return known;
  }
}
