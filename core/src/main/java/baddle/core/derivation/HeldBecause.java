package baddle.core.derivation;

import java.util.List;
import java.util.Optional;

/**
 * Why a row that was read is held all the same.
 *
 * @param column the column that couldn't be filled
 * @param value what was in the way
 * @param expectation what was expected instead, as a noun phrase
 */
public record HeldBecause(String column, String value, String expectation) {

  private static final String SEPARATOR = "\t";
  private static final String BEFORE_CLOSED = "a date of an open period; ";
  private static final String AFTER_CLOSED = " is closed";

  /**
   * A row that is dated in a period that was closed before the row came in.
   *
   * @param column the column that says which date a row is of
   * @param period the closed period
   */
  public static HeldBecause closed(String column, String date, String period) {
    return new HeldBecause(column, date, BEFORE_CLOSED + period + AFTER_CLOSED);
  }

  /** The closed period that it came in too late for, if that is the reason. */
  public Optional<String> ofClosed() {
    boolean closed = expectation.startsWith(BEFORE_CLOSED) && expectation.endsWith(AFTER_CLOSED);
    return closed
        ? Optional.of(
            expectation.substring(
                BEFORE_CLOSED.length(), expectation.length() - AFTER_CLOSED.length()))
        : Optional.empty();
  }

  /** As one text, which {@link #parse} takes apart. */
  public String text() {
    return String.join(SEPARATOR, column, value.replace(SEPARATOR, " "), expectation);
  }

  /** Reads what {@link #text} wrote. */
  public static HeldBecause parse(String text) {
    List<String> parts = List.of(text.split(SEPARATOR, -1));
    return new HeldBecause(parts.get(0), parts.get(1), parts.get(2));
  }
}
