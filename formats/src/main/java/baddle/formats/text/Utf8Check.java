package baddle.formats.text;

/** Counts the well-formed and the malformed sequences of UTF-8, across pieces of a file. */
final class Utf8Check {

  private long multiByte;
  private long malformed;
  private int expected;

  void add(byte[] bytes, int length) {
    for (int i = 0; i < length; i++) {
      int b = bytes[i];
      if (expected > 0) {
        follow(b);
      } else if (b < 0) {
        begin(b & 0xff);
      }
    }
  }

  private void begin(int b) {
    expected =
        b >= 0xf0 && b < 0xf5 ? 3 : b >= 0xe0 && b < 0xf0 ? 2 : b >= 0xc2 && b < 0xe0 ? 1 : 0;
    malformed += expected == 0 ? 1 : 0;
  }

  private void follow(int b) {
    if ((b & 0xc0) == 0x80) {
      expected--;
      multiByte += expected == 0 ? 1 : 0;
      return;
    }
    expected = 0;
    malformed++;
    if (b < 0) {
      begin(b & 0xff);
    }
  }

  /** Says that no more bytes follow. */
  void end() {
    malformed += expected > 0 ? 1 : 0;
    expected = 0;
  }

  TextCharset.Guess guess() {
    return multiByte > 0 ? TextCharset.Guess.MIXED : TextCharset.Guess.GUESSED;
  }

  long multiByte() {
    return multiByte;
  }

  long malformed() {
    return malformed;
  }
}
