package baddle.formats.csv;

/** Quoted cells of so many lines that a quote may be missing. */
final class LongCells {

  /** A quoted cell of more lines than this may well be one whose quote isn't closed. */
  static final int MANY_LINES = 50;

  private int count;
  private int line;
  private int lines;

  /** Takes note of a quoted cell of many lines, whose record begins on a line. */
  void add(int lineOfRecord, int linesOfCell) {
    if (count++ == 0) {
      line = lineOfRecord;
      lines = linesOfCell;
    }
  }

  int count() {
    return count;
  }

  /** The line on which the record of the first begins. */
  int line() {
    return line;
  }

  /** How many lines the first has. */
  int lines() {
    return lines;
  }
}
