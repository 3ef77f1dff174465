package baddle.formats.rows;

/**
 * Keeps programs from taking a text of a CSV file for a formula: texts that begin with {@code = +
 * - @} or a control character get an apostrophe before them. Numbers stay numbers.
 */
public final class FormulaMark {

  private static final char MARK = '\'';

  private FormulaMark() {}

  /** The text, with a mark where one is needed; {@link #without} gives it back as it was. */
  public static String with(String text) {
    return isRisky(text, 0) ? MARK + text : text;
  }

  /** The text without its mark. */
  public static String without(String text) {
    boolean marked = text.length() > 1 && text.charAt(0) == MARK && isRisky(text, 1);
    return marked ? text.substring(1) : text;
  }

  private static boolean isRisky(String text, int from) {
    int at = from;
    while (at < text.length() && text.charAt(at) == MARK) {
      at++;
    }
    if (at == text.length() || "=+-@\t\r\n".indexOf(text.charAt(at)) < 0) {
      return false;
    }
    return at > from || !isNumber(text, at);
  }

  /** Whether nothing but digits with their marks follow a sign. */
  private static boolean isNumber(String text, int from) {
    boolean digit = false;
    for (int i = from + 1; i < text.length(); i++) {
      char c = text.charAt(i);
      boolean isDigit = c >= '0' && c <= '9';
      if (!isDigit && c != '.' && c != ',') {
        return false;
      }
      digit |= isDigit;
    }
    return digit && "+-".indexOf(text.charAt(from)) >= 0;
  }
}
