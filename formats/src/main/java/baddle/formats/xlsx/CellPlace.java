package baddle.formats.xlsx;

import baddle.core.grid.CellRange;

/**
 * A cell of a sheet.
 *
 * @param row from 0
 * @param column from 0
 */
public record CellPlace(int row, int column) {

  /** As a cell is named: B4. */
  public String name() {
    return CellRange.letters(column) + (row + 1);
  }

  /** As a formula names a cell that stays the same where it is copied: $B$4. */
  public String fixedName() {
    return "$" + CellRange.letters(column) + "$" + (row + 1);
  }
}
