package baddle.core.crosstab;

import baddle.core.crosstab.spec.SpecException;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Locale;

/**
 * Numbers the cells, pairs of a node down and a node across, as they appear, from 1. Small nodes
 * are found in an array, the others in a hash table.
 */
final class CellTable {

  /** The cell of rows that count for nothing. */
  static final int DISCARD = 0;

  private static final int DENSE_DOWN = 1024;
  private static final int DENSE_ACROSS = 256;

  private int[] dense = {};
  private final Long2IntOpenHashMap sparse = new Long2IntOpenHashMap();
  private final IntArrayList downs = new IntArrayList(new int[] {0});
  private final IntArrayList acrosses = new IntArrayList(new int[] {0});
  private final int most;

  /** A table that refuses to have more cells than so many. */
  CellTable(int most) {
    this.most = most;
  }

  /** One more than the largest cell. */
  int size() {
    return downs.size();
  }

  int down(int cell) {
    return downs.getInt(cell);
  }

  int across(int cell) {
    return acrosses.getInt(cell);
  }

  /** The cell of a pair, which is added if it is new. */
  int cell(int down, int across) {
    if (down < DENSE_DOWN && across < DENSE_ACROSS) {
      if (dense.length == 0) {
        dense = new int[DENSE_DOWN * DENSE_ACROSS];
      }
      int found = dense[down * DENSE_ACROSS + across];
      if (found == 0) {
        found = add(down, across);
        dense[down * DENSE_ACROSS + across] = found;
      }
      return found;
    }
    long pair = (long) down << 32 | across;
    int found = sparse.get(pair);
    if (found == 0) {
      found = add(down, across);
      sparse.put(pair, found);
    }
    return found;
  }

  /** The cell of a pair, or {@link #DISCARD} where no row has it. */
  int find(int down, int across) {
    boolean isDense = down < DENSE_DOWN && across < DENSE_ACROSS;
    if (isDense && dense.length == 0) {
      return DISCARD;
    }
    return isDense ? dense[down * DENSE_ACROSS + across] : sparse.get((long) down << 32 | across);
  }

  private int add(int down, int across) {
    if (downs.size() > most) {
      throw new SpecException(
          String.format(
              Locale.ROOT,
              "more than %,d cells; use fewer levels, a coarser grain, or bands",
              most));
    }
    downs.add(down);
    acrosses.add(across);
    return downs.size() - 1;
  }
}
