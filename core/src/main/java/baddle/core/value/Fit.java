package baddle.core.value;

/** Whether a value was read, and if not, what was in the way. */
public enum Fit {
  /** The value was read. */
  FITS("a value"),
  /** The cell is blank in a column that must be filled. */
  BLANK("a value, for the column is required"),
  /** Not a number at all. */
  NOT_A_NUMBER("a number, such as 1234.50"),
  /** Written with a decimal comma in a column that has decimal points. */
  OTHER_MARK_COMMA("a number with a decimal point, as the column has elsewhere or the plan says"),
  /** Written with a decimal point in a column that has decimal commas. */
  OTHER_MARK_POINT("a number with a decimal comma, as the column has elsewhere or the plan says"),
  /** {@code 1,234}: a thousand and something, or one and something. */
  UNCLEAR_MARK("a number that means one thing only, or decimal: point or comma in the plan"),
  /** A dash and nothing else, where the plan doesn't say what it means. */
  LONE_DASH("a number, or lone_dash: zero or blank in the plan"),
  /** Read as no value. */
  MEANS_BLANK("a value"),
  /** More decimal places than the column has, other than zeros. */
  TOO_MANY_PLACES("a number with no more decimal places than the column's"),
  /** More than 18 digits. */
  TOO_LARGE("a number of at most 18 digits"),
  /** Not a date. */
  NOT_A_DATE("a date such as 2026-03-14"),
  /** A day that the calendar doesn't have, such as 30 February. */
  NO_SUCH_DAY("a day that exists"),
  /** A number far from the days that are believed. */
  DAY_NUMBER_BEYOND("a date, or a day number of 1950 (else what day_numbers_from: says) to 2099"),
  /** The day first in a column that has the month first. */
  OTHER_ORDER_DAY("a date with the month first, as the column has elsewhere or the plan says"),
  /** The month first in a column that has the day first. */
  OTHER_ORDER_MONTH("a date with the day first, as the column has elsewhere or the plan says"),
  /** {@code 03/04/2026}: in March or in April. */
  UNCLEAR_ORDER("a date that means one day only, or dates: day first or month first in the plan"),
  /** Not a date and time. */
  NOT_A_TIMESTAMP("a date and time such as 2026-03-14 09:30"),
  /** Not a truth value. */
  NOT_A_BOOLEAN("true or false, yes or no, 1 or 0"),
  /** A workbook's error cell. */
  ERROR_CELL("a value, not an error cell"),
  /** A workbook's formula whose result isn't stored. */
  FORMULA_WITHOUT_RESULT(
      "a stored result, not a formula without one; open the workbook, save it, and send it again"),
  /** A blank that would take the value from above, which doesn't fit its column. */
  NOT_CARRIED("a value, for the one above it that would be carried down doesn't fit"),
  /** A row with more cells than there are headings. */
  BEYOND_HEADINGS("no value beyond the last heading");

  private final String expectation;

  Fit(String expectation) {
    this.expectation = expectation;
  }

  /** Whether there is a value, and it can't be read. */
  public boolean isUnreadable() {
    return this != FITS && this != BLANK && this != MEANS_BLANK;
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
