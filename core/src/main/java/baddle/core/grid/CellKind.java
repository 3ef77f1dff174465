package baddle.core.grid;

/** What a raw cell holds. */
public enum CellKind {
  /** Nothing, or nothing but white space. */
  BLANK(0),
  /** Characters. */
  TEXT(1),
  /** A number as a workbook stores it, in invariant notation. */
  NUMBER(2),
  /** A date, with or without a time, as ISO 8601 text. */
  DATE(3),
  /** {@code true} or {@code false}. */
  BOOLEAN(4),
  /** An error value such as {@code #N/A}, as text. */
  ERROR(5),
  /** A time of day or a duration, as hours, minutes and seconds. */
  TIME(6),
  /** A formula whose result isn't stored, as text; what it would show nobody knows. */
  FORMULA(7),
  /** A number that a database states, exact whatever its length: plain digits, perhaps a point. */
  DECIMAL(8);

  private static final CellKind[] BY_CODE = {
    BLANK, TEXT, NUMBER, DATE, BOOLEAN, ERROR, TIME, FORMULA, DECIMAL
  };

  private final int code;

  CellKind(int code) {
    this.code = code;
  }

  /** A small number that a row keeps instead of a reference. */
  int code() {
    return code;
  }

  static CellKind of(int code) {
    return BY_CODE[code];
  }
}
