package baddle.formats.csv;

/** Cells that are odd: of so many lines that a quote may be missing, or with NUL characters. */
final class OddCells {

  /** A quoted cell of more lines than this may well be one whose quote isn't closed. */
  static final int MANY_LINES = 50;

  private int count;
  private int line;
  private int lines;
  private int nulLine;

  /** Takes note of a quoted cell of many lines, whose record begins on a line. */
  void add(int lineOfRecord, int linesOfCell) {
    if (count++ == 0) {
      line = lineOfRecord;
      lines = linesOfCell;
    }
  }

  /** Takes note of a NUL character in the record that begins on a line. */
  void addNul(int lineOfRecord) {
    nulLine = nulLine == 0 ? lineOfRecord : nulLine;
  }

  /** The line on which the record with the first NUL character begins; 0 where there is none. */
  int nulLine() {
    return nulLine;
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
