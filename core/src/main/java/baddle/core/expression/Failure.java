package baddle.core.expression;

/** Why an expression has no value for a row; never mistaken for a blank. */
public enum Failure {
  /** A division by zero. */
  DIVISION_BY_ZERO(2, "a divisor other than zero"),
  /** A number of more than 18 digits. */
  TOO_LARGE(3, "a result of at most 18 digits"),
  /** A text that is no number. */
  NOT_A_NUMBER(4, "a text that is a number, such as 1234.50"),
  /** A text that is no date or time. */
  NOT_A_DATE(5, "a text that is a date such as 2026-03-14"),
  /** A text that is no truth value. */
  NOT_A_BOOLEAN(6, "a text that is true or false"),
  /** An argument that a function can't take, such as a negative length. */
  OUT_OF_RANGE(7, "an argument that the function can take"),
  /** A text that could be two numbers or two dates. */
  UNCLEAR(8, "a text that means one thing only, or decimal: or dates: in every feed"),
  /** A text of more than {@link Texts#LONGEST} characters. */
  TOO_LONG(9, "a text of at most 100,000 characters");

  private final byte state;
  private final String expectation;

  Failure(int state, String expectation) {
    this.state = (byte) state;
    this.expectation = expectation;
  }

  /** What was expected instead, as a noun phrase. */
  public String expectation() {
    return expectation;
  }

  /** The state of a row whose value failed so. */
  byte state() {
    return state;
  }

  static Failure of(byte state) {
    for (Failure failure : values()) {
      if (failure.state == state) {
        return failure;
      }
    }
    throw new IllegalArgumentException("no failure " + state);
  }

  /** Thrown by a function for one row. */
  static final class Thrown extends Exception {

    private static final long serialVersionUID = 1L;
    private final Failure failure;

    Thrown(Failure failure) {
      super(failure.expectation, null, false, false);
      this.failure = failure;
    }

    Failure failure() {
      return failure;
    }
  }
}
