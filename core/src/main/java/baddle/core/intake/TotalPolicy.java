package baddle.core.intake;

/** What becomes of rows that are proved to total the rows above them, and that no rule names. */
public enum TotalPolicy {
  /** They are kept like all rows, and reported. */
  REPORT,
  /** They are left out, and counted as that. */
  LEAVE_OUT
}
