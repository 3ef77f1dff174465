package baddle.core.crosstab;

import baddle.core.table.Block;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import java.util.List;

/**
 * The items of an axis while rows are added: a tree of numbered nodes, node 0 the root, whose
 * children are the first level's items.
 */
final class AxisTree {

  static final int ROOT = 0;

  private final List<ItemCoder> levels;
  private final Long2IntOpenHashMap children = new Long2IntOpenHashMap();
  private final IntArrayList parents = new IntArrayList(new int[] {ROOT});
  private final IntArrayList codes = new IntArrayList(new int[] {0});
  private final int[] levelCodes = new int[Block.MOST_ROWS];
  private int[] firstLevel = new int[64];

  AxisTree(List<ItemCoder> levels) {
    this.levels = levels;
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
   * @param nodes receives the node of row {@code i} at {@code i}
   */
  void nodes(Block block, int from, int to, int[] nodes) {
    if (levels.isEmpty()) {
      Arrays.fill(nodes, from, to, ROOT);
      return;
    }
    levels.get(0).code(block, from, to, nodes);
    for (int row = from; row < to; row++) {
      nodes[row] = firstLevelNode(nodes[row]);
    }
    for (ItemCoder level : levels.subList(1, levels.size())) {
      level.code(block, from, to, levelCodes);
      descend(nodes, from, to);
    }
  }

  private int firstLevelNode(int code) {
    if (code >= firstLevel.length) {
      firstLevel = Arrays.copyOf(firstLevel, Math.max(code + 1, firstLevel.length * 2));
    }
    int node = firstLevel[code];
    if (node == 0) {
      node = add(ROOT, code);
      firstLevel[code] = node;
    }
    return node;
  }

  private void descend(int[] nodes, int from, int to) {
    long last = -1;
    int lastNode = 0;
    for (int row = from; row < to; row++) {
      long key = (long) nodes[row] << 32 | levelCodes[row];
      if (key != last) {
        last = key;
        lastNode = children.get(key);
        if (lastNode == 0) {
          lastNode = add(nodes[row], levelCodes[row]);
          children.put(key, lastNode);
        }
      }
      nodes[row] = lastNode;
    }
  }

  private int add(int parent, int code) {
    parents.add(parent);
    codes.add(code);
    return parents.size() - 1;
  }
}
