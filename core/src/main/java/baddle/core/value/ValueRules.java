package baddle.core.value;

import baddle.core.calendar.DateSystem;
import baddle.core.calendar.MonthNames;
import baddle.core.calendar.TwoDigitYears;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Optional;

/**
 * What a feed says of how its values are written.
 *
 * @param decimal the decimal mark; empty to tell it by the values of each column
 * @param dates the order of day and month; empty to tell it by the values of each column
 * @param years what years of two digits mean
 * @param months how months are named
 * @param dash what a dash alone means
 * @param unreadable what becomes of a value that can't be read, unless its column says otherwise
 * @param serialDates the date system of day numbers in text files; empty for none
 * @param firstDay the first day that a day number may mean
 * @param zone where timestamps that state an offset are brought to
 */
public record ValueRules(
    Optional<Convention> decimal,
    Optional<Convention> dates,
    TwoDigitYears years,
    MonthNames months,
    LoneDash dash,
    Unreadable unreadable,
    Optional<DateSystem> serialDates,
    LocalDate firstDay,
    ZoneId zone) {

  /** Smaller day numbers are no dates, unless a plan says so. */
  private static final LocalDate FIRST_DAY = LocalDate.of(1950, 1, 1);

  /** What holds where a plan says nothing. */
  public static final ValueRules STANDARD =
      new ValueRules(
          Optional.empty(),
          Optional.empty(),
          TwoDigitYears.STANDARD,
          MonthNames.english(),
          LoneDash.HOLD,
          Unreadable.HOLD,
          Optional.empty(),
          FIRST_DAY,
          ZoneOffset.UTC);

  /** What a dash alone means in a column of numbers. */
  public enum LoneDash {
    /** Nothing certain: it holds its row. */
    HOLD,
    /** Zero. */
    ZERO,
    /** No value. */
    BLANK
  }

  /** The same with other names of months and another zone. */
  public ValueRules with(MonthNames otherMonths, ZoneId otherZone) {
    return new ValueRules(
        decimal, dates, years, otherMonths, dash, unreadable, serialDates, firstDay, otherZone);
  }

  /** The same with a decimal mark that is known. */
  public ValueRules with(Convention decimalMark) {
    return new ValueRules(
        Optional.of(decimalMark),
        dates,
        years,
        months,
        dash,
        unreadable,
        serialDates,
        firstDay,
        zone);
  }

  /** The same where another thing becomes of values that can't be read. */
  public ValueRules with(Unreadable other) {
    return new ValueRules(decimal, dates, years, months, dash, other, serialDates, firstDay, zone);
  }

  /** How the columns of numbers are read at first. */
  ConventionChoice numbers() {
    return decimal
        .map(ConventionChoice::known)
        .orElse(ConventionChoice.assumed(Convention.DECIMAL_POINT));
  }

  /** How the columns of dates are read at first. */
  ConventionChoice calendar() {
    return dates
        .map(ConventionChoice::known)
        .orElse(ConventionChoice.assumed(Convention.DAY_FIRST));
  }

  /** Everything that reading a value depends on, as text. */
  public String text() {
    return decimal.map(Convention::planWord).orElse("")
        + "|"
        + dates.map(Convention::planWord).orElse("")
        + "|"
        + years
        + "|"
        + months.languages()
        + "|"
        + dash.name()
        + "|"
        + unreadable.name()
        + "|"
        + serialDates.map(DateSystem::word).orElse("")
        + "|"
        + zone
        + (firstDay.equals(FIRST_DAY) ? "" : "|" + firstDay);
  }
}
