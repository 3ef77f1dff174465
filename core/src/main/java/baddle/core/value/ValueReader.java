package baddle.core.value;

/**
 * Turns the characters of one cell into the {@code long} that stands for it in a column. A reader
 * is reused for every cell of a column: it keeps the last value and makes no object per cell. Not
 * safe for use by several threads.
 */
public interface ValueReader {

  /**
   * Reads a value as people write it.
   *
   * @param text a buffer
   * @param start the first character, inclusive
   * @param end the end, exclusive; white space on either side has been taken off, and it isn't
   *     empty
   */
  Fit read(char[] text, int start, int end);

  /**
   * Reads a number as a workbook stores it: invariant notation, perhaps with an exponent. Only the
   * 15 significant digits that a person sees count.
   */
  Fit readStoredNumber(char[] text, int start, int end);

  /** The value last read; undefined unless that read returned {@link Fit#FITS}. */
  long value();

  /** The reader for a type that is held as a {@code long}. */
  static ValueReader of(ColumnType type) {
    return switch (type.kind()) {
      case INTEGER, DECIMAL -> new NumberReader(type.places());
      case DATE -> new DateReader();
      case TIMESTAMP -> new TimestampReader();
      case BOOLEAN -> new BooleanReader();
      case TEXT -> throw new IllegalArgumentException("text is not read as a number");
    };
  }
}
