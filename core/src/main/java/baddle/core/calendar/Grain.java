package baddle.core.calendar;

import java.util.Locale;
import java.util.Optional;

/** How coarse the calendar is looked at. */
public enum Grain {
  /** A calendar day. */
  DAY,
  /** A week of ISO 8601: Monday to Sunday, named after the year of its Thursday. */
  WEEK,
  /** A calendar month. */
  MONTH,
  /** Three calendar months. */
  QUARTER,
  /** A calendar year. */
  YEAR,
  /** Three months of the fiscal year. */
  FISCAL_QUARTER,
  /** Twelve months from the fiscal year's start. */
  FISCAL_YEAR,
  /** Monday to Sunday, over all weeks. */
  WEEKDAY;

  /** The words of the plan: {@code month}, {@code fiscal quarter}... */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** The grain of these words, in any case. */
  public static Optional<Grain> of(String words) {
    String wanted = words.strip().toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
    for (Grain grain : values()) {
      if (grain.words().equals(wanted)) {
        return Optional.of(grain);
      }
    }
    return Optional.empty();
  }
}
