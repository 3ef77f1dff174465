package baddle.core.value;

/**
 * Reads a local date and time as ISO 8601 writes it ({@code 2026-03-14T09:30:15.25}, also with a
 * space), into microseconds since 1970-01-01T00:00; a date alone is its midnight.
 */
final class TimestampReader implements ValueReader {

  private final IsoDateTime parsed = new IsoDateTime();

  @Override
  public Fit read(char[] text, int start, int end) {
    return parsed.read(text, start, end) ? Fit.FITS : Fit.NOT_A_TIMESTAMP;
  }

  @Override
  public Fit readStoredNumber(char[] text, int start, int end) {
    return Fit.NOT_A_TIMESTAMP;
  }

  @Override
  public long value() {
    return parsed.epochDay() * IsoDateTime.MICROS_PER_DAY + parsed.microsOfDay();
  }
}
