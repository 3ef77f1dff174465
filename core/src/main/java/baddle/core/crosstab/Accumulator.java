package baddle.core.crosstab;

import baddle.core.table.Vector;
import java.math.BigDecimal;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Gathers one aggregate for every cell. Cells roll up, so that a total is computed from its rows.
 * Each goes over rows by a loop of its own: a method that one loop calls for each row can't be
 * inlined any more once several kinds are in use.
 */
interface Accumulator {

  /**
   * Adds a range of rows.
   *
   * @param argument what the aggregate is of; null where it counts rows
   * @param by what orders the rows; null where nothing does
   * @param cells the cell of row {@code i} at {@code i}; rows of cell {@link CellTable#DISCARD}
   *     count for nothing
   * @param cellCount one more than the largest cell so far
   */
  void add(
      @Nullable Vector argument, @Nullable Vector by, int from, int to, int[] cells, int cellCount);

  /** Whether what it has gathered can be written, and added to what another has. */
  default boolean isAdditive() {
    return false;
  }

  /**
   * Writes what it has gathered.
   *
   * @param cells one more than the largest cell
   */
  default void write(int cells, KeptNumbers out) {
    throw new IllegalStateException("can't be added to others");
  }

  /**
   * Adds what another of the same kind has written.
   *
   * @param cells this one's cell for each of the other's
   * @param cellCount one more than the largest of this one's
   */
  default void add(KeptNumbers in, int[] cells, int cellCount) {
    throw new IllegalStateException("can't be added to others");
  }

  /**
   * The values of cells that each are made of some of this one's.
   *
   * @param target for each cell the one it goes into
   * @param targets one more than the largest of those
   */
  Values rollUp(int[] target, int targets);

  /** The values of cells. */
  interface Values {

    /** The value of a cell; empty where nothing went into it. */
    Optional<BigDecimal> value(int cell);

    /**
     * The same where all cells of a group have to be of one period: only those of its first or last
     * have a value.
     *
     * @param group the group of each cell, from 0
     */
    default Values withinGroups(int[] group) {
      return this;
    }
  }
}
