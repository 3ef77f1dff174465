package baddle.core.crosstab;

import baddle.core.table.Block;

/**
 * Numbers the items of one level of an axis as they appear, from 1; 0 is the item of blank values.
 */
interface ItemCoder {

  /** The code of the blank item. */
  int BLANK = 0;

  /**
   * Codes a range of a block's rows.
   *
   * @param codes receives the code of row {@code i} at {@code i}
   */
  void code(Block block, int from, int to, int[] codes);

  /** What an item is called. */
  String label(int code);

  /** Compares two items other than the blank one in the order they are shown. */
  int compare(int one, int other);
}
