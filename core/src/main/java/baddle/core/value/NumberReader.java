package baddle.core.value;

import java.math.BigDecimal;
import java.math.BigInteger;

/**
 * Reads numbers with a decimal point into whole numbers of the column's smallest unit, exactly. A
 * comma groups thousands only where it can't be a decimal comma: {@code 1,234.00} and {@code
 * 1,234,567} are read, {@code 1,234} is not.
 */
final class NumberReader implements ValueReader {

  private static final long LARGEST = 999_999_999_999_999_999L;
  private static final BigInteger LARGEST_EXACT = BigInteger.valueOf(LARGEST);

  private final int places;
  private long value;

  NumberReader(int places) {
    this.places = places;
  }

  @Override
  public long value() {
    return value;
  }

  @Override
  public Fit read(char[] text, int start, int end) {
    int i = start;
    boolean negative = text[i] == '-' || text[i] == '\u2212';
    if (negative || text[i] == '+') {
      i++;
    }
    long unscaled = 0;
    int digits = 0;
    int fraction = -1;
    boolean fits = true;
    for (; i < end; i++) {
      int digit = text[i] - '0';
      if (digit >= 0 && digit <= 9) {
        digits++;
        if (fraction >= 0 && ++fraction > places) {
          fits &= digit == 0;
          continue;
        }
        if (unscaled > LARGEST / 10) {
          return Fit.TOO_LARGE;
        }
        unscaled = unscaled * 10 + digit;
      } else if (text[i] == '.' && fraction < 0) {
        fraction = 0;
      } else if (text[i] == ',' && fraction < 0) {
        return readGrouped(text, start, end);
      } else {
        return Fit.NOT_A_NUMBER;
      }
    }
    if (digits == 0) {
      return Fit.NOT_A_NUMBER;
    }
    return fits ? scale(unscaled, Math.max(fraction, 0), negative) : Fit.TOO_MANY_PLACES;
  }

  private Fit scale(long unscaled, int fraction, boolean negative) {
    long scaled = unscaled;
    for (int missing = places - fraction; missing > 0; missing--) {
      if (scaled > LARGEST / 10) {
        return Fit.TOO_LARGE;
      }
      scaled *= 10;
    }
    value = negative ? -scaled : scaled;
    return Fit.FITS;
  }

  private Fit readGrouped(char[] text, int start, int end) {
    char[] plain = new char[end - start];
    int length = 0;
    int groups = 0;
    int sinceComma = 0;
    boolean point = false;
    for (int i = start; i < end; i++) {
      char c = text[i];
      if (c == ',') {
        boolean afterDigits = groups == 0 ? sinceComma >= 1 && sinceComma <= 3 : sinceComma == 3;
        if (point || !afterDigits) {
          return Fit.NOT_A_NUMBER;
        }
        groups++;
        sinceComma = 0;
      } else {
        point |= c == '.';
        plain[length++] = c;
        if (!point && c >= '0' && c <= '9') {
          sinceComma++;
        }
      }
    }
    if (sinceComma != 3) {
      return Fit.NOT_A_NUMBER;
    }
    return groups == 1 && !point ? Fit.UNCLEAR_COMMA : read(plain, 0, length);
  }

  @Override
  public Fit readStoredNumber(char[] text, int start, int end) {
    if (!StoredNumber.needsRounding(text, start, end)) {
      return read(text, start, end);
    }
    BigDecimal seen;
    try {
      seen = StoredNumber.seen(text, start, end);
    } catch (NumberFormatException e) {
      return Fit.NOT_A_NUMBER;
    }
    if (seen.signum() == 0) {
      value = 0;
      return Fit.FITS;
    }
    if (seen.precision() - seen.scale() + places > 18) {
      return Fit.TOO_LARGE;
    }
    if (seen.stripTrailingZeros().scale() > places) {
      return Fit.TOO_MANY_PLACES;
    }
    BigInteger unscaled = seen.setScale(places).unscaledValue();
    if (unscaled.abs().compareTo(LARGEST_EXACT) > 0) {
      return Fit.TOO_LARGE;
    }
    value = unscaled.longValueExact();
    return Fit.FITS;
  }
}
