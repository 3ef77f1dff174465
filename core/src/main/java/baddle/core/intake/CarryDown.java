package baddle.core.intake;

import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;

/** One column whose value applies until the next one. */
final class CarryDown {

  private enum State {
    /** There is nothing to carry. */
    NOTHING,
    /** A value is carried. */
    VALUE,
    /** What would be carried doesn't fit its column. */
    UNFIT
  }

  private final int column;
  private final ColumnBuilder builder;
  private final boolean blanksUnreadable;
  private final boolean[] endsAt;
  private State state = State.NOTHING;
  private char[] text = {};
  private long number;

  /**
   * A column that is carried down.
   *
   * @param endsAt for each rule that leaves rows out, whether nothing is carried past these
   * @param blanksUnreadable whether what can't be filled stays blank, and doesn't hold its row
   */
  CarryDown(int column, ColumnBuilder builder, boolean[] endsAt, boolean blanksUnreadable) {
    this.column = column;
    this.builder = builder;
    this.endsAt = endsAt;
    this.blanksUnreadable = blanksUnreadable;
  }

  /**
   * Fills the blanks of a stretch of rows.
   *
   * @param base where the first row is in the block being built
   */
  void apply(Stretch stretch, int base, boolean untilBlankRow) {
    int last = -1;
    for (int i = 0; i < stretch.size(); i++) {
      int row = base + i;
      if ((untilBlankRow && stretch.isAfterBlankRow(i)) || stretch.beginsBlock(i)) {
        state = State.NOTHING;
        last = -1;
      }
      boolean blank = builder.isBlank(row);
      boolean unfit = stretch.isUnreadable(i, column);
      if (stretch.isLeftOut(i)) {
        if (endsAt[stretch.rule(i)] || !blank || unfit) {
          state = State.NOTHING;
          last = -1;
        }
      } else if (unfit) {
        state = State.UNFIT;
        last = -1;
      } else if (!blank) {
        state = State.VALUE;
        last = row;
      } else if (state == State.VALUE) {
        last = fill(row, last);
      } else if (state == State.UNFIT) {
        if (blanksUnreadable) {
          stretch.blank(i, column, Fit.NOT_CARRIED);
        } else {
          stretch.setFit(i, column, Fit.NOT_CARRIED);
        }
      }
    }
    if (last >= 0) {
      keep(last);
    }
  }

  private int fill(int row, int last) {
    if (builder instanceof TextBuilder texts) {
      if (last >= 0) {
        texts.setCode(row, texts.code(last));
      } else {
        texts.set(row, text, 0, text.length);
      }
    } else {
      LongBuilder numbers = (LongBuilder) builder;
      numbers.set(row, last >= 0 ? numbers.value(last) : number);
    }
    return row;
  }

  private void keep(int row) {
    if (builder instanceof TextBuilder texts) {
      text = texts.characters(row);
    } else {
      number = ((LongBuilder) builder).value(row);
    }
  }
}
