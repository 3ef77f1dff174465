package baddle.formats.xlsx;

import baddle.core.grid.UnreadableFileException;
import java.io.IOException;
import java.util.Arrays;
import javax.xml.stream.XMLStreamReader;

/** Gathers the characters of one cell, in memory that is reused. */
final class TextBuffer {

  /** The most characters of a cell that are read; the docs state it. */
  private static final int MOST_CHARACTERS = 1 << 24;

  private char[] characters = new char[256];
  private int length;

  char[] characters() {
    return characters;
  }

  int length() {
    return length;
  }

  void clear() {
    length = 0;
  }

  /** Appends the current text of the XML. */
  void append(XMLStreamReader xml) throws IOException {
    int more = xml.getTextLength();
    if (length + more > MOST_CHARACTERS) {
      throw new UnreadableFileException("a cell of more than 16 million characters", 0);
    }
    if (length + more > characters.length) {
      characters = Arrays.copyOf(characters, Math.max(length + more, characters.length * 2));
    }
    System.arraycopy(xml.getTextCharacters(), xml.getTextStart(), characters, length, more);
    length += more;
  }

  /**
   * Replaces the escapes {@code _xHHHH_} with the characters they stand for (ISO/IEC 29500-1,
   * ST_Xstring).
   *
   * @param from where the text begins that may hold escapes
   */
  void unescape(int from) {
    int target = from;
    for (int i = from; i < length; i++) {
      int code = i + 6 < length && characters[i] == '_' ? escape(i) : -1;
      characters[target++] = code < 0 ? characters[i] : (char) code;
      i += code < 0 ? 0 : 6;
    }
    length = target;
  }

  private int escape(int start) {
    if (characters[start + 1] != 'x' || characters[start + 6] != '_') {
      return -1;
    }
    int code = 0;
    for (int i = start + 2; i < start + 6; i++) {
      int digit = Character.digit(characters[i], 16);
      if (digit < 0) {
        return -1;
      }
      code = code * 16 + digit;
    }
    return code;
  }
}
