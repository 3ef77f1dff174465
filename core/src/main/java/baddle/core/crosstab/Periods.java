package baddle.core.crosstab;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Grain;
import java.time.LocalDate;

/** Periods as numbers that grow with time, and those of the years around them. */
record Periods(Calendar calendar) {

  private static final int WEEKS_OF_A_YEAR = 52;
  private static final int MONDAY_OFFSET = 3;

  /** The same period a year before; for weeks the one 52 weeks before. */
  static long yearBefore(Grain grain, long period) {
    return switch (grain) {
      case DAY -> LocalDate.ofEpochDay(period).minusYears(1).toEpochDay();
      case WEEK -> period - WEEKS_OF_A_YEAR;
      case MONTH -> period - 12;
      case QUARTER, FISCAL_QUARTER -> period - 4;
      case YEAR, FISCAL_YEAR -> period - 1;
      case WEEKDAY -> period;
    };
  }

  /** The first period of the fiscal year that a period is of. */
  long firstOfYear(Grain grain, long period) {
    return switch (grain) {
      case YEAR, FISCAL_YEAR -> period;
      case WEEKDAY -> 1;
      default -> calendar.period(grain, yearOf(grain, period).toEpochDay());
    };
  }

  /** The last period of that year. */
  long lastOfYear(Grain grain, long period) {
    return switch (grain) {
      case YEAR, FISCAL_YEAR -> period;
      case WEEKDAY -> 7;
      default ->
          calendar.period(grain, yearOf(grain, period).plusYears(1).minusDays(1).toEpochDay());
    };
  }

  /** The first day of the fiscal year that a period begins in. */
  private LocalDate yearOf(Grain grain, long period) {
    int year = calendar.period(Grain.FISCAL_YEAR, firstDay(grain, period).toEpochDay());
    return LocalDate.of(year, calendar.fiscalYearStarts(), 1);
  }

  private LocalDate firstDay(Grain grain, long period) {
    return switch (grain) {
      case DAY -> LocalDate.ofEpochDay(period);
      case WEEK -> LocalDate.ofEpochDay(period * 7 - MONDAY_OFFSET);
      case MONTH -> firstOfMonth(period);
      case QUARTER -> firstOfMonth(period * 3);
      case FISCAL_QUARTER -> firstOfMonth(period * 3 + calendar.fiscalYearStarts().getValue() - 1);
      case YEAR, FISCAL_YEAR, WEEKDAY -> throw new IllegalArgumentException(grain.words());
    };
  }

  /** The first day of a month that is counted from the year 0. */
  private static LocalDate firstOfMonth(long month) {
    return LocalDate.of((int) Math.floorDiv(month, 12L), (int) Math.floorMod(month, 12L) + 1, 1);
  }
}
