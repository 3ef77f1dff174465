package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.value.Fit;
import java.util.List;

/** Takes the values that stand under several headings into one column. */
final class TurnedIntake implements ColumnIntake {

  private final ColumnIntake[] ofLabel;
  private final int[] labels;

  /**
   * An intake.
   *
   * @param ofLabel what takes a row's value, by the index of its label
   * @param labels the index of the label of each row of the stretch
   */
  TurnedIntake(List<? extends ColumnIntake> ofLabel, int[] labels) {
    this.ofLabel = ofLabel.toArray(ColumnIntake[]::new);
    this.labels = labels;
  }

  /** What takes the values of each label. */
  List<ColumnIntake> all() {
    return List.of(ofLabel);
  }

  /** What takes the values of the first label. */
  ColumnIntake first() {
    return ofLabel[0];
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    return ofLabel[labels[index]].take(rows, index, blockRow);
  }

  @Override
  public void mark() {
    for (ColumnIntake taker : ofLabel) {
      taker.mark();
    }
  }

  @Override
  public void backToMark() {
    for (ColumnIntake taker : ofLabel) {
      taker.backToMark();
    }
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
