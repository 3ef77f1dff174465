package baddle.core.grid;

/** What a raw cell holds. */
public enum CellKind {
  /** Nothing, or nothing but white space. */
  BLANK,
  /** Characters. */
  TEXT,
  /** A number as a workbook stores it, in invariant notation. */
  NUMBER,
  /** A date, with or without a time, as ISO 8601 text. */
  DATE,
  /** {@code true} or {@code false}. */
  BOOLEAN,
  /** An error value such as {@code #N/A}, as text. */
  ERROR
}
