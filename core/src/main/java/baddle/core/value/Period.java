package baddle.core.value;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.IsoFields;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The month, quarter, week... that a source belongs to.
 *
 * @param grain day, week, month, quarter or year
 * @param start its first day
 */
public record Period(Grain grain, LocalDate start) implements Comparable<Period> {

  /** A regular expression that finds every spelling {@link #parse} reads, without groups. */
  public static final String SPELLINGS =
      "(?:\\d{4}-\\d{2}-\\d{2}|\\d{4}-?[Ww]\\d{2}|\\d{4}-?[Qq][1-4]|\\d{4}-\\d{2}|\\d{6}|\\d{4})";

  private static final Pattern WEEK = Pattern.compile("(\\d{4})-?[Ww](\\d{2})");
  private static final Pattern QUARTER = Pattern.compile("(\\d{4})-?[Qq]([1-4])");
  private static final Pattern MONTH = Pattern.compile("(\\d{4})-?(\\d{2})");

  /**
   * Reads {@code 2026-03-14}, {@code 2026-W07}, {@code 2026-Q1}, {@code 2026-03} or {@code 2026},
   * the middle three also without the hyphen; empty where it is none of these or no such period
   * exists.
   */
  public static Optional<Period> parse(String text) {
    try {
      if (text.length() == 4) {
        return Optional.of(new Period(Grain.YEAR, LocalDate.of(Integer.parseInt(text), 1, 1)));
      }
      if (text.length() == 10) {
        return Optional.of(new Period(Grain.DAY, LocalDate.parse(text)));
      }
      return parseBetween(text);
    } catch (RuntimeException e) {
      if (e instanceof java.time.DateTimeException || e instanceof NumberFormatException) {
        return Optional.empty();
      }
      throw e;
    }
  }

  private static Optional<Period> parseBetween(String text) {
    Matcher week = WEEK.matcher(text);
    if (week.matches()) {
      int number = Integer.parseInt(week.group(2));
      LocalDate inYear = LocalDate.of(Integer.parseInt(week.group(1)), 7, 1);
      if (!IsoFields.WEEK_OF_WEEK_BASED_YEAR.rangeRefinedBy(inYear).isValidValue(number)) {
        return Optional.empty();
      }
      LocalDate day = inYear.with(IsoFields.WEEK_OF_WEEK_BASED_YEAR, number);
      return Optional.of(new Period(Grain.WEEK, day.with(java.time.DayOfWeek.MONDAY)));
    }
    Matcher quarter = QUARTER.matcher(text);
    if (quarter.matches()) {
      int month = Integer.parseInt(quarter.group(2)) * 3 - 2;
      return Optional.of(
          new Period(Grain.QUARTER, LocalDate.of(Integer.parseInt(quarter.group(1)), month, 1)));
    }
    Matcher month = MONTH.matcher(text);
    if (month.matches()) {
      YearMonth read =
          YearMonth.of(Integer.parseInt(month.group(1)), Integer.parseInt(month.group(2)));
      return Optional.of(new Period(Grain.MONTH, read.atDay(1)));
    }
    return Optional.empty();
  }

  /** By first day, then the shorter period first. */
  @Override
  public int compareTo(Period other) {
    int byStart = start.compareTo(other.start);
    return byStart != 0 ? byStart : grain.compareTo(other.grain);
  }

  /** The name the calendar gives it, such as {@code 2026-03}. */
  @Override
  public String toString() {
    Calendar calendar = Calendar.standard();
    return calendar.label(grain, calendar.period(grain, start.toEpochDay()));
  }
}
