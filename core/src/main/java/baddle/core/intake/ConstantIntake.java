package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;
import java.util.function.IntConsumer;

/** The same value in every row: what a source's name carries, or nothing. */
final class ConstantIntake implements ColumnIntake {

  private final IntConsumer setRow;
  private final ColumnBuilder builder;

  private ConstantIntake(IntConsumer setRow, ColumnBuilder builder) {
    this.setRow = setRow;
    this.builder = builder;
  }

  static ColumnIntake text(char[] text, TextBuilder builder) {
    return new ConstantIntake(row -> builder.set(row, text, 0, text.length), builder);
  }

  static ColumnIntake number(long value, LongBuilder builder) {
    return new ConstantIntake(row -> builder.set(row, value), builder);
  }

  /** For a column whose heading the source doesn't have. */
  static ColumnIntake blank(ColumnBuilder builder) {
    return new ConstantIntake(builder::blank, builder);
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    if (from < to) {
      setRow.accept(blockRow);
      builder.repeat(blockRow + 1, blockRow + to - from);
    }
    return true;
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    setRow.accept(blockRow);
    return Fit.FITS;
  }
}
