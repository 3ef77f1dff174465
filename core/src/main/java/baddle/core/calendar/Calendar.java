package baddle.core.calendar;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.Month;
import java.time.format.TextStyle;
import java.time.temporal.IsoFields;
import java.util.Locale;

/**
 * Puts days into periods, and names them. A period is a whole number that grows with time, so that
 * sorting the numbers is sorting by the calendar.
 *
 * @param fiscalYearStarts the month whose first day begins the fiscal year
 */
public record Calendar(Month fiscalYearStarts) {

  private static final int MONDAY_OFFSET = 3;

  /** Written out, since a record's own is put together anew in every process. */
  @Override
  public String toString() {
    return "Calendar[fiscalYearStarts=" + fiscalYearStarts + "]";
  }

  /** The calendar year is the fiscal year. */
  public static Calendar standard() {
    return new Calendar(Month.JANUARY);
  }

  /**
   * The number of the period a day falls in.
   *
   * @param epochDay days since 1970-01-01
   */
  public int period(Grain grain, long epochDay) {
    if (grain == Grain.DAY) {
      return (int) epochDay;
    }
    if (grain == Grain.WEEK) {
      return (int) Math.floorDiv(epochDay + MONDAY_OFFSET, 7);
    }
    LocalDate day = LocalDate.ofEpochDay(epochDay);
    int months = day.getYear() * 12 + day.getMonthValue() - 1;
    int fiscalMonths = months - (fiscalYearStarts.getValue() - 1);
    return switch (grain) {
      case MONTH -> months;
      case QUARTER -> Math.floorDiv(months, 3);
      case YEAR -> day.getYear();
      case FISCAL_QUARTER -> Math.floorDiv(fiscalMonths, 3);
      case FISCAL_YEAR -> Math.floorDiv(fiscalMonths, 12);
      default -> day.getDayOfWeek().getValue();
    };
  }

  /**
   * A period's name: {@code 2026-03-14}, {@code 2026-W07}, {@code 2026-03}, {@code 2026-Q1}, {@code
   * 2026}; a fiscal year that isn't a calendar year is {@code 2026/27}, its quarter {@code 2026/27
   * Q1}.
   */
  public String label(Grain grain, int period) {
    return switch (grain) {
      case DAY -> LocalDate.ofEpochDay(period).toString();
      case WEEK -> week(period);
      case MONTH -> year(Math.floorDiv(period, 12)) + "-" + two(Math.floorMod(period, 12) + 1);
      case QUARTER -> year(Math.floorDiv(period, 4)) + "-Q" + (Math.floorMod(period, 4) + 1);
      case YEAR -> year(period);
      case FISCAL_QUARTER ->
          fiscalYear(Math.floorDiv(period, 4)) + " Q" + (Math.floorMod(period, 4) + 1);
      case FISCAL_YEAR -> fiscalYear(period);
      case WEEKDAY -> DayOfWeek.of(period).getDisplayName(TextStyle.FULL, Locale.ENGLISH);
    };
  }

  private static String week(int period) {
    LocalDate thursday = LocalDate.ofEpochDay(period * 7L - MONDAY_OFFSET + 3);
    int number = thursday.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR);
    return year(thursday.getYear()) + "-W" + two(number);
  }

  private static String year(int year) {
    boolean isPlain = year >= 1000 && year <= 9999;
    return isPlain ? Integer.toString(year) : String.format(Locale.ROOT, "%04d", year);
  }

  private static String two(int number) {
    return number < 10 ? "0" + number : Integer.toString(number);
  }

  private String fiscalYear(int year) {
    return fiscalYearStarts == Month.JANUARY
        ? year(year)
        : year(year) + "/" + two(Math.floorMod(year + 1, 100));
  }
}
