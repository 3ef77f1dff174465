package baddle.core.crosstab;

import baddle.core.value.Calendar;
import baddle.core.value.Grain;

/** Periods as numbers that grow with time, and those of the years around them. */
record Periods(Calendar calendar) {

  private static final int WEEKS_OF_A_YEAR = 52;

  /** The same period a year before; for weeks the one 52 weeks before. */
  static long yearBefore(Grain grain, long period) {
    return switch (grain) {
      case DAY -> Axis.yearBefore(period);
      case WEEK -> period - WEEKS_OF_A_YEAR;
      case MONTH -> period - 12;
      case QUARTER, FISCAL_QUARTER -> period - 4;
      case YEAR, FISCAL_YEAR -> period - 1;
      case WEEKDAY -> period;
    };
  }

  /** The first period of the fiscal year that a period is of. */
  long firstOfYear(Grain grain, long period) {
    int firstMonth = calendar.fiscalYearStarts().getValue() - 1;
    return switch (grain) {
      case MONTH -> period - Math.floorMod(period - firstMonth, 12);
      case QUARTER, FISCAL_QUARTER -> period - Math.floorMod(period, 4);
      case WEEKDAY -> 1;
      default -> period;
    };
  }

  /** The last period of that year. */
  long lastOfYear(Grain grain, long period) {
    return switch (grain) {
      case MONTH -> firstOfYear(grain, period) + 11;
      case QUARTER, FISCAL_QUARTER -> firstOfYear(grain, period) + 3;
      case WEEKDAY -> 7;
      default -> period;
    };
  }
}
