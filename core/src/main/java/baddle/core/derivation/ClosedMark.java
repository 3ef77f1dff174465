package baddle.core.derivation;

import java.util.List;
import java.util.Locale;

/**
 * Why a row that was read doesn't count: its period was closed before it came in.
 *
 * @param kind how it relates to the closed rows
 * @param column the column that says which period a row is of
 * @param value what the row has there
 * @param period the closed period
 */
public record ClosedMark(Kind kind, String column, String value, String period) {

  /** How a row relates to the closed ones. */
  public enum Kind {
    /** None of them, so that it is held. */
    LATE,
    /** One of them, sent again. */
    AGAIN,
    /** One that was left out before the period was closed, sent again. */
    LEFT_OUT
  }

  private static final String SEPARATOR = "\t";

  /** Whether the row is held; it is left out otherwise. */
  public boolean holds() {
    return kind == Kind.LATE;
  }

  /** What holds the row. */
  public HeldBecause held() {
    return new HeldBecause(column, value, "an open period; " + period + " is closed");
  }

  /** Why the row is left out. */
  public String leftOut() {
    return kind == Kind.AGAIN
        ? "it is in the dataset since " + period + " was closed"
        : "it was left out when " + period + " was closed";
  }

  /** As one text, which {@link #parse} takes apart. */
  public String text() {
    return String.join(
        SEPARATOR,
        kind.name().toLowerCase(Locale.ROOT),
        column,
        value.replace(SEPARATOR, " "),
        period);
  }

  /** Reads what {@link #text} wrote. */
  public static ClosedMark parse(String text) {
    List<String> parts = List.of(text.split(SEPARATOR, -1));
    return new ClosedMark(
        Kind.valueOf(parts.get(0).toUpperCase(Locale.ROOT)),
        parts.get(1),
        parts.get(2),
        parts.get(3));
  }
}
