package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.TextBuilder;
import baddle.core.value.CurrencyText;
import baddle.core.value.Fit;

/** The currency sign or code written with the number of another column. */
final class CurrencyIntake implements ColumnIntake {

  private final int cell;
  private final TextBuilder builder;
  private final CurrencyText currency = new CurrencyText();

  CurrencyIntake(int cell, TextBuilder builder) {
    this.cell = cell;
    this.builder = builder;
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    for (int i = from; i < to; i++) {
      take(rows, i, blockRow + i - from);
    }
    return true;
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    GridRow row = rows[index];
    char[] found =
        row.kind(cell) == CellKind.TEXT
            ? currency.of(row.buffer(cell), row.start(cell), row.end(cell)).toCharArray()
            : new char[0];
    builder.set(blockRow, found, 0, found.length);
    return Fit.FITS;
  }
}
