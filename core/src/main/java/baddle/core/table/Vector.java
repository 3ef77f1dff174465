package baddle.core.table;

import baddle.core.value.ColumnType;
import java.util.Arrays;
import java.util.BitSet;

/** The values of one column over the rows of a block; rows count from 0. */
public abstract sealed class Vector permits TextVector, LongVector {

  private final int size;

  Vector(int size) {
    this.size = size;
  }

  /** How many rows there are. */
  public final int size() {
    return size;
  }

  /** Whether a row has no value. */
  public abstract boolean isBlank(int row);

  /** Whether a row's value is the same as that of the same row of another vector. */
  public final boolean isSame(int row, Vector other) {
    if (isBlank(row) || other.isBlank(row)) {
      return isBlank(row) == other.isBlank(row);
    }
    if (this instanceof TextVector one && other instanceof TextVector two) {
      return one.dictionary()
          .text(one.codes()[row])
          .equals(two.dictionary().text(two.codes()[row]));
    }
    return this instanceof LongVector one
        && other instanceof LongVector two
        && one.values()[row] == two.values()[row];
  }

  /**
   * A row's value as a person reads it: days as ISO 8601, plain digits; {@code (blank)} for none.
   */
  public final String shown(int row, ColumnType type) {
    if (isBlank(row)) {
      return "(blank)";
    }
    return this instanceof TextVector text
        ? text.dictionary().text(text.codes()[row])
        : type.shown(((LongVector) this).values()[row]);
  }

  /**
   * Some of the rows, in memory of their own.
   *
   * @param rows which ones, in order
   * @param count how many of those
   */
  public final Vector rows(int[] rows, int count) {
    if (this instanceof TextVector texts) {
      int[] codes = new int[count];
      for (int i = 0; i < count; i++) {
        codes[i] = texts.codes()[rows[i]];
      }
      return new TextVector(codes, count, texts.dictionary());
    }
    LongVector numbers = (LongVector) this;
    long[] values = new long[count];
    long[] blanks = numbers.blanks() == null ? null : new long[(count + 63) / 64];
    for (int i = 0; i < count; i++) {
      values[i] = numbers.values()[rows[i]];
      if (blanks != null && numbers.isBlank(rows[i])) {
        blanks[i >> 6] |= 1L << (i & 63);
      }
    }
    return new LongVector(values, blanks, count);
  }

  /**
   * The same with some rows as they are in another vector of the type.
   *
   * @param rows which rows
   */
  public final Vector with(BitSet rows, Vector other) {
    if (this instanceof TextVector texts && other instanceof TextVector others) {
      Dictionary dictionary = new Dictionary();
      int[] codes = new int[size];
      for (int row = 0; row < size; row++) {
        TextVector from = rows.get(row) ? others : texts;
        int code = from.codes()[row];
        codes[row] =
            code == Dictionary.BLANK
                ? Dictionary.BLANK
                : dictionary.code(from.dictionary().text(code));
      }
      return new TextVector(codes, size, dictionary);
    }
    long[] values = new long[size];
    long[] blanks = new long[(size + 63) / 64];
    for (int row = 0; row < size; row++) {
      LongVector from = (LongVector) (rows.get(row) ? other : this);
      values[row] = from.values()[row];
      if (from.isBlank(row)) {
        blanks[row >> 6] |= 1L << (row & 63);
      }
    }
    return new LongVector(values, blanks, size);
  }

  /** Blanks. */
  public static Vector blank(ColumnType type, int size) {
    if (type.kind() == ColumnType.Kind.TEXT) {
      return new TextVector(new int[size], size, new Dictionary());
    }
    long[] blanks = new long[(size + 63) / 64];
    Arrays.fill(blanks, -1L);
    return new LongVector(new long[size], blanks, size);
  }
}
