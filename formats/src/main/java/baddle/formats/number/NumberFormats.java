package baddle.formats.number;

import java.util.Locale;
import java.util.Set;

/** Which number formats of workbooks show a number as a date, or as a time or duration. */
public final class NumberFormats {

  /** What is in brackets for hours, minutes or seconds beyond a day's. */
  private static final Set<String> ELAPSED = Set.of("h", "hh", "m", "mm", "s", "ss");

  private NumberFormats() {}

  /** How many digits a format fills up with zeros, as that of {@code 00231}; 0 for no such. */
  public static int filledDigits(String code) {
    int end = code.indexOf(';');
    String first = end < 0 ? code : code.substring(0, end);
    return first.length() > 1 && first.chars().allMatch(c -> c == '0') ? first.length() : 0;
  }

  /** The zeros that are before a whole number so that it has as many digits. */
  public static String zeros(int digits, CharSequence number) {
    int length = number.length();
    boolean whole = length > 0 && number.chars().allMatch(c -> c >= '0' && c <= '9');
    return whole && length < digits ? "0".repeat(digits - length) : "";
  }

  /**
   * Whether a format shows a date, with or without a time.
   *
   * @param id its number
   * @param code its code; empty for a built-in format
   */
  public static boolean isDate(int id, String code) {
    return code.isEmpty() ? isBuiltInDate(id) : isDateCode(code);
  }

  /** Whether a format shows a time of day or a duration, {@code [h]:mm} among them. */
  public static boolean isTime(int id, String code) {
    return code.isEmpty() ? isBuiltInTime(id) : isTimeCode(code);
  }

  /** The built-in formats of ISO/IEC 29500-1, 18.8.30, that show a date. */
  private static boolean isBuiltInDate(int id) {
    return (id >= 14 && id <= 17) || id == 22 || (id >= 27 && id <= 36) || (id >= 50 && id <= 58);
  }

  private static boolean isBuiltInTime(int id) {
    return (id >= 18 && id <= 21) || (id >= 45 && id <= 47);
  }

  /** Whether a format code has a year or a day outside quotes, escapes and brackets. */
  static boolean isDateCode(String code) {
    return letters(code).matches(".*[yd].*");
  }

  /** Whether a format code has hours or seconds and is of no date, {@code [h]:mm} among them. */
  static boolean isTimeCode(String code) {
    String letters = letters(code);
    return letters.matches(".*[hs].*") && !letters.matches(".*[yd].*");
  }

  /** The first section's letters in lower case, with those in brackets that count time. */
  private static String letters(String code) {
    StringBuilder letters = new StringBuilder();
    String plain = code.toLowerCase(Locale.ROOT);
    for (int i = 0; i < plain.length() && plain.charAt(i) != ';'; i++) {
      char c = plain.charAt(i);
      if (c == '\\' || c == '_' || c == '*') {
        i++;
      } else if (c == '"' || c == '[') {
        int close = plain.indexOf(c == '"' ? '"' : ']', i + 1);
        int end = close < 0 ? plain.length() : close;
        String inside = plain.substring(i + 1, end);
        letters.append(c == '[' && ELAPSED.contains(inside) ? inside : "");
        i = end;
      } else if (c != 'g' || !plain.startsWith("general", i)) {
        letters.append(c);
      } else {
        i += "general".length() - 1;
      }
    }
    return letters.toString();
  }
}
