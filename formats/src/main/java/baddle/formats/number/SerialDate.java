package baddle.formats.number;

import baddle.core.calendar.DateSystem;
import java.time.LocalDate;
import java.util.Optional;

/** Turns the day numbers of a workbook into dates, and parts of days into times. */
public final class SerialDate {

  private static final long MILLIS_PER_DAY = 86_400_000L;

  private SerialDate() {}

  /**
   * A date, or a date and time to the millisecond, as ISO 8601 writes it; empty where the number is
   * none.
   */
  public static Optional<String> iso(char[] text, int length, DateSystem system) {
    return iso(number(text, length), system);
  }

  /** The same for a number. */
  public static Optional<String> iso(double serial, DateSystem system) {
    if (Double.isNaN(serial)) {
      return Optional.empty();
    }
    long millis = Math.round(serial * MILLIS_PER_DAY);
    long day = system.epochDay(Math.floorDiv(millis, MILLIS_PER_DAY));
    if (day == DateSystem.NO_DAY) {
      return Optional.empty();
    }
    LocalDate date = LocalDate.ofEpochDay(day);
    long ofDay = Math.floorMod(millis, MILLIS_PER_DAY);
    return Optional.of(
        ofDay == 0
            ? date.toString()
            : date.atStartOfDay().plusNanos(ofDay * 1_000_000L).toString());
  }

  /** Hours, minutes and seconds, the hours perhaps more than a day's; empty for no number. */
  public static Optional<String> time(char[] text, int length) {
    return time(number(text, length));
  }

  /** The same for a number. */
  public static Optional<String> time(double days) {
    if (Double.isNaN(days) || Math.abs(days) > 1e6) {
      return Optional.empty();
    }
    long millis = Math.round(Math.abs(days) * MILLIS_PER_DAY);
    long seconds = millis / 1000;
    StringBuilder time = new StringBuilder(days < 0 ? "-" : "");
    padded(time, seconds / 3600, 2).append(':');
    padded(time, seconds / 60 % 60, 2).append(':');
    padded(time, seconds % 60, 2);
    if (millis % 1000 != 0) {
      padded(time.append('.'), millis % 1000, 3);
    }
    return Optional.of(time.toString());
  }

  private static StringBuilder padded(StringBuilder to, long number, int digits) {
    String text = Long.toString(number);
    to.append("0".repeat(Math.max(0, digits - text.length())));
    return to.append(text);
  }

  private static double number(char[] text, int length) {
    try {
      return Double.parseDouble(new String(text, 0, length));
    } catch (NumberFormatException e) {
      return Double.NaN;
    }
  }
}
