package baddle.core.value;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/**
 * A number as a workbook stores it. Workbooks hold binary numbers: what a person sees there are 15
 * significant digits (ISO/IEC 29500 leaves the rest to the writer), so {@code 0.30000000000000004}
 * is 0.3. A plain run of digits is exact whatever its length.
 */
public final class StoredNumber {

  /** Places beyond those of any number that a workbook can hold. */
  private static final int MOST_PLACES = 400;

  private static final MathContext SEEN = new MathContext(15, RoundingMode.HALF_UP);

  private StoredNumber() {}

  /** Whether the characters need {@link #seen} to be read right. */
  static boolean needsRounding(char[] text, int start, int end) {
    int digits = 0;
    boolean plain = true;
    for (int i = start; i < end; i++) {
      char c = text[i];
      if (c >= '0' && c <= '9') {
        digits++;
      } else if (c == 'e' || c == 'E') {
        return true;
      } else if (c == '.') {
        plain = false;
      }
    }
    return !plain && digits > 15;
  }

  /**
   * The number a person sees.
   *
   * @throws NumberFormatException if the characters are no number, or one that no workbook can hold
   */
  static BigDecimal seen(char[] text, int start, int end) {
    return exact(text, start, end).round(SEEN);
  }

  /**
   * The number as it is stored.
   *
   * @throws NumberFormatException if the characters are no number, or one that no workbook can hold
   */
  static BigDecimal exact(char[] text, int start, int end) {
    BigDecimal number = new BigDecimal(text, start, end - start);
    long places = number.scale();
    if (Math.abs(places) > MOST_PLACES || number.precision() - places > MOST_PLACES) {
      throw new NumberFormatException("beyond what a workbook can hold");
    }
    return number;
  }

  /** Where a plain number ends without the zeros at the end of its decimals. */
  private static int withoutZeros(char[] text, int start, int end) {
    int mark = start;
    while (mark < end && text[mark] != '.') {
      mark++;
    }
    int last = end;
    while (mark < end && last > mark + 1 && text[last - 1] == '0') {
      last--;
    }
    return mark < end && last == mark + 1 ? mark : last;
  }

  /** The number a person sees, as plain text without an exponent or trailing zeros. */
  public static String asText(char[] text, int start, int end) {
    if (!needsRounding(text, start, end)) {
      return new String(text, start, withoutZeros(text, start, end) - start);
    }
    try {
      BigDecimal seen = seen(text, start, end);
      return seen.signum() == 0 ? "0" : seen.stripTrailingZeros().toPlainString();
    } catch (NumberFormatException e) {
      return new String(text, start, end - start);
    }
  }
}
