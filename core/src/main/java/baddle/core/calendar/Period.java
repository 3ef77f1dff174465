package baddle.core.calendar;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * The month, quarter, week... that a source belongs to.
 *
 * @param grain day, week, month, quarter or year
 * @param start its first day
 */
public record Period(Grain grain, LocalDate start) implements Comparable<Period> {

  /** The month, quarter or year that holds both days; empty where they are of different years. */
  public static Optional<Period> holding(long firstDay, long lastDay) {
    Calendar calendar = Calendar.standard();
    for (Grain grain : List.of(Grain.MONTH, Grain.QUARTER, Grain.YEAR)) {
      if (calendar.period(grain, firstDay) == calendar.period(grain, lastDay)) {
        LocalDate day = LocalDate.ofEpochDay(firstDay);
        int months = grain == Grain.MONTH ? 1 : grain == Grain.QUARTER ? 3 : 12;
        int month = (day.getMonthValue() - 1) / months * months + 1;
        return Optional.of(new Period(grain, LocalDate.of(day.getYear(), month, 1)));
      }
    }
    return Optional.empty();
  }

  /** Whether all days of another period are days of this one. */
  public boolean covers(Period other) {
    return !other.start.isBefore(start) && !other.end().isAfter(end());
  }

  /** Whether a day is one of its days, in days since 1970-01-01. */
  public boolean holds(long epochDay) {
    return epochDay >= start.toEpochDay() && epochDay < end().toEpochDay();
  }

  /** The day after its last. */
  public LocalDate end() {
    return switch (grain) {
      case DAY, WEEKDAY -> start.plusDays(1);
      case WEEK -> start.plusWeeks(1);
      case MONTH -> start.plusMonths(1);
      case QUARTER, FISCAL_QUARTER -> start.plusMonths(3);
      case YEAR, FISCAL_YEAR -> start.plusYears(1);
    };
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
