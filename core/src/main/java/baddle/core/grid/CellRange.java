package baddle.core.grid;

import java.util.Locale;
import java.util.Optional;

/**
 * A rectangle of cells, such as {@code B4:H120}; {@code B4:H} is open downwards.
 *
 * @param firstRow from 1, inclusive; 0 for headings before the first row
 * @param lastRow inclusive; {@link #OPEN} where it has no end
 * @param firstColumn from 0, inclusive
 * @param endColumn exclusive; {@link #OPEN} where it has no end
 */
public record CellRange(int firstRow, int lastRow, int firstColumn, int endColumn) {

  /** Stands for no end. */
  public static final int OPEN = Integer.MAX_VALUE;

  /** A whole sheet, and the headings that some sources have before their first row. */
  public static final CellRange EVERYTHING = new CellRange(0, OPEN, 0, OPEN);

  /** Whether it ends before a row. */
  public boolean isBefore(int row) {
    return row > lastRow;
  }

  /** Whether it leaves columns of the sheet out. */
  public boolean limitsColumns() {
    return firstColumn > 0 || endColumn < OPEN;
  }

  /** The same columns from a row on. */
  public CellRange fromRow(int row) {
    return new CellRange(row, lastRow, firstColumn, endColumn);
  }

  /** The same rows, of some columns. */
  public CellRange columns(int first, int end) {
    return new CellRange(firstRow, lastRow, first, end);
  }

  /** Reads {@code B4:H120}, {@code B4:H} or {@code B4}, in any case, with {@code $} or without. */
  public static Optional<CellRange> parse(String text) {
    String plain = text.replace("$", "").toUpperCase(Locale.ROOT).strip();
    int colon = plain.indexOf(':');
    Optional<CellAddress> first = CellAddress.parse(colon < 0 ? plain : plain.substring(0, colon));
    Optional<CellAddress> last = colon < 0 ? first : CellAddress.parse(plain.substring(colon + 1));
    if (first.isEmpty() || last.isEmpty() || first.get().row() == OPEN) {
      return Optional.empty();
    }
    CellAddress from = first.get();
    CellAddress to = last.get();
    return to.row() < from.row() || to.column() < from.column()
        ? Optional.empty()
        : Optional.of(new CellRange(from.row(), to.row(), from.column(), to.column() + 1));
  }

  /** The letters of a column: A for 0, AA for 26. */
  public static String letters(int column) {
    StringBuilder letters = new StringBuilder();
    for (int rest = column; rest >= 0; rest = rest / 26 - 1) {
      letters.insert(0, (char) ('A' + rest % 26));
    }
    return letters.toString();
  }

  /** As a person writes it; a side without an end is left away. */
  @Override
  public String toString() {
    String last =
        (endColumn == OPEN ? "" : letters(endColumn - 1)) + (lastRow == OPEN ? "" : lastRow);
    String first = letters(firstColumn) + firstRow;
    return last.isEmpty() ? first + " on" : first.equals(last) ? first : first + ":" + last;
  }
}
