package baddle.core.grid;

import java.util.Optional;

/** A cell's or a whole column's address; the row of a column is open. */
record CellAddress(int row, int column) {

  private static final int MOST_LETTERS = 3;
  private static final int MOST_DIGITS = 7;

  static Optional<CellAddress> parse(String text) {
    int letters = 0;
    int column = 0;
    while (letters < text.length() && isLetter(text.charAt(letters))) {
      column = column * 26 + text.charAt(letters) - 'A' + 1;
      letters++;
    }
    int digits = text.length() - letters;
    boolean fits = letters >= 1 && letters <= MOST_LETTERS && digits <= MOST_DIGITS;
    if (!fits || !text.substring(letters).chars().allMatch(c -> c >= '0' && c <= '9')) {
      return Optional.empty();
    }
    int row = digits == 0 ? CellRange.OPEN : Integer.parseInt(text.substring(letters));
    return row == 0 ? Optional.empty() : Optional.of(new CellAddress(row, column - 1));
  }

  private static boolean isLetter(char c) {
    return c >= 'A' && c <= 'Z';
  }
}
