package baddle.core.value;

/** Reads truth values: true/false, yes/no, y/n, 1/0, in any case. */
final class BooleanReader implements ValueReader {

  private static final char[][] TRUE = {{'y', 'e', 's'}, {'t', 'r', 'u', 'e'}, {'1'}, {'y'}};
  private static final char[][] FALSE = {{'n', 'o'}, {'f', 'a', 'l', 's', 'e'}, {'0'}, {'n'}};

  private long value;

  @Override
  public Fit read(char[] text, int start, int end) {
    if (isOneOf(TRUE, text, start, end)) {
      value = 1;
      return Fit.FITS;
    }
    value = 0;
    return isOneOf(FALSE, text, start, end) ? Fit.FITS : Fit.NOT_A_BOOLEAN;
  }

  private static boolean isOneOf(char[][] words, char[] text, int start, int end) {
    for (char[] word : words) {
      if (word.length == end - start && isWord(word, text, start)) {
        return true;
      }
    }
    return false;
  }

  private static boolean isWord(char[] word, char[] text, int start) {
    for (int i = 0; i < word.length; i++) {
      if ((text[start + i] | 0x20) != (word[i] | 0x20)) {
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
