package baddle.core.value;

import java.time.LocalDate;

/**
 * Parses {@code YYYY-MM-DD} with an optional time, from a buffer, without making an object. Days
 * are found in a table of the months: arithmetic with leap years takes another branch for every new
 * month, and each time that happens the compiled code of the whole intake is thrown away.
 */
final class IsoDateTime {

  static final long MICROS_PER_DAY = 86_400_000_000L;

  private static final int FIRST_YEAR = 1;
  private static final int LAST_YEAR = 9999;

  /** The first day of each month from that of {@link #FIRST_YEAR} on, and one more. */
  private static final int[] FIRST_DAYS = firstDays();

  private long epochDay;
  private long microsOfDay;

  /** Whether there is such a day. */
  static boolean isDay(int year, int month, int day) {
    if (year < FIRST_YEAR || year > LAST_YEAR || month < 1 || month > 12) {
      return false;
    }
    int index = (year - FIRST_YEAR) * 12 + month - 1;
    return day >= 1 && day <= FIRST_DAYS[index + 1] - FIRST_DAYS[index];
  }

  /** Days since 1970-01-01 of a day there is. */
  static long epochDay(int year, int month, int day) {
    return FIRST_DAYS[(year - FIRST_YEAR) * 12 + month - 1] + day - 1L;
  }

  long epochDay() {
    return epochDay;
  }

  long microsOfDay() {
    return microsOfDay;
  }

  /** Whether the characters are a valid date, alone or with a valid time. */
  boolean read(char[] text, int start, int end) {
    if (end - start < 10) {
      return false;
    }
    char separator = text[start + 4];
    if ((separator != '-' && separator != '/') || text[start + 7] != separator) {
      return false;
    }
    int year = number(text, start, 4);
    int month = number(text, start + 5, 2);
    int day = number(text, start + 8, 2);
    if (year < FIRST_YEAR || month < 1 || month > 12) {
      return false;
    }
    int index = (year - FIRST_YEAR) * 12 + month - 1;
    int first = FIRST_DAYS[index];
    if (day < 1 || day > FIRST_DAYS[index + 1] - first) {
      return false;
    }
    epochDay = first + day - 1L;
    microsOfDay = 0;
    return end - start == 10 || readTime(text, start + 10, end);
  }

  private boolean readTime(char[] text, int start, int end) {
    int length = end - start;
    if ((text[start] != 'T' && text[start] != ' ') || length < 6 || text[start + 3] != ':') {
      return false;
    }
    int hour = number(text, start + 1, 2);
    int minute = number(text, start + 4, 2);
    if (hour < 0 || hour > 23 || minute < 0 || minute > 59) {
      return false;
    }
    microsOfDay = (hour * 60L + minute) * 60_000_000L;
    return length == 6 || readSeconds(text, start + 6, end);
  }

  private boolean readSeconds(char[] text, int start, int end) {
    int length = end - start;
    int second = length >= 3 && text[start] == ':' ? number(text, start + 1, 2) : -1;
    if (second < 0 || second > 59) {
      return false;
    }
    microsOfDay += second * 1_000_000L;
    if (length == 3) {
      return true;
    }
    if (text[start + 3] != '.' || length == 4) {
      return false;
    }
    long unit = 100_000L;
    for (int i = start + 4; i < end; i++, unit /= 10) {
      int digit = text[i] - '0';
      if (digit < 0 || digit > 9 || (unit == 0 && digit != 0)) {
        return false;
      }
      microsOfDay += digit * unit;
    }
    return true;
  }

  /** The number in so many digits, or -1 where one of them is none. */
  private static int number(char[] text, int start, int length) {
    int number = 0;
    for (int i = start; i < start + length; i++) {
      int digit = text[i] - '0';
      if (digit < 0 || digit > 9) {
        return -1;
      }
      number = number * 10 + digit;
    }
    return number;
  }

  private static int[] firstDays() {
    int[] days = new int[(LAST_YEAR - FIRST_YEAR + 1) * 12 + 1];
    for (int i = 0; i < days.length; i++) {
      days[i] = (int) LocalDate.of(FIRST_YEAR + i / 12, i % 12 + 1, 1).toEpochDay();
    }
    return days;
  }
}
