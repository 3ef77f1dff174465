package baddle.core.value;

/**
 * Reads dates as ISO 8601 writes them ({@code 2026-03-14}, also with slashes), into days since
 * 1970-01-01. A time of day after the date is accepted only at midnight.
 */
final class DateReader implements ValueReader {

  private final IsoDateTime parsed = new IsoDateTime();

  @Override
  public Fit read(char[] text, int start, int end) {
    if (!parsed.read(text, start, end)) {
      return Fit.NOT_A_DATE;
    }
    return parsed.microsOfDay() == 0 ? Fit.FITS : Fit.HAS_TIME;
  }

  @Override
  public Fit readStoredNumber(char[] text, int start, int end) {
    return Fit.NOT_A_DATE;
  }

  @Override
  public long value() {
    return parsed.epochDay();
  }
}
