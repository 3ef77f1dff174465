package baddle.core.value;

import java.math.BigDecimal;
import java.math.BigInteger;

/**
 * Reads numbers as people write them into whole numbers of the column's smallest unit, exactly.
 * Plain digits with the expected decimal mark take a short way; everything else is taken apart by
 * {@link WrittenNumber}.
 */
final class NumberReader extends ConventionReader {

  private static final long LARGEST = 999_999_999_999_999_999L;
  private static final BigInteger LARGEST_EXACT = BigInteger.valueOf(LARGEST);

  private static final int NO_MARK = -1;

  /** So many digits behind a mark may be a group of thousands. */
  private static final int GROUP = 3;

  /** So many characters are digits that fit. */
  private static final int COMMON_LENGTH = 16;

  private final int places;

  /** What so many digits behind the mark are multiplied by, to be of the column's places. */
  private final long[] toPlaces;

  private final ValueRules.LoneDash dash;
  private final WrittenNumber written = new WrittenNumber();
  private char decimalMark;
  private long value;

  /** Digits behind the mark of the number last read the short way. */
  private int fraction;

  NumberReader(int places, ValueRules rules) {
    super(rules.numbers());
    this.places = places;
    this.toPlaces = new long[places + 1];
    toPlaces[places] = 1;
    for (int i = places - 1; i >= 0; i--) {
      toPlaces[i] = toPlaces[i + 1] * 10;
    }
    this.dash = rules.dash();
    this.decimalMark = mark(rules.numbers());
  }

  private static char mark(ConventionChoice conventionChoice) {
    return conventionChoice.convention() == Convention.DECIMAL_POINT ? '.' : ',';
  }

  @Override
  public long value() {
    return value;
  }

  @Override
  public void understand(ConventionChoice newChoice) {
    super.understand(newChoice);
    decimalMark = mark(newChoice);
  }

  @Override
  public Fit read(char[] text, int start, int end) {
    Fit fit = readPlain(text, start, end, decimalMark);
    if (fit == Fit.NOT_A_NUMBER || fraction == 0 || fraction == GROUP) {
      return readWritten(text, start, end);
    }
    if (fraction > 0) {
      evidence().addFor();
    }
    return fit;
  }

  @Override
  public boolean readCommon(byte[] text, int start, int end) {
    int first = text[start] == '-' ? start + 1 : start;
    if (end - first + places > COMMON_LENGTH) {
      return false;
    }
    for (int behind = Math.min(places, end - first - 2); behind > 0; behind--) {
      int mark = end - 1 - behind;
      if (text[mark] == decimalMark && behind != GROUP) {
        long whole = AsciiDigits.number(text, first, mark);
        long part = AsciiDigits.number(text, mark + 1, end);
        if ((whole | part) < 0) {
          return false;
        }
        set(whole * toPlaces[0] + part * toPlaces[behind], first > start);
        evidence().addFor();
        return true;
      }
    }
    long whole = AsciiDigits.number(text, first, end);
    if (whole < 0) {
      return false;
    }
    set(whole * toPlaces[0], first > start);
    return true;
  }

  private void set(long amount, boolean negative) {
    value = negative ? -amount : amount;
  }

  /** Reads digits with at most one mark, and a minus before them. */
  private Fit readPlain(char[] text, int start, int end, char point) {
    int i = start;
    boolean negative = text[i] == '-';
    if (negative) {
      i++;
    }
    int first = i;
    long unscaled = 0;
    int behind = NO_MARK;
    boolean fits = true;
    for (; i < end; i++) {
      int digit = text[i] - '0';
      if (digit >= 0 && digit <= 9) {
        if (behind >= 0 && ++behind > places) {
          fits &= digit == 0;
          continue;
        }
        if (unscaled > LARGEST / 10) {
          return Fit.TOO_LARGE;
        }
        unscaled = unscaled * 10 + digit;
      } else if (text[i] == point && behind < 0 && i > first) {
        behind = 0;
      } else {
        return Fit.NOT_A_NUMBER;
      }
    }
    fraction = behind;
    if (first == end) {
      return Fit.NOT_A_NUMBER;
    }
    return fits ? scale(unscaled, Math.max(behind, 0), negative) : Fit.TOO_MANY_PLACES;
  }

  private Fit scale(long unscaled, int fraction, boolean negative) {
    long scaled = unscaled;
    for (int missing = places - fraction; missing > 0; missing--) {
      if (scaled > LARGEST / 10) {
        return Fit.TOO_LARGE;
      }
      scaled *= 10;
    }
    set(scaled, negative);
    return Fit.FITS;
  }

  private Fit readWritten(char[] text, int start, int end) {
    if (end - start == 1 && isDash(text[start])) {
      value = 0;
      return switch (dash) {
        case ZERO -> Fit.FITS;
        case BLANK -> Fit.MEANS_BLANK;
        case HOLD -> Fit.LONE_DASH;
      };
    }
    if (!written.read(text, WrittenText.begin(text, start, end), end)) {
      return Fit.NOT_A_NUMBER;
    }
    Convention shown = written.shown();
    if (!fits(shown, written.isEither())) {
      return shown == null
          ? Fit.UNCLEAR_MARK
          : shown == Convention.DECIMAL_COMMA ? Fit.OTHER_MARK_COMMA : Fit.OTHER_MARK_POINT;
    }
    written.gather(convention());
    return exact();
  }

  private static boolean isDash(char c) {
    return c == '-' || c == '\u2013' || c == '\u2014' || c == '\u2212';
  }

  /** The digits that were gathered, with zeros behind them added or taken off to the places. */
  private Fit exact() {
    char[] digits = written.digits();
    int length = written.length();
    int surplus = written.places() - places;
    while (surplus > 0 && length > 0) {
      if (digits[--length] != '0') {
        return Fit.TOO_MANY_PLACES;
      }
      surplus--;
    }
    long unscaled = 0;
    for (int i = 0; i < length; i++) {
      if (unscaled > LARGEST / 10) {
        return Fit.TOO_LARGE;
      }
      unscaled = unscaled * 10 + digits[i] - '0';
    }
    return unscaled == 0 || surplus >= 0
        ? scale(unscaled, places, written.isNegative())
        : scale(unscaled, places + surplus, written.isNegative());
  }

  @Override
  public Fit readStoredNumber(char[] text, int start, int end) {
    if (!StoredNumber.needsRounding(text, start, end)) {
      return readPlain(text, start, end, '.');
    }
    BigDecimal seen;
    try {
      seen = StoredNumber.seen(text, start, end);
    } catch (NumberFormatException e) {
      return Fit.NOT_A_NUMBER;
    }
    return fit(seen);
  }

  @Override
  public Fit readExactNumber(char[] text, int start, int end) {
    return readPlain(text, start, end, '.');
  }

  private Fit fit(BigDecimal seen) {
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
