package baddle.core.table;

/**
 * Collects the values of one column of a block, by row; a row not set holds what it held before.
 */
public abstract sealed class ColumnBuilder permits TextBuilder, LongBuilder {

  /** Makes a row blank. */
  public abstract void blank(int row);

  /** Whether a row that was set is blank. */
  public abstract boolean isBlank(int row);

  /**
   * Counts one more for each row that is blank.
   *
   * @param first the first row
   * @param counts one for each of the rows from there
   */
  public abstract void countBlanks(int first, int rows, int[] counts);

  /**
   * Gives a range of rows the value of the row before them.
   *
   * @param from the first of them, inclusive, at least 1
   * @param to the end, exclusive
   */
  public void repeat(int from, int to) {
    for (int row = from; row < to; row++) {
      copy(from - 1, row);
    }
  }

  /** Gives a row the value of another. */
  abstract void copy(int from, int to);

  /** The first rows as a vector that shares this builder's memory. */
  abstract Vector vector(int size);

  /** Gets ready for the next block. */
  abstract void clear();
}
