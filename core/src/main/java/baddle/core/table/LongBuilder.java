package baddle.core.table;

import java.util.Arrays;

/** Collects whole numbers. */
public final class LongBuilder extends ColumnBuilder {

  private final long[] values;
  private final long[] blanks;
  private boolean anyBlank;

  LongBuilder(int capacity) {
    values = new long[capacity];
    blanks = new long[(capacity + 63) / 64];
  }

  /** Sets a row's value. */
  public void set(int row, long value) {
    values[row] = value;
    if (anyBlank) {
      blanks[row >> 6] &= ~(1L << (row & 63));
    }
  }

  @Override
  public void blank(int row) {
    values[row] = 0;
    blanks[row >> 6] |= 1L << (row & 63);
    anyBlank = true;
  }

  @Override
  public boolean isBlank(int row) {
    return (blanks[row >> 6] >>> (row & 63) & 1) != 0;
  }

  @Override
  public void countBlanks(int first, int rows, int[] counts) {
    for (int i = 0; i < rows; i++) {
      counts[i] += isBlank(first + i) ? 1 : 0;
    }
  }

  /** A row's value; of no meaning where it is blank. */
  public long value(int row) {
    return values[row];
  }

  @Override
  void copy(int from, int to) {
    if (isBlank(from)) {
      blank(to);
    } else {
      set(to, values[from]);
    }
  }

  @Override
  Vector vector(int size) {
    return new LongVector(values, anyBlank ? blanks : null, size);
  }

  @Override
  void clear() {
    Arrays.fill(blanks, 0);
    anyBlank = false;
  }
}
