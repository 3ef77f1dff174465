package baddle.core.value;

import baddle.core.calendar.MonthNames;
import baddle.core.calendar.TwoDigitYears;
import org.jspecify.annotations.Nullable;

/**
 * Takes apart a date as people write it, with or without a time of day: {@code 14/3/2026}, {@code
 * 14 Mar 26}, {@code March 14, 2026}, {@code 2026.03.14 9:30 pm}, {@code 20260314}. Reused from
 * date to date.
 */
final class WrittenDate {

  private static final int FIELDS = 3;
  private static final int WORD = -1;
  private static final int NO_OFFSET = Integer.MIN_VALUE;

  private final MonthNames months;
  private final TwoDigitYears years;

  private char[] text = {};
  private int at;
  private int end;
  private final int[] starts = new int[FIELDS];
  private final int[] lengths = new int[FIELDS];
  private final int[] numbers = new int[FIELDS];

  private int year;
  private int month;
  private int day;
  private @Nullable Convention shown;
  private boolean either;
  private boolean impossible;
  private long microsOfDay;
  private int offsetMinutes;

  WrittenDate(MonthNames months, TwoDigitYears years) {
    this.months = months;
    this.years = years;
  }

  /**
   * Whether the characters are a date; only then ask for the rest.
   *
   * @param convention which of two numbers is the day where both could be
   */
  boolean read(char[] newText, int from, int to, Convention convention) {
    text = newText;
    at = from;
    end = to;
    shown = null;
    either = false;
    microsOfDay = 0;
    offsetMinutes = NO_OFFSET;
    boolean fields = readAfterWeekday(convention) || readDay(convention);
    impossible = fields && !isDay() && isLikeADay();
    return fields && isDay() && (at == end || readTime());
  }

  /** Whether a person meant a day; with the year first, the month may be one too many. */
  private boolean isLikeADay() {
    boolean yearFirst = lengths[0] == 4;
    return month >= 1 && month <= (yearFirst ? 31 : 12) && day >= 1 && day <= 31;
  }

  private boolean readDay(Convention convention) {
    lengths[0] = 0;
    return isCompact() ? readCompact() : readFields() && assign(convention);
  }

  /** Reads the date behind a weekday's name; what has no date behind it begins with no weekday. */
  private boolean readAfterWeekday(Convention convention) {
    int from = at;
    int word = at;
    while (word < end && Character.isLetter(text[word])) {
      word++;
    }
    if (word == from || word == end || !months.isWeekday(text, from, word)) {
      return false;
    }
    at = word;
    while (at < end && ".,  ".indexOf(text[at]) >= 0) {
      at++;
    }
    if (readDay(convention) && isDay()) {
      return true;
    }
    at = from;
    shown = null;
    either = false;
    return false;
  }

  /** Whether what was read last is written like a date, of a day that the month doesn't have. */
  boolean isImpossible() {
    return impossible;
  }

  /** Days since 1970-01-01. */
  long epochDay() {
    return IsoDateTime.epochDay(year, month, day);
  }

  long microsOfDay() {
    return microsOfDay;
  }

  boolean hasOffset() {
    return offsetMinutes != NO_OFFSET;
  }

  /** The offset from UTC that is stated, in minutes. */
  int offsetMinutes() {
    return offsetMinutes;
  }

  /** The day with day and month the other way round; only where that {@link #isEither}. */
  long otherEpochDay() {
    return IsoDateTime.epochDay(year, /* month= */ day, /* day= */ month);
  }

  /** The convention that the order shows; null where it shows none. */
  @Nullable Convention shown() {
    return shown;
  }

  /** Whether day and month could be the other way round. */
  boolean isEither() {
    return either;
  }

  private boolean isCompact() {
    int digits = 0;
    while (at + digits < end && isDigit(text[at + digits])) {
      digits++;
    }
    return digits == 8;
  }

  private boolean readCompact() {
    int number = number(at, 8);
    year = number / 10_000;
    month = number / 100 % 100;
    day = number % 100;
    at += 8;
    return true;
  }

  private boolean readFields() {
    for (int field = 0; field < FIELDS; field++) {
      if (field > 0 && !skipMark()) {
        return false;
      }
      int from = at;
      boolean digits = at < end && isDigit(text[at]);
      while (at < end && (digits ? isDigit(text[at]) : Character.isLetter(text[at]))) {
        at++;
      }
      starts[field] = from;
      lengths[field] = at - from;
      if (at == from || (digits && at - from > 4)) {
        return false;
      }
      numbers[field] = digits ? number(from, at - from) : WORD;
    }
    return true;
  }

  /** One mark between two fields, with spaces around it, or a change from letters to digits. */
  private boolean skipMark() {
    boolean letters = Character.isLetter(text[at - 1]);
    int from = at;
    int marks = 0;
    while (at < end && "-/., '".indexOf(text[at]) >= 0) {
      marks += text[at] == ' ' ? 0 : 1;
      at++;
    }
    boolean touching = at == from && at < end && letters != Character.isLetter(text[at]);
    return marks < 2 && (at > from || touching);
  }

  private boolean assign(Convention convention) {
    if (numbers[1] == WORD) {
      boolean yearFirst = lengths[0] == 4;
      return set(yearFirst ? 0 : 2, 1, yearFirst ? 2 : 0);
    }
    if (numbers[0] == WORD) {
      return set(2, 0, 1);
    }
    if (numbers[2] == WORD) {
      return false;
    }
    if (lengths[0] == 4) {
      return lengths[1] <= 2 && lengths[2] <= 2 && set(0, 1, 2);
    }
    boolean dayFirst = convention == Convention.DAY_FIRST;
    if (numbers[0] > 12 || numbers[1] > 12) {
      dayFirst = numbers[0] > 12;
      shown = dayFirst ? Convention.DAY_FIRST : Convention.MONTH_FIRST;
    } else {
      either = numbers[0] != numbers[1];
    }
    return set(2, dayFirst ? 1 : 0, dayFirst ? 0 : 1);
  }

  private boolean set(int yearField, int monthField, int dayField) {
    int digits = lengths[yearField];
    if (numbers[yearField] == WORD || numbers[dayField] == WORD || (digits != 2 && digits != 4)) {
      return false;
    }
    year = digits == 2 ? years.year(numbers[yearField]) : numbers[yearField];
    month =
        numbers[monthField] == WORD
            ? months.month(text, starts[monthField], starts[monthField] + lengths[monthField])
            : numbers[monthField];
    day = numbers[dayField];
    return true;
  }

  private boolean isDay() {
    return IsoDateTime.isDay(year, month, day);
  }

  /** {@code 9:30}, {@code 09:30:15.25}, with am or pm, with Z or an offset such as +02:00. */
  private boolean readTime() {
    if (text[at] == 'T' || text[at] == 't') {
      at++;
    } else {
      int from = at;
      skipSpaces(",");
      if (at == from) {
        return false;
      }
    }
    int hour = takeNumber(2);
    if (hour < 0 || !skip(':')) {
      return false;
    }
    int minute = takeNumber(2);
    long micros = 0;
    if (skip(':')) {
      int second = takeNumber(2);
      if (second < 0 || second > 59) {
        return false;
      }
      micros = second * 1_000_000L + fraction();
    }
    skipSpaces("");
    hour = halfOfDay(hour);
    if (hour < 0 || hour > 23 || minute < 0 || minute > 59) {
      return false;
    }
    microsOfDay = (hour * 60L + minute) * 60_000_000L + micros;
    return readOffset() && at == end;
  }

  private long fraction() {
    long micros = 0;
    if (at < end && (text[at] == '.' || text[at] == ',')) {
      at++;
      for (long unit = 100_000; at < end && isDigit(text[at]); unit /= 10) {
        micros += (text[at++] - '0') * unit;
      }
    }
    return micros;
  }

  private int halfOfDay(int hour) {
    if (at + 1 < end && (text[at + 1] | 0x20) == 'm') {
      int half = text[at] | 0x20;
      if (half == 'a' || half == 'p') {
        at += 2;
        skipSpaces("");
        return hour < 1 || hour > 12 ? WORD : hour % 12 + (half == 'p' ? 12 : 0);
      }
    }
    return hour;
  }

  private boolean readOffset() {
    if (at == end) {
      return true;
    }
    if (skip('Z') || skip('z')) {
      offsetMinutes = 0;
      return true;
    }
    char sign = text[at];
    if (sign != '+' && sign != '-') {
      return false;
    }
    at++;
    int hours = takeNumber(2);
    boolean colon = skip(':');
    int minutes = at == end && !colon ? 0 : takeNumber(2);
    offsetMinutes = (sign == '-' ? -1 : 1) * (hours * 60 + minutes);
    return hours >= 0 && hours <= 18 && minutes >= 0 && minutes <= 59;
  }

  private boolean skip(char c) {
    boolean there = at < end && text[at] == c;
    at += there ? 1 : 0;
    return there;
  }

  private void skipSpaces(String also) {
    while (at < end && (text[at] == ' ' || also.indexOf(text[at]) >= 0)) {
      at++;
    }
  }

  /** A number of at most so many digits, or {@link #WORD}. */
  private int takeNumber(int most) {
    int from = at;
    while (at < end && at - from < most && isDigit(text[at])) {
      at++;
    }
    return at == from ? WORD : number(from, at - from);
  }

  private int number(int from, int length) {
    int number = 0;
    for (int i = from; i < from + length; i++) {
      number = number * 10 + text[i] - '0';
    }
    return number;
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }
}
