package baddle.formats.edit;

import baddle.core.grid.CellRange;
import java.util.Optional;

/**
 * A cell of a sheet.
 *
 * @param row as a person counts, from 1
 * @param column from 0
 */
public record CellAt(int row, int column) implements Comparable<CellAt> {

  /** Reads {@code B4}, with {@code $} or without; empty for anything else. */
  public static Optional<CellAt> parse(String text) {
    return CellRange.parse(text)
        .filter(range -> range.firstRow() == range.lastRow())
        .filter(range -> range.endColumn() == range.firstColumn() + 1)
        .map(range -> new CellAt(range.firstRow(), range.firstColumn()));
  }

  /** Whether a range holds it. */
  public boolean liesIn(CellRange range) {
    return row >= range.firstRow()
        && row <= range.lastRow()
        && column >= range.firstColumn()
        && column < range.endColumn();
  }

  /** By row, then by column. */
  @Override
  public int compareTo(CellAt other) {
    return row != other.row ? Integer.compare(row, other.row) : column - other.column;
  }

  /** As a person names it: B4. */
  @Override
  public String toString() {
    return CellRange.letters(column) + row;
  }
}
