package baddle.formats.rows;

import java.io.Closeable;
import java.io.IOException;
import java.io.Writer;

/** Gathers characters before a writer gets them; numbers become digits in place. */
final class CharBuffered implements Closeable {

  private static final int SIZE = 1 << 14;

  /** The longest number, its sign and its mark. */
  private static final int NUMBER = 40;

  private final Writer writer;
  private final char[] characters = new char[SIZE];
  private int used;

  /** Before a writer, which is closed with this. */
  CharBuffered(Writer writer) {
    this.writer = writer;
  }

  void put(char c) throws IOException {
    room(1);
    characters[used++] = c;
  }

  void put(String text) throws IOException {
    int length = text.length();
    if (room(length)) {
      text.getChars(0, length, characters, used);
      used += length;
    } else {
      writer.write(text);
    }
  }

  void put(char[] text, int from, int to) throws IOException {
    int length = to - from;
    if (room(length)) {
      System.arraycopy(text, from, characters, used, length);
      used += length;
    } else {
      writer.write(text, from, length);
    }
  }

  /**
   * Writes a number as plain digits.
   *
   * @param scaled the number times ten to the power of its places
   * @param places how many of its digits are decimals
   * @param mark between whole numbers and decimals
   */
  void number(long scaled, int places, char mark) throws IOException {
    room(1 + NUMBER + places);
    if (scaled < 0) {
      characters[used++] = '-';
    }
    int end = used + NUMBER + places;
    long left = scaled;
    int at = end;
    for (int i = 0; i < places; i++) {
      characters[--at] = digit(left);
      left /= 10;
    }
    if (places > 0) {
      characters[--at] = mark;
    }
    do {
      characters[--at] = digit(left);
      left /= 10;
    } while (left != 0);
    System.arraycopy(characters, at, characters, used, end - at);
    used += end - at;
  }

  /** The last digit; numbers stay negative, for the least long has no opposite. */
  private static char digit(long number) {
    return (char) ('0' + Math.abs((int) (number % 10)));
  }

  /** Makes room if there is room enough at all. */
  private boolean room(int wanted) throws IOException {
    if (wanted > characters.length - used) {
      writer.write(characters, 0, used);
      used = 0;
    }
    return wanted <= characters.length;
  }

  @Override
  public void close() throws IOException {
    try (writer) {
      writer.write(characters, 0, used);
      used = 0;
    }
  }
}
