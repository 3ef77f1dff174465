package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.outcome.Corrected;
import baddle.core.value.Fit;
import java.util.List;
import java.util.Optional;

/**
 * Takes the values of one column of the dataset from the rows of one source. Rows come in small
 * stretches, so that one column's code and dictionary stay at hand for many values; each kind has a
 * loop of its own, which the compiler can make straight.
 */
interface ColumnIntake {

  /**
   * Takes one row's value.
   *
   * @param index the row's index in the array
   * @param blockRow where it goes in the block being built
   */
  Fit take(GridRow[] rows, int index, int blockRow);

  /** What takes the values as numbers, if it does. */
  default Optional<NumberIntake> numbers() {
    return Optional.empty();
  }

  /** The values that were replaced. */
  default List<Corrected> corrected() {
    return List.of();
  }

  /** Remembers what was counted of the values so far. */
  default void mark() {}

  /** Forgets what was counted since the {@link #mark}. */
  default void backToMark() {}

  /**
   * Takes the values of a stretch of rows.
   *
   * @param from the first row's index in the array, inclusive
   * @param to the end, exclusive
   * @param blockRow where the first goes in the block being built
   * @return whether all of them fit; if not, take them one by one to learn which don't
   */
  boolean takeAll(GridRow[] rows, int from, int to, int blockRow);
}
