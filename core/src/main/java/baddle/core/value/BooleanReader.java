package baddle.core.value;

/** Reads truth values: true/false, yes/no, on/off, t/f, y/n, 1/0, in any case. */
final class BooleanReader implements ValueReader {

  private static final String[] TRUE = {"yes", "true", "1", "y", "t", "on"};
  private static final String[] FALSE = {"no", "false", "0", "n", "f", "off"};

  private long value;

  @Override
  public Fit read(char[] text, int start, int end) {
    boolean truth = isOneOf(TRUE, text, start, end);
    value = truth ? 1 : 0;
    return truth || isOneOf(FALSE, text, start, end) ? Fit.FITS : Fit.NOT_A_BOOLEAN;
  }

  private static boolean isOneOf(String[] words, char[] text, int start, int end) {
    for (String word : words) {
      if (word.length() == end - start && isWord(word, text, start)) {
        return true;
      }
    }
    return false;
  }

  private static boolean isWord(String word, char[] text, int start) {
    for (int i = 0; i < word.length(); i++) {
      if ((text[start + i] | 0x20) != (word.charAt(i) | 0x20)) {
        return false;
      }
    }
    return true;
  }

  @Override
  public Fit readStoredNumber(char[] text, int start, int end) {
    return read(text, start, end);
  }

  @Override
  public long value() {
    return value;
  }
}
