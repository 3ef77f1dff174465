package baddle.core.crosstab;

import baddle.core.table.Block;
import java.math.BigDecimal;
import java.util.Optional;

/** Gathers one measure for every cell. Cells merge, so a total is computed from its rows. */
interface Accumulator {

  /**
   * Adds a range of a block's rows.
   *
   * @param cells the cell of row {@code i} at {@code i}
   * @param cellCount one more than the largest cell so far
   */
  void add(Block block, int from, int to, int[] cells, int cellCount);

  /**
   * Adds all of one cell's rows to another.
   *
   * @param cellCount one more than the largest cell so far
   */
  void merge(int into, int cell, int cellCount);

  /** The measure of a cell; empty where no value went into it. */
  Optional<BigDecimal> value(int cell);
}
