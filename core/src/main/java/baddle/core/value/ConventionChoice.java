package baddle.core.value;

/**
 * How the values of one column of a source are read.
 *
 * @param convention how the sender is taken to write
 * @param certainty why that is so
 */
public record ConventionChoice(Convention convention, Certainty certainty) {

  /** How well a convention is known. */
  public enum Certainty {
    /** Taken for now; values that could be read both ways are read by it and counted. */
    ASSUMED,
    /** Stated by the plan, or shown by values that can be read in one way only. */
    KNOWN,
    /** The values contradict each other, or all of them can be read both ways. */
    UNDECIDABLE
  }

  /** Taken until the values show otherwise. */
  public static ConventionChoice assumed(Convention convention) {
    return new ConventionChoice(convention, Certainty.ASSUMED);
  }

  /** Beyond doubt. */
  public static ConventionChoice known(Convention convention) {
    return new ConventionChoice(convention, Certainty.KNOWN);
  }

  /** Nothing is known: values of this type that could be read both ways don't fit. */
  public static ConventionChoice undecidable(ColumnType type) {
    Convention convention = type.isCalendar() ? Convention.DAY_FIRST : Convention.DECIMAL_POINT;
    return new ConventionChoice(convention, Certainty.UNDECIDABLE);
  }

  /** Whether the values may still show otherwise. */
  public boolean isAssumed() {
    return certainty == Certainty.ASSUMED;
  }

  /** Whether values that could be read both ways don't fit. */
  boolean holdsUnclear() {
    return certainty == Certainty.UNDECIDABLE;
  }
}
