package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;
import java.util.function.IntConsumer;

/** The same value in every row: what a source's name carries, or nothing. */
final class SameIntake implements ColumnIntake {

  private final IntConsumer setRow;

  private SameIntake(IntConsumer setRow) {
    this.setRow = setRow;
  }

  static ColumnIntake text(char[] text, TextBuilder builder) {
    return new SameIntake(row -> builder.set(row, text, 0, text.length));
  }

  static ColumnIntake number(long value, LongBuilder builder) {
    return new SameIntake(row -> builder.set(row, value));
  }

  /** For a column whose heading the source doesn't have. */
  static ColumnIntake blank(ColumnBuilder builder) {
    return new SameIntake(builder::blank);
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    for (int i = from; i < to; i++) {
      setRow.accept(blockRow + i - from);
    }
    return true;
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    setRow.accept(blockRow);
    return Fit.FITS;
  }
}
