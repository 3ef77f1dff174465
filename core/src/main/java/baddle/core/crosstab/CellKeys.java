package baddle.core.crosstab;

import java.util.List;

/**
 * Finds the cell of a row by the codes of all its items at once, side by side in one number, as
 * long as there are few enough codes; a shortcut for what the axes' trees find step by step.
 */
final class CellKeys {

  private static final int MOST_BITS = 20;

  private final int[] bits;
  private final int[] shifts;
  private int[] cellOf = {};
  private boolean tooMany;

  CellKeys(int levels) {
    bits = new int[levels];
    shifts = new int[levels];
  }

  /** Whether rows have to be told apart step by step, because there are too many codes. */
  boolean areTooMany() {
    return tooMany;
  }

  /** Makes room for the codes there are; true where keys have to be put together anew. */
  boolean widen(List<ItemCoder> coders) {
    boolean wider = cellOf.length == 0;
    int total = 0;
    for (int level = 0; level < shifts.length; level++) {
      int needed = Integer.SIZE - Integer.numberOfLeadingZeros(coders.get(level).size() - 1);
      if (needed > bits[level]) {
        bits[level] = needed;
        wider = true;
      }
      shifts[level] = total;
      total += bits[level];
    }
    tooMany |= total > MOST_BITS;
    if (wider && !tooMany) {
      cellOf = new int[1 << total];
    }
    return wider && !tooMany;
  }

  /** By how many bits the codes of a level are shifted in a key. */
  int shift(int level) {
    return shifts[level];
  }

  /** The code of a level that a key has. */
  int code(int level, int key) {
    return (key >>> shifts[level]) & ((1 << bits[level]) - 1);
  }

  /** The cell of each key; one that isn't known yet is {@link CellTable#DISCARD}. */
  int[] cells() {
    return cellOf;
  }
}
