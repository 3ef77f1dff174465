package baddle.core.crosstab;

import baddle.core.calendar.Grain;
import baddle.core.crosstab.spec.Keep;
import baddle.core.crosstab.spec.Level;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.function.IntPredicate;
import org.jspecify.annotations.Nullable;

/**
 * The nodes of an axis once all rows are in: those of its tree, or, where only some are kept, those
 * and one for the others. Node 0 is the root.
 *
 * <p>Long because items are numbered, ordered and cut off over the same arrays.
 */
final class Axis {

  static final int ROOT = 0;
  private static final int REST = -1;

  private final AxisTree tree;
  private final List<Level> levels;
  private final IntArrayList parents = new IntArrayList(new int[] {ROOT});
  private final IntArrayList codes = new IntArrayList(new int[] {0});
  private final IntArrayList depths = new IntArrayList(new int[] {0});
  private final List<IntArrayList> children = new ArrayList<>(List.of(new IntArrayList()));
  private final Long2IntOpenHashMap childOf = new Long2IntOpenHashMap();
  private final int[] ofTree;
  private final Map<Integer, Map<List<Long>, Integer>> byPeriod = new HashMap<>();

  private Axis(AxisTree tree, List<Level> levels) {
    this.tree = tree;
    this.levels = levels;
    this.ofTree = new int[tree.size()];
  }

  /** All nodes of a tree. */
  static Axis of(AxisTree tree, List<Level> levels) {
    Axis axis = new Axis(tree, levels);
    for (int node = 1; node < tree.size(); node++) {
      axis.ofTree[node] = axis.child(axis.ofTree[tree.parent(node)], tree.code(node));
    }
    return axis;
  }

  private int child(int parent, int code) {
    long key = (long) parent << 32 | (code & 0xffff_ffffL);
    int known = childOf.get(key);
    if (known != ROOT) {
      return known;
    }
    int node = parents.size();
    parents.add(parent);
    codes.add(code);
    depths.add(depths.getInt(parent) + 1);
    children.add(new IntArrayList());
    children.get(parent).add(node);
    childOf.put(key, node);
    return node;
  }

  /**
   * The same, with those nodes of one level made one that aren't kept.
   *
   * @param depth the level, from 1
   */
  Axis keeping(int depth, IntPredicate isKept) {
    Axis axis = new Axis(tree, levels);
    int[] now = new int[parents.size()];
    for (int node = 1; node < parents.size(); node++) {
      boolean rest = depth(node) == depth && !isKept.test(node);
      now[node] = axis.child(now[parent(node)], rest ? REST : code(node));
    }
    for (int node = 1; node < ofTree.length; node++) {
      axis.ofTree[node] = now[ofTree[node]];
    }
    return axis;
  }

  /** The levels. */
  List<Level> levels() {
    return levels;
  }

  int size() {
    return parents.size();
  }

  int parent(int node) {
    return parents.getInt(node);
  }

  /** How deep a node is; 0 for the root. */
  int depth(int node) {
    return depths.getInt(node);
  }

  private int code(int node) {
    return codes.getInt(node);
  }

  boolean isRest(int node) {
    return code(node) == REST;
  }

  IntArrayList children(int node) {
    return children.get(node);
  }

  /** The node that a node of the tree is, or is part of. */
  int ofTree(int node) {
    return ofTree[node];
  }

  /** The node above a node at a depth, or the node itself. */
  int above(int node, int depth) {
    int above = node;
    while (depth(above) > depth) {
      above = parent(above);
    }
    return above;
  }

  private ItemCoder coder(int node) {
    return tree.levels().get(depth(node) - 1);
  }

  String label(int node) {
    if (node == ROOT) {
      return "";
    }
    if (isRest(node)) {
      return levels.get(depth(node) - 1).keep().map(Keep::rest).orElse("");
    }
    return code(node) == ItemCoder.BLANK ? Item.BLANK_LABEL : coder(node).label(code(node));
  }

  private OptionalLong number(int node) {
    boolean has = node != ROOT && !isRest(node) && code(node) != ItemCoder.BLANK;
    return has ? coder(node).number(code(node)) : OptionalLong.empty();
  }

  /** The periods that a node is in, from the outermost level of the calendar on. */
  List<Long> periods(int node) {
    List<Long> periods = new ArrayList<>();
    for (int above = node; above != ROOT; above = parent(above)) {
      if (grain(depth(above)).isPresent()) {
        periods.add(0, number(above).orElse(Long.MIN_VALUE));
      }
    }
    return periods;
  }

  /** Adds the items that are shown without data. */
  void addEmpty(Periods periods) {
    for (int depth = 1; depth <= levels.size(); depth++) {
      Level level = levels.get(depth - 1);
      if (level.empty().kind() == Level.Empty.Kind.NONE) {
        continue;
      }
      int[] codesToHave = codesToHave(depth, level, periods);
      int size = size();
      for (int parent = 0; parent < size; parent++) {
        if (depth(parent) == depth - 1) {
          for (int code : codesToHave) {
            child(parent, code);
          }
        }
      }
    }
  }

  private int[] codesToHave(int depth, Level level, Periods periods) {
    ItemCoder coder = tree.levels().get(depth - 1);
    if (level.empty().kind() == Level.Empty.Kind.LIST) {
      return level.empty().labels().stream()
          .mapToInt(coder::codeOf)
          .filter(code -> code != ItemCoder.BLANK)
          .toArray();
    }
    long first = Long.MAX_VALUE;
    long last = Long.MIN_VALUE;
    for (int node = 1; node < size(); node++) {
      OptionalLong number = depth(node) == depth ? number(node) : OptionalLong.empty();
      first = Math.min(first, number.orElse(first));
      last = Math.max(last, number.orElse(last));
    }
    if (first > last) {
      return new int[0];
    }
    Grain grain = grain(depth).orElseThrow();
    if (level.empty().kind() == Level.Empty.Kind.YEARS) {
      first = periods.firstOfYear(grain, first);
      last = periods.lastOfYear(grain, last);
    }
    int[] found = new int[Math.toIntExact(last - first + 1)];
    for (long number = first; number <= last; number++) {
      found[(int) (number - first)] = coder.codeOf(number);
    }
    return found;
  }

  /** The grain of a level, from 1; empty where it isn't of the calendar. */
  Optional<Grain> grain(int depth) {
    return depth == 0 ? Optional.empty() : levels.get(depth - 1).item().grain();
  }

  /** Puts the children of every node in order. */
  void sort(int depth, Comparator<Integer> order) {
    for (int node = 0; node < size(); node++) {
      if (depth(node) == depth - 1) {
        Integer[] sorted = children(node).toArray(new Integer[0]);
        Arrays.sort(sorted, Comparator.comparing(this::isRest).thenComparing(order));
        children(node).clear();
        for (Integer child : sorted) {
          children(node).add(child.intValue());
        }
      }
    }
  }

  /** The same the other way round, with the blank item last all the same. */
  int compareDescending(int one, int other) {
    boolean anyBlank = code(one) == ItemCoder.BLANK || code(other) == ItemCoder.BLANK;
    return anyBlank ? compare(one, other) : compare(other, one);
  }

  /** The order of the calendar, of numbers or of labels, with the blank item last. */
  int compare(int one, int other) {
    boolean blank = code(one) == ItemCoder.BLANK;
    boolean otherBlank = code(other) == ItemCoder.BLANK;
    if (blank || otherBlank || isRest(one) || isRest(other)) {
      return Boolean.compare(blank, otherBlank);
    }
    return coder(one).compare(code(one), code(other));
  }

  /** The item of a node with everything below it. */
  Item item(int node) {
    List<Item> below = new ArrayList<>();
    for (int child : children(node)) {
      below.add(item(child));
    }
    return new Item(label(node), node, depth(node), isRest(node), below);
  }

  /** The first node with a label; null where none has it. */
  @Nullable Integer find(String label) {
    for (int node = 1; node < size(); node++) {
      if (label(node).equals(label)) {
        return node;
      }
    }
    return null;
  }

  /** How deep the innermost level of the calendar is that a node has; 0 where there is none. */
  int calendarDepth(int node) {
    for (int depth = depth(node); depth > 0; depth--) {
      if (grain(depth).isPresent() && grain(depth).get() != Grain.WEEKDAY) {
        return depth;
      }
    }
    return 0;
  }

  /**
   * The like of a node in another period; null where there is none.
   *
   * @param yearBefore whether that is the same period a year before, not the period before
   */
  @Nullable Integer earlier(int node, boolean yearBefore) {
    int depth = calendarDepth(node);
    OptionalLong number = depth == 0 ? OptionalLong.empty() : number(above(node, depth));
    if (number.isEmpty()) {
      return null;
    }
    long period = number.getAsLong();
    long wanted = yearBefore ? Periods.yearBefore(grain(depth).orElseThrow(), period) : period - 1;
    Map<List<Long>, Integer> nodes =
        byPeriod.computeIfAbsent(depth(node) << 8 | depth, key -> periodNodes(depth(node), depth));
    return nodes.get(key(node, depth, wanted));
  }

  /** Whether the outermost level is of periods of a length. */
  boolean outermostIs(Grain grain) {
    return !levels.isEmpty() && grain(1).filter(grain::equals).isPresent();
  }

  /** The last of the outermost items that are periods; empty where there are none. */
  OptionalInt lastPeriod() {
    OptionalInt last = OptionalInt.empty();
    for (int child : children(ROOT)) {
      boolean later =
          number(child).isPresent()
              && (last.isEmpty()
                  || number(child).getAsLong() > number(last.getAsInt()).getAsLong());
      last = later ? OptionalInt.of(child) : last;
    }
    return last;
  }

  /** The outermost level of the calendar, from 1; 0 where there is none. */
  int calendarLevel() {
    for (int depth = 1; depth <= levels.size(); depth++) {
      if (grain(depth).isPresent() && grain(depth).get() != Grain.WEEKDAY) {
        return depth;
      }
    }
    return 0;
  }

  /**
   * A node and those that come before it: where it is of a period, its like in the earlier periods
   * of the same parent; else, where the axis has no periods, the nodes shown before it.
   */
  List<Integer> upTo(int node) {
    int calendar = calendarLevel();
    if (node == ROOT || (calendar > 0 && depth(node) < calendar)) {
      return List.of(node);
    }
    List<Integer> nodes = new ArrayList<>();
    if (calendar == 0) {
      for (int child : children(parent(node))) {
        nodes.add(child);
        if (child == node) {
          break;
        }
      }
      return nodes;
    }
    int depth = calendarDepth(node);
    int period = above(node, depth);
    for (int child : children(parent(period))) {
      if (compare(child, period) <= 0 && number(child).isPresent()) {
        like(node, depth, child).ifPresent(nodes::add);
      }
    }
    return number(period).isPresent() ? nodes : List.of(node);
  }

  /** The node below another period that has the items of a node below its own. */
  private OptionalInt like(int node, int periodDepth, int period) {
    if (depth(node) == periodDepth) {
      return OptionalInt.of(period);
    }
    OptionalInt above = like(parent(node), periodDepth, period);
    if (above.isEmpty()) {
      return above;
    }
    for (int child : children(above.getAsInt())) {
      if (code(child) == code(node)) {
        return OptionalInt.of(child);
      }
    }
    return OptionalInt.empty();
  }

  private Map<List<Long>, Integer> periodNodes(int nodeDepth, int depth) {
    Map<List<Long>, Integer> nodes = new HashMap<>();
    for (int node = 1; node < size(); node++) {
      if (depth(node) == nodeDepth) {
        OptionalLong number = number(above(node, depth));
        if (number.isPresent()) {
          nodes.put(key(node, depth, number.getAsLong()), node);
        }
      }
    }
    return nodes;
  }

  /** What a node is besides its periods, and one of them. */
  private List<Long> key(int node, int calendarDepth, long period) {
    List<Long> key = new ArrayList<>(List.of(period));
    for (int at = node; at != ROOT; at = parent(at)) {
      if (grain(depth(at)).isEmpty() && depth(at) != calendarDepth) {
        key.add((long) code(at));
      }
    }
    return key;
  }
}
