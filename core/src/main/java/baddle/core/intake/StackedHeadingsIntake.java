package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.outcome.Corrected;
import baddle.core.value.Fit;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Takes the values that are under several headings into one column. */
final class StackedHeadingsIntake implements ColumnIntake {

  private final ColumnIntake[] ofLabel;
  private final int[] labels;

  /**
   * An intake.
   *
   * @param ofLabel what takes a row's value, by the index of its label
   * @param labels the index of the label of each row of the stretch
   */
  StackedHeadingsIntake(List<? extends ColumnIntake> ofLabel, int[] labels) {
    this.ofLabel = ofLabel.toArray(ColumnIntake[]::new);
    this.labels = labels;
  }

  @Override
  public Optional<NumberIntake> numbers() {
    return ofLabel[0].numbers();
  }

  @Override
  public List<Corrected> corrected() {
    return Stream.of(ofLabel).flatMap(taker -> taker.corrected().stream()).toList();
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
