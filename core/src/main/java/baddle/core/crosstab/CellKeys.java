package baddle.core.crosstab;

import java.util.Arrays;
import java.util.List;

/**
 * Finds the cell of a row by the codes of all its items at once, side by side in one number, as
 * long as there are few enough codes; a shortcut for what the axes' trees find step by step.
 */
final class CellKeys {

  private static final int MOST_BITS = 20;

  private final int[] bits;
  private int[] cellOf = {};
  private boolean tooMany;

  CellKeys(int levels) {
    bits = new int[levels];
  }

  /** Makes room for the codes there are; false where there are too many. */
  boolean fit(List<ItemCoder> coders) {
    boolean wider = cellOf.length == 0;
    int total = 0;
    for (int level = 0; level < bits.length; level++) {
      int needed = Integer.SIZE - Integer.numberOfLeadingZeros(coders.get(level).size() - 1);
      if (needed > bits[level]) {
        bits[level] = needed;
        wider = true;
      }
      total += bits[level];
    }
    tooMany |= total > MOST_BITS;
    if (wider && !tooMany) {
      cellOf = new int[1 << total];
    }
    return !tooMany;
  }

  /**
   * Puts the codes of each row side by side.
   *
   * @param codes of each level, by row
   */
  void keys(int[][] codes, int rows, int[] keys) {
    Arrays.fill(keys, 0, rows, 0);
    int shift = 0;
    for (int level = 0; level < bits.length; level++) {
      int[] own = codes[level];
      for (int row = 0; row < rows; row++) {
        keys[row] |= own[row] << shift;
      }
      shift += bits[level];
    }
  }

  /** The cell of each key; one that isn't known yet is {@link CellTable#DISCARD}. */
  int[] cells() {
    return cellOf;
  }
}
