package baddle.core.value;

import java.math.BigDecimal;

/**
 * Adds up the cells that hold numbers, whatever else is among them. Numbers that could be written
 * with a decimal point or a comma count in a sum for each.
 */
public final class CellSum {

  private static final int PLACES = 6;
  private static final int MOST_DIGITS = 11;
  private static final int GROUP = 3;
  private static final long[] POWERS = {1, 10, 100, 1_000, 10_000, 100_000, 1_000_000};

  private final WrittenNumber written = new WrittenNumber();

  /** Of numbers without a doubt, in millionths; what would overflow goes into both others. */
  private long plain;

  private BigDecimal withPoint = BigDecimal.ZERO;
  private BigDecimal withComma = BigDecimal.ZERO;
  private long numbers;

  /** Forgets what was added. */
  public void clear() {
    plain = 0;
    withPoint = BigDecimal.ZERO;
    withComma = BigDecimal.ZERO;
    numbers = 0;
  }

  /** How many numbers were added. */
  public long numbers() {
    return numbers;
  }

  /** Their sum, where numbers are written by a convention; with no or at least two decimals. */
  public BigDecimal sum(Convention convention) {
    BigDecimal doubtful = convention == Convention.DECIMAL_COMMA ? withComma : withPoint;
    BigDecimal sum = BigDecimal.valueOf(plain, PLACES).add(doubtful).stripTrailingZeros();
    return sum.scale() < 0 ? sum.setScale(0) : sum.scale() == 1 ? sum.setScale(2) : sum;
  }

  /**
   * Adds the number of a cell that is one by its type; what it holds may be no number after all.
   */
  public void addStored(char[] text, int start, int end) {
    if (!addPlain(text, start, end, false)) {
      try {
        BigDecimal number = new BigDecimal(StoredNumber.asText(text, start, end));
        add(number, number);
        numbers++;
      } catch (NumberFormatException e) {
        numbers += 0;
      }
    }
  }

  /** Adds a text if it is a number as people write it, and tells whether it is. */
  public boolean addText(char[] text, int start, int end) {
    char first = text[start];
    if (Character.isLetter(first)) {
      return false;
    }
    if (addPlain(text, start, end, true)) {
      return true;
    }
    if (isCode(text, start, end) || !written.read(text, start, end)) {
      return false;
    }
    written.gather(Convention.DECIMAL_POINT);
    BigDecimal point = written.number();
    written.gather(Convention.DECIMAL_COMMA);
    add(point, written.number());
    numbers++;
    return true;
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }

  private void add(BigDecimal point, BigDecimal comma) {
    withPoint = withPoint.add(point);
    withComma = withComma.add(comma);
  }

  /** Digits that begin with a zero, or too many of them, name something. */
  private static boolean isCode(char[] text, int start, int end) {
    boolean zero = end - start > 1 && text[start] == '0' && isDigit(text[start + 1]);
    boolean digits = true;
    for (int i = start; i < end; i++) {
      digits &= isDigit(text[i]);
    }
    return zero || (digits && end - start > MOST_DIGITS);
  }

  /**
   * Adds a number that is only a sign, digits and perhaps one mark which can't set off thousands.
   */
  private boolean addPlain(char[] text, int start, int end, boolean isText) {
    int at = start;
    boolean negative = text[at] == '-';
    at += negative ? 1 : 0;
    int digits = 0;
    int places = -1;
    long value = 0;
    boolean zero = at + 1 < end && text[at] == '0' && isDigit(text[at + 1]);
    for (; at < end; at++) {
      char c = text[at];
      if (isDigit(c)) {
        value = value * 10 + (c - '0');
        digits++;
        places += places >= 0 ? 1 : 0;
      } else if ((c == '.' || (isText && c == ',')) && places < 0) {
        places = 0;
      } else {
        return false;
      }
      if (digits > MOST_DIGITS || places > PLACES) {
        return false;
      }
    }
    if (digits == 0 || zero || (isText && places == GROUP)) {
      return false;
    }
    long scaled = value * POWERS[PLACES - Math.max(0, places)];
    long signed = negative ? -scaled : scaled;
    long sum = plain + signed;
    if (((plain ^ sum) & (signed ^ sum)) < 0) {
      BigDecimal number = BigDecimal.valueOf(signed, PLACES);
      add(number, number);
    } else {
      plain = sum;
    }
    numbers++;
    return true;
  }
}
