package baddle.core.value;

/** Whether a value was read, and if not, what stood in the way. */
public enum Fit {
  /** The value was read. */
  FITS("a value"),
  /** The cell is blank in a column that must be filled. */
  BLANK("a value, for the column is required"),
  /** Not a number at all. */
  NOT_A_NUMBER("a number with a decimal point, such as 1234.50"),
  /** {@code 1,234}: a thousand and something, or one and something. */
  UNCLEAR_COMMA("a number whose comma can only mean one thing: 1234 or 1,234.00"),
  /** More decimal places than the column has, other than zeros. */
  TOO_MANY_PLACES("a number with no more decimal places than the column's"),
  /** More than 18 digits. */
  TOO_LARGE("a number of at most 18 digits"),
  /** Not a date. */
  NOT_A_DATE("a date such as 2026-03-14"),
  /** A date with a time other than midnight. */
  HAS_TIME("a date without a time of day"),
  /** Not a date and time. */
  NOT_A_TIMESTAMP("a date and time such as 2026-03-14 09:30"),
  /** Not a truth value. */
  NOT_A_BOOLEAN("true or false, yes or no, 1 or 0"),
  /** A workbook's error cell. */
  ERROR_CELL("a value, not an error cell"),
  /** A row with more cells than there are headings. */
  BEYOND_HEADINGS("no value beyond the last heading");

  private final String expectation;

  Fit(String expectation) {
    this.expectation = expectation;
  }

  /** What a column of a type expected instead, as a noun phrase. */
  public String expectation(ColumnType type) {
    boolean whole = type.kind() == ColumnType.Kind.INTEGER;
    if (whole && (this == NOT_A_NUMBER || this == TOO_MANY_PLACES)) {
      return "a whole number, such as 12";
    }
    return this == TOO_MANY_PLACES
        ? "a number with at most " + type.places() + " decimal places"
        : expectation;
  }

  /** What was expected instead, as a noun phrase. */
  public String expectation() {
    return expectation;
  }
}
