package baddle.core.value;

import baddle.core.calendar.DateSystem;
import java.util.Optional;

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
   * Reads a value of the shapes that most have, as {@link #read} does.
   *
   * @param text ASCII
   * @return whether it has such a shape, and fits; if not, nothing has happened, and {@link #read}
   *     tells
   */
  default boolean readCommon(byte[] text, int start, int end) {
    return false;
  }

  /**
   * Reads a number as a workbook stores it: invariant notation, perhaps with an exponent. Only the
   * 15 significant digits that a person sees count.
   */
  Fit readStoredNumber(char[] text, int start, int end);

  /** Reads a number as a database states it: plain digits, a point, every digit counts. */
  default Fit readExactNumber(char[] text, int start, int end) {
    return read(text, start, end);
  }

  /** The value last read; undefined unless that read returned {@link Fit#FITS}. */
  long value();

  /** How values that could be read in two ways are read; empty where there are none such. */
  default Optional<ConventionChoice> conventionChoice() {
    return Optional.empty();
  }

  /** Reads by another convention from now on, and forgets the evidence gathered so far. */
  default void understand(ConventionChoice conventionChoice) {
    throw new UnsupportedOperationException("nothing to understand");
  }

  /** What the values read so far show; of use only where there is an {@link #conventionChoice}. */
  default Evidence evidence() {
    throw new UnsupportedOperationException("no evidence is gathered");
  }

  /** Remembers what was counted so far. */
  default void mark() {}

  /** Forgets what was counted since the {@link #mark}, for values that are to be read once more. */
  default void backToMark() {}

  /** How many dates had a time of day, which the column doesn't keep. */
  default long timesDropped() {
    return 0;
  }

  /** How many dates were bare day numbers. */
  default long dayNumbers() {
    return 0;
  }

  /** The reader for a type that is held as a {@code long}, where a plan says nothing special. */
  static ValueReader of(ColumnType type) {
    return of(type, ValueRules.STANDARD, DateSystem.FROM_1900);
  }

  /**
   * The reader for a type that is held as a {@code long}.
   *
   * @param inWorkbook how the source's day numbers count
   */
  static ValueReader of(ColumnType type, ValueRules rules, DateSystem inWorkbook) {
    return switch (type.kind()) {
      case INTEGER, DECIMAL -> new NumberReader(type.places(), rules);
      case DATE -> new CalendarReader(false, rules, inWorkbook);
      case TIMESTAMP -> new CalendarReader(true, rules, inWorkbook);
      case BOOLEAN -> new BooleanReader();
      case TEXT -> throw new IllegalArgumentException("text is not read as a number");
    };
  }
}
