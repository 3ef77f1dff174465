package baddle.core.value;

/** What becomes of a value that can't be read as its column's type. */
public enum Unreadable {
  /** Its row is held. */
  HOLD,
  /** The row is kept, the column is blank there, and the value is listed. */
  BLANK
}
