package baddle.formats.xlsx;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Optional;

/**
 * Turns a workbook's serial day number into a date. In the 1900 system day 60 is 29 February 1900,
 * which never was; days before it are one off against those after it. In the 1904 system day 0 is 1
 * January 1904.
 */
final class SerialDate {

  private static final long FROM_1900 = 25_569;
  private static final long FROM_1904 = 24_107;
  private static final long LAST = 2_958_465;
  private static final long MILLIS_PER_DAY = 86_400_000L;

  private SerialDate() {}

  /**
   * A date, or a date and time to the millisecond, as ISO 8601 writes it; empty where the number is
   * none.
   */
  static Optional<String> iso(char[] text, int length, boolean from1904) {
    double serial;
    try {
      serial = Double.parseDouble(new String(text, 0, length));
    } catch (NumberFormatException e) {
      return Optional.empty();
    }
    long millis = Math.round(serial * MILLIS_PER_DAY);
    long day = Math.floorDiv(millis, MILLIS_PER_DAY);
    long first = from1904 ? 0 : 1;
    if (day < first || day > LAST || (!from1904 && day == 60)) {
      return Optional.empty();
    }
    long before = from1904 ? FROM_1904 : day < 60 ? FROM_1900 - 1 : FROM_1900;
    LocalDate date = LocalDate.ofEpochDay(day - before);
    long ofDay = Math.floorMod(millis, MILLIS_PER_DAY);
    return Optional.of(ofDay == 0 ? date.toString() : withTime(date, ofDay));
  }

  private static String withTime(LocalDate date, long millisOfDay) {
    LocalDateTime time = date.atStartOfDay().plusNanos(millisOfDay * 1_000_000L);
    return time.toString();
  }
}
