package baddle.core.value;

/** Parses {@code YYYY-MM-DD} with an optional time, from a buffer, without making an object. */
final class IsoDateTime {

  static final long MICROS_PER_DAY = 86_400_000_000L;

  private static final int[] DAYS_BEFORE_MONTH = {
    0, 31, 59, 90, 120, 151, 181, 212, 243, 273, 304, 334
  };
  private static final int DAYS_TO_1970 = 719_162;

  private long epochDay;
  private long microsOfDay;

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
    if (year < 1 || month < 1 || month > 12 || day < 1 || day > lengthOfMonth(year, month)) {
      return false;
    }
    epochDay = toEpochDay(year, month, day);
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

  private static boolean isLeap(int year) {
    return year % 4 == 0 && (year % 100 != 0 || year % 400 == 0);
  }

  private static int lengthOfMonth(int year, int month) {
    if (month == 2) {
      return isLeap(year) ? 29 : 28;
    }
    return month == 4 || month == 6 || month == 9 || month == 11 ? 30 : 31;
  }

  private static long toEpochDay(int year, int month, int day) {
    int before = year - 1;
    int days = before * 365 + before / 4 - before / 100 + before / 400;
    int leapDay = month > 2 && isLeap(year) ? 1 : 0;
    return (long) days + DAYS_BEFORE_MONTH[month - 1] + leapDay + day - 1 - DAYS_TO_1970;
  }
}
