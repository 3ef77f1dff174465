package baddle.core.crosstab;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;

/**
 * Numbers the cells, pairs of a node down and a node across, as they appear, from 0. Small nodes
 * are found in an array, the others in a hash table.
 */
final class CellTable {

  private static final int DENSE_DOWN = 1024;
  private static final int DENSE_ACROSS = 256;

  private final int[] dense = new int[DENSE_DOWN * DENSE_ACROSS];
  private final Long2IntOpenHashMap sparse = new Long2IntOpenHashMap();
  private final IntArrayList downs = new IntArrayList();
  private final IntArrayList acrosses = new IntArrayList();

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
    boolean isDense = down < DENSE_DOWN && across < DENSE_ACROSS;
    int found =
        isDense ? dense[down * DENSE_ACROSS + across] : sparse.get((long) down << 32 | across);
    return found != 0 ? found - 1 : add(down, across, isDense);
  }

  /** The cell of a pair, or -1 where no row has it. */
  int find(int down, int across) {
    boolean isDense = down < DENSE_DOWN && across < DENSE_ACROSS;
    return (isDense ? dense[down * DENSE_ACROSS + across] : sparse.get((long) down << 32 | across))
        - 1;
  }

  private int add(int down, int across, boolean isDense) {
    downs.add(down);
    acrosses.add(across);
    if (isDense) {
      dense[down * DENSE_ACROSS + across] = downs.size();
    } else {
      sparse.put((long) down << 32 | across, downs.size());
    }
    return downs.size() - 1;
  }
}
