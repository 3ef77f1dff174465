package baddle.core.value;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Currency;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Takes apart a number as people write it: sign before or behind or brackets, currency sign or
 * code, percent, groups of three set off by comma, point, space or apostrophe, an exponent. Reused
 * from number to number.
 */
final class WrittenNumber {

  private static final int CODE = 3;

  private char[] text = {};
  private int start;
  private int end;
  private boolean negative;
  private boolean percent;
  private int exponent;
  private int currencyStart;
  private int currencyEnd;

  private int points;
  private int commas;
  private int firstMark;
  private int lastMark;
  private boolean otherGroups;
  private @Nullable Convention shown;
  private boolean either;

  private char[] digits = new char[32];
  private int length;
  private int places;

  /** Whether the characters are a number; only then ask for the rest. */
  boolean read(char[] newText, int from, int to) {
    text = newText;
    start = from;
    end = to;
    negative = false;
    percent = false;
    exponent = 0;
    currencyEnd = 0;
    currencyStart = 0;
    return takeOutside() && takeExponent() && scan() && classify();
  }

  boolean isNegative() {
    return negative;
  }

  /** The convention that the way it is written shows; null where it shows none. */
  @Nullable Convention shown() {
    return shown;
  }

  /** Whether its one mark could be a decimal mark or set off thousands. */
  boolean isEither() {
    return either;
  }

  boolean hasCurrency() {
    return currencyEnd > currencyStart;
  }

  /** The currency as written, after a {@link #read} that found one. */
  String currency() {
    return new String(text, currencyStart, currencyEnd - currencyStart);
  }

  /**
   * Gathers the digits.
   *
   * @param convention which mark is the decimal one where both are possible
   */
  void gather(Convention convention) {
    if (digits.length < end - start) {
      digits = new char[end - start];
    }
    length = 0;
    int mark = decimalMark(convention);
    for (int i = start; i < end; i++) {
      if (isDigit(text[i])) {
        digits[length++] = text[i];
      }
    }
    places = 0;
    for (int i = mark + 1; mark >= 0 && i < end; i++) {
      places++;
    }
    places += (percent ? 2 : 0) - exponent;
  }

  char[] digits() {
    return digits;
  }

  int length() {
    return length;
  }

  /** What was gathered, exactly. */
  BigDecimal number() {
    BigDecimal number = new BigDecimal(new BigInteger(new String(digits, 0, length)), places);
    return negative ? number.negate() : number;
  }

  /** How many of the digits are behind the decimal mark; negative where zeros are missing. */
  int places() {
    return places;
  }

  private int decimalMark(Convention convention) {
    if (points + commas == 0) {
      return -1;
    }
    if (either) {
      boolean isMark = (convention == Convention.DECIMAL_POINT) == (points == 1);
      return isMark ? lastMark : -1;
    }
    boolean grouping = (points == 0 && commas > 1) || (commas == 0 && points > 1);
    return grouping ? -1 : lastMark;
  }

  /** Takes off signs, brackets, currency and percent, in any order they are written in. */
  private boolean takeOutside() {
    boolean bracket = false;
    boolean sign = false;
    for (boolean again = true; again && start < end; ) {
      again = true;
      char first = text[start];
      char last = text[end - 1];
      if (first == '(' && last == ')' && !bracket) {
        bracket = true;
        negative = true;
        start++;
        end--;
      } else if (isSign(first) && !sign) {
        sign = true;
        negative |= first != '+';
        start++;
      } else if (isSign(last) && !sign) {
        sign = true;
        negative |= last != '+';
        end--;
      } else if (last == '%' && !percent) {
        percent = true;
        end--;
      } else if (isSpace(first)) {
        start++;
      } else if (isSpace(last)) {
        end--;
      } else {
        again = !hasCurrency() && takeCurrency();
      }
    }
    return start < end && !(bracket && sign);
  }

  private boolean takeCurrency() {
    int atStart = currencyLength(start, 1);
    if (atStart > 0) {
      currencyStart = start;
      currencyEnd = start + atStart;
      start += atStart;
      return true;
    }
    int atEnd = currencyLength(end - 1, -1);
    if (atEnd > 0) {
      currencyStart = end - atEnd;
      currencyEnd = end;
      end -= atEnd;
      return true;
    }
    return false;
  }

  /** The characters of a currency sign, or of a code of three capitals, from one end inwards. */
  private int currencyLength(int from, int step) {
    if (Character.getType(text[from]) == Character.CURRENCY_SYMBOL) {
      return 1;
    }
    int letters = 0;
    for (int i = from; i >= start && i < end && isCapital(text[i]); i += step) {
      letters++;
    }
    boolean code = letters == CODE && end - start > CODE;
    return code && isCurrency(step > 0 ? from : from - CODE + 1) ? CODE : 0;
  }

  /** Whether the three capitals are a code of ISO 4217; others are part of a name or a number. */
  private boolean isCurrency(int from) {
    return Currencies.CODES.contains(new String(text, from, CODE));
  }

  /** Loaded when the first code is met. */
  private static final class Currencies {
    private static final Set<String> CODES =
        Currency.getAvailableCurrencies().stream()
            .map(Currency::getCurrencyCode)
            .collect(Collectors.toUnmodifiableSet());
  }

  private boolean takeExponent() {
    for (int i = start + 1; i < end; i++) {
      if (text[i] == 'e' || text[i] == 'E') {
        int from = i + 1 < end && isSign(text[i + 1]) ? i + 2 : i + 1;
        if (from >= end || end - from > 3) {
          return false;
        }
        for (int j = from; j < end; j++) {
          if (!isDigit(text[j])) {
            return false;
          }
          exponent = exponent * 10 + text[j] - '0';
        }
        exponent = from == i + 2 && text[i + 1] != '+' ? -exponent : exponent;
        end = i;
        return true;
      }
    }
    return true;
  }

  private boolean scan() {
    points = 0;
    commas = 0;
    firstMark = -1;
    lastMark = -1;
    otherGroups = false;
    int count = 0;
    for (int i = start; i < end; i++) {
      char c = text[i];
      if (isDigit(c)) {
        count++;
      } else if (c == '.' || c == ',') {
        points += c == '.' ? 1 : 0;
        commas += c == ',' ? 1 : 0;
        firstMark = firstMark < 0 ? i : firstMark;
        lastMark = i;
      } else if (isGroupMark(c)) {
        otherGroups = true;
      } else {
        return false;
      }
    }
    return count > 0;
  }

  /** Says which convention the marks show, and whether the groups are whole. */
  private boolean classify() {
    shown = null;
    either = false;
    if (points + commas == 0) {
      return !otherGroups || groupsAreWhole(start, end);
    }
    char last = text[lastMark];
    Convention asDecimal = last == '.' ? Convention.DECIMAL_POINT : Convention.DECIMAL_COMMA;
    if (points > 0 && commas > 0) {
      boolean once = last == '.' ? points == 1 : commas == 1;
      shown = asDecimal;
      return once && !otherGroups && text[firstMark] != last && groupsAreWhole(start, lastMark);
    }
    if (points + commas > 1) {
      shown = asDecimal.other();
      return !otherGroups && groupsAreWhole(start, end);
    }
    int before = lastMark - start;
    boolean couldGroup =
        !otherGroups
            && exponent == 0
            && end - lastMark - 1 == 3
            && before >= 1
            && before <= 3
            && text[start] != '0';
    if (couldGroup) {
      either = true;
      return true;
    }
    shown = asDecimal;
    return !otherGroups || (groupsAreWhole(start, lastMark) && isDigits(lastMark + 1, end));
  }

  private boolean isDigits(int from, int to) {
    for (int i = from; i < to; i++) {
      if (!isDigit(text[i])) {
        return false;
      }
    }
    return true;
  }

  /** Whether one kind of mark sets off groups of three, the first of one to three. */
  private boolean groupsAreWhole(int from, int to) {
    int since = 0;
    char mark = 0;
    for (int i = from; i < to; i++) {
      if (isDigit(text[i])) {
        since++;
      } else if (mark == 0 ? since < 1 || since > 3 : since != 3 || text[i] != mark) {
        return false;
      } else {
        mark = text[i];
        since = 0;
      }
    }
    return mark == 0 || since == 3;
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }

  private static boolean isCapital(char c) {
    return c >= 'A' && c <= 'Z';
  }

  static boolean isSign(char c) {
    return c == '-' || c == '+' || c == '\u2212' || c == '\u2013';
  }

  private static boolean isSpace(char c) {
    return c == ' ' || c == '\u00a0' || c == '\u2009' || c == '\u202f';
  }

  private static boolean isGroupMark(char c) {
    return isSpace(c) || c == '\'' || c == '\u2019';
  }
}
