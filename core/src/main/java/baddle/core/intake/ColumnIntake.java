package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.value.Fit;

/** Takes the values of one column of the dataset from the rows of one source. */
interface ColumnIntake {

  /**
   * Takes a row's value.
   *
   * @param blockRow where it goes in the block being built
   */
  Fit take(GridRow row, int blockRow);
}
