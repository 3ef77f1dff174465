package baddle.core.value;

import baddle.core.calendar.DateSystem;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Optional;

/**
 * Reads dates, into days since 1970-01-01, or local dates and times, into microseconds since
 * 1970-01-01T00:00. What ISO 8601 writes takes a short way; everything else is taken apart by
 * {@link WrittenDate}. A time of day in a column of dates is dropped and counted.
 */
final class CalendarReader extends ConventionReader {

  private static final int COMPACT_DIGITS = 8;

  /** The length of a date of ten characters: year, month and day, or day and month, and marks. */
  private static final int COMMON_LENGTH = 10;

  private static final BigDecimal MILLIS_PER_DAY = BigDecimal.valueOf(86_400_000L);
  private static final BigDecimal LARGEST_DAY_NUMBER = BigDecimal.valueOf(1_000_000);

  /** Day numbers are only believed up to 2099; other numbers are no dates. */
  private static final long LAST_BELIEVED = IsoDateTime.epochDay(2099, 12, 31);

  private final boolean withTime;
  private final Optional<DateSystem> inText;
  private final DateSystem inWorkbook;
  private final ZoneId zone;
  private final long firstDay;
  private final IsoDateTime iso = new IsoDateTime();
  private final WrittenDate written;
  private long value;
  private long timesDropped;
  private long dayNumbers;
  private long timesDroppedAtMark;
  private long dayNumbersAtMark;

  CalendarReader(boolean withTime, ValueRules rules, DateSystem inWorkbook) {
    super(rules.calendar());
    this.withTime = withTime;
    this.inText = rules.serialDates();
    this.inWorkbook = inWorkbook;
    this.zone = rules.zone();
    this.firstDay = rules.firstDay().toEpochDay();
    this.written = new WrittenDate(rules.months(), rules.years());
  }

  @Override
  public Fit read(char[] text, int start, int end) {
    if (iso.read(text, start, end)) {
      set(iso.epochDay(), iso.microsOfDay());
      return Fit.FITS;
    }
    return readWritten(text, start, end);
  }

  @Override
  public boolean readCommon(byte[] text, int start, int end) {
    if (end - start != COMMON_LENGTH) {
      return false;
    }
    byte mark = text[start + 4];
    if (mark == '-' || mark == '/') {
      return text[start + 7] == mark && readYearFirst(text, start);
    }
    return readYearLast(text, start);
  }

  private boolean readYearFirst(byte[] text, int start) {
    long year = AsciiDigits.number(text, start, start + 4);
    return set((int) year, AsciiDigits.two(text, start + 5), AsciiDigits.two(text, start + 8));
  }

  private boolean readYearLast(byte[] text, int start) {
    byte mark = text[start + 2];
    if (text[start + 5] != mark || (mark != '.' && mark != '/' && mark != '-')) {
      return false;
    }
    int first = AsciiDigits.two(text, start);
    int second = AsciiDigits.two(text, start + 3);
    boolean both = first <= 12 && second <= 12;
    boolean dayFirst = both ? convention() == Convention.DAY_FIRST : first > 12;
    Convention shown = both ? null : dayFirst ? Convention.DAY_FIRST : Convention.MONTH_FIRST;
    boolean either = both && first != second;
    int year = (int) AsciiDigits.number(text, start + 6, start + COMMON_LENGTH);
    if (!agrees(shown, either)
        || !set(year, dayFirst ? second : first, dayFirst ? first : second)) {
      return false;
    }
    fits(shown, either);
    if (either) {
      evidence()
          .addDays(
              IsoDateTime.epochDay(year, dayFirst ? second : first, dayFirst ? first : second),
              IsoDateTime.epochDay(year, dayFirst ? first : second, dayFirst ? second : first));
    }
    return true;
  }

  private boolean set(int year, int month, int day) {
    boolean isDay = IsoDateTime.isDay(year, month, day);
    if (isDay) {
      set(IsoDateTime.epochDay(year, month, day), 0);
    }
    return isDay;
  }

  private void set(long epochDay, long microsOfDay) {
    if (withTime) {
      value = epochDay * IsoDateTime.MICROS_PER_DAY + microsOfDay;
    } else {
      value = epochDay;
      timesDropped += microsOfDay == 0 ? 0 : 1;
    }
  }

  private Fit readWritten(char[] text, int start, int end) {
    if (!written.read(text, WrittenText.begin(text, start, end), end, convention())) {
      return written.isImpossible()
          ? Fit.NO_SUCH_DAY
          : inText.isPresent() ? readDayNumber(text, start, end, inText.get()) : misfit();
    }
    Convention shown = written.shown();
    if (written.isEither()) {
      evidence().addDays(written.epochDay(), written.otherEpochDay());
    }
    if (!fits(shown, written.isEither())) {
      return shown == null
          ? Fit.UNCLEAR_ORDER
          : shown == Convention.DAY_FIRST ? Fit.OTHER_ORDER_DAY : Fit.OTHER_ORDER_MONTH;
    }
    if (withTime && written.hasOffset()) {
      setWithOffset();
    } else {
      set(written.epochDay(), written.microsOfDay());
    }
    return Fit.FITS;
  }

  private void setWithOffset() {
    long micros = written.epochDay() * IsoDateTime.MICROS_PER_DAY + written.microsOfDay();
    long utc = micros - written.offsetMinutes() * 60_000_000L;
    Instant instant =
        Instant.ofEpochSecond(
            Math.floorDiv(utc, 1_000_000L), Math.floorMod(utc, 1_000_000L) * 1000);
    LocalDateTime local = LocalDateTime.ofInstant(instant, zone);
    set(local.toLocalDate().toEpochDay(), local.toLocalTime().toNanoOfDay() / 1000);
  }

  private Fit misfit() {
    return withTime ? Fit.NOT_A_TIMESTAMP : Fit.NOT_A_DATE;
  }

  @Override
  public Fit readStoredNumber(char[] text, int start, int end) {
    if (end - start == COMPACT_DIGITS && written.read(text, start, end, convention())) {
      set(written.epochDay(), 0);
      return Fit.FITS;
    }
    return readDayNumber(text, start, end, inWorkbook);
  }

  private Fit readDayNumber(char[] text, int start, int end, DateSystem system) {
    BigDecimal number;
    try {
      number = StoredNumber.exact(text, start, end);
    } catch (NumberFormatException e) {
      return misfit();
    }
    if (number.signum() <= 0 || number.compareTo(LARGEST_DAY_NUMBER) > 0) {
      return Fit.DAY_NUMBER_BEYOND;
    }
    long day = system.epochDay(number.longValue());
    if (day < firstDay || day > LAST_BELIEVED) {
      return Fit.DAY_NUMBER_BEYOND;
    }
    BigDecimal ofDay = number.remainder(BigDecimal.ONE).multiply(MILLIS_PER_DAY);
    long millis = ofDay.setScale(0, RoundingMode.HALF_UP).longValueExact();
    long days = millis / MILLIS_PER_DAY.longValueExact();
    set(day + days, millis % MILLIS_PER_DAY.longValueExact() * 1000);
    dayNumbers++;
    return Fit.FITS;
  }

  @Override
  public long value() {
    return value;
  }

  @Override
  public void understand(ConventionChoice newChoice) {
    super.understand(newChoice);
    timesDropped = 0;
    dayNumbers = 0;
  }

  @Override
  public void mark() {
    super.mark();
    timesDroppedAtMark = timesDropped;
    dayNumbersAtMark = dayNumbers;
  }

  @Override
  public void backToMark() {
    super.backToMark();
    timesDropped = timesDroppedAtMark;
    dayNumbers = dayNumbersAtMark;
  }

  @Override
  public long timesDropped() {
    return timesDropped;
  }

  @Override
  public long dayNumbers() {
    return dayNumbers;
  }
}
