package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.value.Fit;

/** Takes the values of a column, and sets another that goes with it. */
final class PairedIntake implements ColumnIntake {

  private final ColumnIntake values;
  private final ColumnIntake companion;

  PairedIntake(ColumnIntake values, ColumnIntake companion) {
    this.values = values;
    this.companion = companion;
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    companion.take(rows, index, blockRow);
    return values.take(rows, index, blockRow);
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    companion.takeAll(rows, from, to, blockRow);
    return values.takeAll(rows, from, to, blockRow);
  }
}
