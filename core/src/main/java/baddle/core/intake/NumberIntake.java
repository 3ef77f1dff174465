package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.LongBuilder;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;

/** Whole numbers, decimals, dates... from a cell. */
final class NumberIntake implements ColumnIntake {

  private final int cell;
  private final LongBuilder builder;
  private final ValueReader reader;
  private final Fit blankFit;

  NumberIntake(int cell, LongBuilder builder, ValueReader reader, boolean required) {
    this.cell = cell;
    this.builder = builder;
    this.reader = reader;
    this.blankFit = required ? Fit.BLANK : Fit.FITS;
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    boolean fits = true;
    for (int i = from; i < to; i++) {
      fits &= take(rows[i], blockRow + i - from) == Fit.FITS;
    }
    return fits;
  }

  @Override
  public Fit take(GridRow row, int blockRow) {
    CellKind kind = row.kind(cell);
    if (kind == CellKind.BLANK) {
      builder.blank(blockRow);
      return blankFit;
    }
    if (kind == CellKind.ERROR) {
      return Fit.ERROR_CELL;
    }
    Fit fit =
        kind == CellKind.NUMBER
            ? reader.readStoredNumber(row.buffer(), row.start(cell), row.end(cell))
            : reader.read(row.buffer(), row.start(cell), row.end(cell));
    if (fit == Fit.FITS) {
      builder.set(blockRow, reader.value());
    }
    return fit;
  }
}
