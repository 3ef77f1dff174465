package baddle.formats.xlsx;

import java.nio.CharBuffer;
import org.codehaus.stax2.typed.TypedValueDecoder;

/**
 * The characters of an attribute where the parser holds them, so that no string is made per cell.
 */
public final class AttributeText extends TypedValueDecoder {

  private char[] text = {};
  private int start;
  private int end;

  @Override
  public void decode(String value) {
    decode(value.toCharArray(), 0, value.length());
  }

  @Override
  public void decode(char[] buffer, int from, int to) {
    text = buffer;
    start = from;
    end = to;
  }

  @Override
  public void handleEmptyValue() {
    end = start;
  }

  /** How many characters it has. */
  public int length() {
    return end - start;
  }

  /** The first character, where there is one. */
  char first() {
    return text[start];
  }

  boolean is(String value) {
    return value.contentEquals(CharBuffer.wrap(text, start, end - start));
  }

  /** The characters as a small number that isn't negative; 0 where they are none. */
  public int number() {
    int number = 0;
    for (int i = start; i < end && text[i] >= '0' && text[i] <= '9'; i++) {
      number = number * 10 + text[i] - '0';
    }
    return number;
  }

  /** The column, from 0, of a reference such as {@code AB12}; -1 where there are no letters. */
  public int column() {
    int column = 0;
    for (int i = start; i < end && i < start + 4 && text[i] >= 'A' && text[i] <= 'Z'; i++) {
      column = column * 26 + text[i] - 'A' + 1;
    }
    return column - 1;
  }
}
