package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;

/** Text from a cell exactly as it was sent, with the white space around it. */
final class WholeTextIntake implements ColumnIntake {

  private final int cell;
  private final TextBuilder builder;
  private final TextIntake others;

  WholeTextIntake(int cell, TextBuilder builder, boolean required) {
    this.cell = cell;
    this.builder = builder;
    this.others = new TextIntake(cell, builder, required, TextIntake.Errors.UNFIT, Stretch.MOST);
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    GridRow row = rows[index];
    if (row.kind(cell) != CellKind.TEXT) {
      return others.take(rows, index, blockRow);
    }
    builder.set(blockRow, row.buffer(cell), row.wholeStart(cell), row.wholeEnd(cell));
    return Fit.FITS;
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    boolean fits = true;
    for (int i = from; i < to; i++) {
      fits &= take(rows, i, blockRow + i - from) == Fit.FITS;
    }
    return fits;
  }
}
