package baddle.core.value;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Locale;

/**
 * The type of a dataset's column.
 *
 * @param kind what its values are
 * @param places decimal places, 0 to 12; 0 for every kind but {@link Kind#DECIMAL}
 */
public record ColumnType(Kind kind, int places) {

  /** The largest number of decimal places a column can have. */
  public static final int MOST_PLACES = 12;

  /** What the values of a column are, and what their {@code long} means in memory. */
  public enum Kind {
    /** Characters; leading zeros survive. Held as codes into a dictionary. */
    TEXT,
    /** A whole number of at most 18 digits. */
    INTEGER,
    /** A decimal held as a whole number of its smallest unit (cents at two places). */
    DECIMAL,
    /** A day of the proleptic ISO calendar, as days since 1970-01-01. */
    DATE,
    /** A local date and time, as microseconds since 1970-01-01T00:00. */
    TIMESTAMP,
    /** 1 for true, 0 for false. */
    BOOLEAN;

    /** The word the plan uses. */
    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** Checks the number of places. */
  public ColumnType {
    if (places < 0 || places > MOST_PLACES || (places > 0 && kind != Kind.DECIMAL)) {
      throw new IllegalArgumentException(kind.word() + " with " + places + " places");
    }
  }

  /** Text. */
  public static ColumnType text() {
    return new ColumnType(Kind.TEXT, 0);
  }

  /** A type without places. */
  public static ColumnType of(Kind kind) {
    return new ColumnType(kind, 0);
  }

  /** Decimals with so many places. */
  public static ColumnType decimal(int places) {
    return new ColumnType(Kind.DECIMAL, places);
  }

  /** Written out, as is {@link #hashCode}: what the compiler leaves to each process costs time. */
  @Override
  public boolean equals(Object other) {
    return other instanceof ColumnType type && kind == type.kind && places == type.places;
  }

  @Override
  public int hashCode() {
    return 31 * kind.hashCode() + places;
  }

  /** The narrowest type that holds the values of both; text where there is no other. */
  public ColumnType common(ColumnType other) {
    if (isNumber() && other.isNumber()) {
      boolean whole = kind == Kind.INTEGER && other.kind == Kind.INTEGER;
      return whole ? this : decimal(Math.max(places, other.places));
    }
    if (isCalendar() && other.isCalendar()) {
      return kind == other.kind ? this : of(Kind.TIMESTAMP);
    }
    return equals(other) ? this : text();
  }

  /** Whether values can be summed. */
  public boolean isNumber() {
    return kind == Kind.INTEGER || kind == Kind.DECIMAL;
  }

  /** The days since 1970-01-01 of a value that lies on the calendar. */
  public long epochDay(long value) {
    return kind == Kind.TIMESTAMP ? Math.floorDiv(value, IsoDateTime.MICROS_PER_DAY) : value;
  }

  /** A value held as a {@code long} as text: ISO 8601 for days, plain digits for numbers. */
  public String shown(long value) {
    return switch (kind) {
      case DATE -> LocalDate.ofEpochDay(value).toString();
      case TIMESTAMP ->
          LocalDateTime.ofEpochSecond(
                  Math.floorDiv(value, 1_000_000L),
                  (int) Math.floorMod(value, 1_000_000L) * 1000,
                  ZoneOffset.UTC)
              .toString()
              .replace('T', ' ');
      case BOOLEAN -> value == 0 ? "false" : "true";
      default -> BigDecimal.valueOf(value, places).toPlainString();
    };
  }

  /** Whether values lie on the calendar. */
  public boolean isCalendar() {
    return kind == Kind.DATE || kind == Kind.TIMESTAMP;
  }

  /** {@code text}, {@code decimal(2)}... */
  @Override
  public String toString() {
    return kind == Kind.DECIMAL ? "decimal(" + places + ")" : kind.word();
  }
}
