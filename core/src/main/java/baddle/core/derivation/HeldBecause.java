package baddle.core.derivation;

import java.util.List;

/**
 * Why a row that was read is held all the same.
 *
 * @param column the column that couldn't be filled
 * @param value what was in the way
 * @param expectation what was expected instead, as a noun phrase
 */
public record HeldBecause(String column, String value, String expectation) {

  private static final String SEPARATOR = "\t";

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
