package baddle.core.crosstab;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/** Turns a grown axis into its items, in order: each level's own, with the blank item last. */
final class Items {

  private final AxisTree tree;
  private final List<List<Integer>> children = new ArrayList<>();

  private Items(AxisTree tree) {
    this.tree = tree;
    IntStream.range(0, tree.size()).forEach(node -> children.add(new ArrayList<>()));
    IntStream.range(1, tree.size()).forEach(node -> children.get(tree.parent(node)).add(node));
  }

  /** The root with everything below it. */
  static Item of(AxisTree tree) {
    return new Items(tree).item(AxisTree.ROOT, 0, "");
  }

  private Item item(int node, int level, String label) {
    List<Integer> below = children.get(node);
    if (below.isEmpty()) {
      return new Item(label, node, List.of());
    }
    ItemCoder coder = tree.levels().get(level);
    Comparator<Integer> byCode = (one, other) -> compare(coder, one, other);
    List<Item> items =
        below.stream()
            .sorted(byCode)
            .map(child -> item(child, level + 1, label(coder, tree.code(child))))
            .toList();
    return new Item(label, node, items);
  }

  private int compare(ItemCoder coder, int one, int other) {
    int code = tree.code(one);
    int otherCode = tree.code(other);
    boolean blank = code == ItemCoder.BLANK;
    boolean otherBlank = otherCode == ItemCoder.BLANK;
    return blank || otherBlank
        ? Boolean.compare(blank, otherBlank)
        : coder.compare(code, otherCode);
  }

  private static String label(ItemCoder coder, int code) {
    return code == ItemCoder.BLANK ? Item.BLANK_LABEL : coder.label(code);
  }
}
