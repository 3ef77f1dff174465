package baddle.core.expression;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.time.temporal.IsoFields;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What functions do with days; arguments are days since 1970-01-01. */
final class Dates {

  private static final long MOST_DAYS = 4_000_000;

  private Dates() {}

  static LocalDate day(@Nullable Object argument) {
    return LocalDate.ofEpochDay(Function.number(argument));
  }

  static long field(String field, LocalDate day) {
    return switch (field) {
      case "year" -> day.getYear();
      case "quarter" -> day.get(IsoFields.QUARTER_OF_YEAR);
      case "month" -> day.getMonthValue();
      case "week" -> day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR);
      default -> day.getDayOfMonth();
    };
  }

  static String monthName(LocalDate day, Locale language) {
    return day.getMonth().getDisplayName(TextStyle.FULL_STANDALONE, language);
  }

  static String weekdayName(LocalDate day, Locale language) {
    return day.getDayOfWeek().getDisplayName(TextStyle.FULL_STANDALONE, language);
  }

  /** The first day of the period that a day lies in. */
  static long startOf(long day, Grain grain, Calendar calendar) {
    LocalDate date = LocalDate.ofEpochDay(day);
    int fiscal = calendar.fiscalYearStarts().getValue() - 1;
    return switch (grain) {
      case DAY, WEEKDAY -> day;
      case WEEK -> day - date.getDayOfWeek().getValue() + 1;
      case MONTH -> monthsBack(date, 1, 0);
      case QUARTER -> monthsBack(date, 3, 0);
      case YEAR -> monthsBack(date, 12, 0);
      case FISCAL_QUARTER -> monthsBack(date, 3, fiscal);
      case FISCAL_YEAR -> monthsBack(date, 12, fiscal);
    };
  }

  private static long monthsBack(LocalDate date, int length, int shift) {
    int month = Math.floorMod(date.getMonthValue() - 1 - shift, length);
    return date.withDayOfMonth(1).minusMonths(month).toEpochDay();
  }

  /** The last day of the period that a day lies in. */
  static long endOf(long day, Grain grain, Calendar calendar) {
    LocalDate start = LocalDate.ofEpochDay(startOf(day, grain, calendar));
    LocalDate next =
        switch (grain) {
          case DAY, WEEKDAY -> start.plusDays(1);
          case WEEK -> start.plusWeeks(1);
          case MONTH -> start.plusMonths(1);
          case QUARTER, FISCAL_QUARTER -> start.plusMonths(3);
          case YEAR, FISCAL_YEAR -> start.plusYears(1);
        };
    return next.toEpochDay() - 1;
  }

  /** The first day of a period; empty where days of it are in several units of the grain. */
  static Optional<Long> startWithin(Period period, Grain grain, Calendar calendar) {
    long first = period.start().toEpochDay();
    long last = period.end().toEpochDay() - 1;
    return last <= endOf(first, grain, calendar) ? Optional.of(first) : Optional.empty();
  }

  static long plusDays(long day, long days) throws Failure.Thrown {
    return inRange(days > MOST_DAYS || days < -MOST_DAYS ? Long.MAX_VALUE : day + days);
  }

  static long plusMonths(long day, long months) throws Failure.Thrown {
    if (months > MOST_DAYS || months < -MOST_DAYS) {
      throw new Failure.Thrown(Failure.OUT_OF_RANGE);
    }
    return inRange(LocalDate.ofEpochDay(day).plusMonths(months).toEpochDay());
  }

  private static long inRange(long day) throws Failure.Thrown {
    if (day > MOST_DAYS || day < -MOST_DAYS) {
      throw new Failure.Thrown(Failure.OUT_OF_RANGE);
    }
    return day;
  }
}
