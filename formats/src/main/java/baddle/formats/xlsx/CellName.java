package baddle.formats.xlsx;

/** How formulas name cells. */
final class CellName {

  private static final int LETTERS = 26;

  private CellName() {}

  /** The letters of a column, from 0: A to Z, AA... */
  static String column(int column) {
    StringBuilder letters = new StringBuilder();
    for (int left = column; left >= 0; left = left / LETTERS - 1) {
      letters.insert(0, (char) ('A' + left % LETTERS));
    }
    return letters.toString();
  }

  /** A cell, row and column from 0. */
  static String of(int row, int column) {
    return column(column) + (row + 1);
  }
}
