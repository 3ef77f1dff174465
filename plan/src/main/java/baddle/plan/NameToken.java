package baddle.plan;

/** A piece of a pattern of names. */
record NameToken(Kind kind, String text) {

  private static final int ASCII = 0x7f;

  /** The bit that tells capital letters of ASCII from small ones. */
  private static final int CASE = 0x20;

  /** What it takes. */
  enum Kind {
    /** These very characters. */
    PLAIN,
    /** One character but a slash. */
    ONE,
    /** Any characters but a slash. */
    ANY,
    /** Any characters. */
    ANY_PATH,
    /** Nothing, or folders with the slash behind them. */
    FOLDERS,
    /** A named part. */
    PART
  }

  /**
   * Whether plain characters may begin with this one, in any case. A quick look: yes may turn out
   * wrong, no doesn't.
   */
  boolean mayBeginWith(char c) {
    char first = text.charAt(0);
    return c == first || (c | CASE) == (first | CASE) || c > ASCII || first > ASCII;
  }

  boolean isAt(String name, int at) {
    return name.startsWith(text, at) || name.regionMatches(true, at, text, 0, text.length());
  }
}
