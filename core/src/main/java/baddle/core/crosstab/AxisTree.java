package baddle.core.crosstab;

import baddle.core.table.Vector;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import java.util.List;

/**
 * The items of an axis while rows are added: a tree of numbered nodes, node 0 the root, whose
 * children are the first level's items. Children of few parents with few codes are found in arrays,
 * the others in a hash table.
 */
final class AxisTree {

  static final int ROOT = 0;

  private static final int DENSE_PARENTS = 8192;
  private static final int DENSE_CODES = 4096;

  private final List<ItemCoder> levels;
  private final Long2IntOpenHashMap sparse = new Long2IntOpenHashMap();
  private final IntArrayList parents = new IntArrayList(new int[] {ROOT});
  private final IntArrayList codes = new IntArrayList(new int[] {0});
  private int[] levelCodes = {};
  private int[][] dense = new int[64][];

  AxisTree(List<ItemCoder> levels) {
    this.levels = levels;
    Arrays.fill(dense, new int[0]);
  }

  List<ItemCoder> levels() {
    return levels;
  }

  int size() {
    return parents.size();
  }

  int parent(int node) {
    return parents.getInt(node);
  }

  /** The code of a node's item in its level's coder. */
  int code(int node) {
    return codes.getInt(node);
  }

  /**
   * Finds the innermost item of each row in a range.
   *
   * @param vectors one for each level
   * @param nodes receives the node of row {@code i} at {@code i}
   */
  void nodes(List<Vector> vectors, int from, int to, int[] nodes) {
    Arrays.fill(nodes, from, to, ROOT);
    levelCodes = levelCodes.length < to - from ? new int[to - from] : levelCodes;
    for (int level = 0; level < levels.size(); level++) {
      levels.get(level).code(vectors.get(level), from, to, levelCodes);
      for (int row = from; row < to; row++) {
        nodes[row] = child(nodes[row], levelCodes[row - from]);
      }
    }
  }

  /**
   * The codes of an innermost node and of those above it.
   *
   * @param into receives them
   * @param end one more than the place of the innermost
   */
  void codes(int node, int[] into, int end) {
    int at = node;
    for (int place = end - 1; at != ROOT; place--) {
      into[place] = code(at);
      at = parent(at);
    }
  }

  /** The innermost node of one row. */
  int node(int[][] levelCodes, int firstLevel, int row) {
    int node = ROOT;
    for (int level = 0; level < levels.size(); level++) {
      node = child(node, levelCodes[firstLevel + level][row]);
    }
    return node;
  }

  private int child(int parent, int code) {
    if (parent < dense.length) {
      int[] children = dense[parent];
      if (code < children.length) {
        int node = children[code];
        if (node != 0) {
          return node;
        }
      }
    }
    return find(parent, code);
  }

  private int find(int parent, int code) {
    boolean isDense = parent < DENSE_PARENTS && code < DENSE_CODES;
    if (!isDense) {
      long key = (long) parent << 32 | code;
      int node = sparse.get(key);
      if (node == 0) {
        node = add(parent, code);
        sparse.put(key, node);
      }
      return node;
    }
    if (parent >= dense.length) {
      int before = dense.length;
      dense = Arrays.copyOf(dense, Math.max(parent + 1, before * 2));
      Arrays.fill(dense, before, dense.length, new int[0]);
    }
    if (code >= dense[parent].length) {
      dense[parent] = Arrays.copyOf(dense[parent], Math.max(code + 1, dense[parent].length * 2));
    }
    int node = add(parent, code);
    dense[parent][code] = node;
    return node;
  }

  private int add(int parent, int code) {
    parents.add(parent);
    codes.add(code);
    return parents.size() - 1;
  }
}
