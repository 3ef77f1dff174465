package baddle.core.value;

/** What is around values that are written as text. */
final class WrittenText {

  private WrittenText() {}

  /** Behind an apostrophe, by which a person made a program take a number or a date for text. */
  static int begin(char[] text, int start, int end) {
    return end - start > 1 && text[start] == '\'' ? start + 1 : start;
  }
}
