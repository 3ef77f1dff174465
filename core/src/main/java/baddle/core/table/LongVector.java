package baddle.core.table;

import org.jspecify.annotations.Nullable;

/** Whole numbers: integers, unscaled decimals, days, microseconds or truth values. */
public final class LongVector extends Vector {

  private final long[] values;
  private final long @Nullable [] blanks;

  /**
   * Shares the arrays, which may be longer than the vector.
   *
   * @param values by row; of no meaning where blank
   * @param blanks a bit for each row, lowest bit first, set where the row is blank; null where none
   *     is
   * @param size rows in use
   */
  public LongVector(long[] values, long @Nullable [] blanks, int size) {
    super(size);
    this.values = values;
    this.blanks = blanks;
  }

  /** The values by row; entries past {@link #size()} mean nothing. */
  public long[] values() {
    return values;
  }

  /** A bit for each row, set where it is blank; null where no row is. */
  public long @Nullable [] blanks() {
    return blanks;
  }

  @Override
  public boolean isBlank(int row) {
    return blanks != null && (blanks[row >> 6] >>> (row & 63) & 1) != 0;
  }
}
