package baddle.reports.text;

/**
 * How text is dressed up and measured for a terminal.
 *
 * @param styled whether text is dressed up at all
 */
public record TextStyle(boolean styled) {

  /**
   * Stands where bold text begins, until the stream to the terminal makes an escape sequence
   * (ECMA-48) of it. It is no character of any text (Unicode's noncharacters are for internal use),
   * so that no value can pass for a style.
   */
  public static final char STRONG = '\ufdd0';

  /** Stands where plain text begins again. */
  public static final char PLAIN = '\ufdd1';

  /** Text in bold, or as it is. */
  public String strong(String text) {
    return styled && !text.isBlank() ? STRONG + text + PLAIN : text;
  }

  /** How many columns of a terminal a text takes: wide East Asian characters take two. */
  public static int width(String text) {
    return text.codePoints().map(TextStyle::width).sum();
  }

  private static int width(int codePoint) {
    int type = Character.getType(codePoint);
    if (type == Character.NON_SPACING_MARK || type == Character.ENCLOSING_MARK) {
      return 0;
    }
    boolean wide =
        (codePoint >= 0x1100 && codePoint <= 0x115f)
            || (codePoint >= 0x2e80 && codePoint <= 0xa4cf)
            || (codePoint >= 0xac00 && codePoint <= 0xd7a3)
            || (codePoint >= 0xf900 && codePoint <= 0xfaff)
            || (codePoint >= 0xfe30 && codePoint <= 0xfe6f)
            || (codePoint >= 0xff00 && codePoint <= 0xff60)
            || (codePoint >= 0x1f300 && codePoint <= 0x1faff);
    return wide ? 2 : 1;
  }

  /** A text with spaces after it to fill a width. */
  public static String left(String text, int width) {
    return text + " ".repeat(Math.max(0, width - width(text)));
  }

  /** A text with spaces before it to fill a width. */
  public static String right(String text, int width) {
    return " ".repeat(Math.max(0, width - width(text))) + text;
  }
}
