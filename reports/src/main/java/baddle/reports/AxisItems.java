package baddle.reports;

import baddle.core.crosstab.Item;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The innermost items of an axis, numbered from 0 in the order they are shown. */
public final class AxisItems {

  /** Where the innermost items of an item begin, inclusive, and end, exclusive. */
  public record Range(int from, int to) {}

  private final Item root;
  private final List<List<String>> paths = new ArrayList<>();
  private final Map<Integer, Range> ranges = new HashMap<>();
  private final Map<Integer, Range> parents = new HashMap<>();

  /** Of an axis. */
  public AxisItems(Item root) {
    this.root = root;
    number(root, List.of());
    setParents(root);
    parents.put(root.node(), range(root));
  }

  private void number(Item item, List<String> path) {
    int from = paths.size();
    if (item.children().isEmpty()) {
      paths.add(path);
    }
    for (Item child : item.children()) {
      List<String> further = new ArrayList<>(path);
      further.add(child.label());
      number(child, further);
    }
    ranges.put(item.node(), new Range(from, paths.size()));
  }

  private void setParents(Item item) {
    for (Item child : item.children()) {
      parents.put(child.node(), range(item));
      setParents(child);
    }
  }

  /** What each is called, from the outermost level. */
  public List<List<String>> paths() {
    return paths;
  }

  /** The labels of each item by its number, from the outermost level; without rests. */
  public Map<Integer, List<String>> named() {
    Map<Integer, List<String>> named = new HashMap<>();
    name(root, List.of(), named);
    return named;
  }

  private static void name(Item item, List<String> path, Map<Integer, List<String>> into) {
    into.put(item.node(), path);
    for (Item child : item.children()) {
      if (!child.isRest()) {
        List<String> further = new ArrayList<>(path);
        further.add(child.label());
        name(child, further, into);
      }
    }
  }

  /** Which innermost items an item has. */
  public Range range(Item item) {
    return ranges.getOrDefault(item.node(), new Range(0, paths.size()));
  }

  /** Which innermost items the item above it has. */
  public Range parent(Item item) {
    return parents.getOrDefault(item.node(), range(item));
  }

  /**
   * The numbers of the items of a tree that has all items, by their numbers there; items that
   * aren't here belong to the rest of their parent.
   *
   * @param depth how many of the levels are those here
   * @return empty where an item can't be told from another, or belongs nowhere
   */
  public Optional<Map<Integer, Integer>> of(Item other, int depth) {
    Map<Integer, Integer> found = new HashMap<>();
    return find(root, other, depth, found) ? Optional.of(found) : Optional.empty();
  }

  private boolean find(Item here, Item other, int depth, Map<Integer, Integer> found) {
    if (depth == 0 || here.children().isEmpty()) {
      mark(other, range(here).from(), found);
      return true;
    }
    for (Item child : other.children()) {
      List<Item> named =
          here.children().stream().filter(item -> item.label().equals(child.label())).toList();
      List<Item> rest = here.children().stream().filter(Item::isRest).toList();
      if (named.size() > 1 || (named.isEmpty() && rest.size() != 1)) {
        return false;
      }
      if (named.isEmpty() || named.get(0).isRest()) {
        mark(child, range(rest.get(0)).from(), found);
      } else if (!find(named.get(0), child, depth - 1, found)) {
        return false;
      }
    }
    return true;
  }

  private static void mark(Item item, int leaf, Map<Integer, Integer> found) {
    found.put(item.node(), leaf);
    item.children().forEach(child -> mark(child, leaf, found));
  }
}
