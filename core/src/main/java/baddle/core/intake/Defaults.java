package baddle.core.intake;

import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;

/** What is in one column where a row has no value. */
final class Defaults {

  private final int column;
  private final ColumnBuilder builder;
  private final char[] text;
  private final long number;

  /**
   * A default.
   *
   * @param number what the text means in a column that isn't text
   */
  Defaults(int column, ColumnBuilder builder, char[] text, long number) {
    this.column = column;
    this.builder = builder;
    this.text = text;
    this.number = number;
  }

  /**
   * Fills the blanks of a stretch; what is left out stays as it is, and so does a value that can't
   * be read: it isn't missing.
   */
  void apply(Stretch stretch, int base) {
    for (int i = 0; i < stretch.size(); i++) {
      int row = base + i;
      if (builder.isBlank(row) && !stretch.isLeftOut(i) && !stretch.isUnreadable(i, column)) {
        if (builder instanceof TextBuilder texts) {
          texts.set(row, text, 0, text.length);
        } else {
          ((LongBuilder) builder).set(row, number);
        }
      }
    }
  }
}
