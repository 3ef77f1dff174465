package baddle.app;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** The innermost cells of a measure of a cross-tab, by the labels of their items. */
public final class CrosstabCells {

  private CrosstabCells() {}

  /** The cells of the first measure. */
  public static Map<String, BigDecimal> of(Crosstab crosstab) {
    return of(crosstab, 0);
  }

  /** The cells that have a value, by labels joined with a bar, those down first. */
  public static Map<String, BigDecimal> of(Crosstab crosstab, int measure) {
    Map<String, BigDecimal> cells = new TreeMap<>();
    for (List<Item> down : innermost(crosstab.down(), crosstab.spec().down().size())) {
      for (List<Item> across : innermost(crosstab.across(), crosstab.spec().across().size())) {
        List<String> labels = new ArrayList<>();
        down.forEach(item -> labels.add(item.label()));
        across.forEach(item -> labels.add(item.label()));
        crosstab
            .plainValue(last(down, crosstab.down()), last(across, crosstab.across()), measure)
            .ifPresent(value -> cells.put(String.join("|", labels), value));
      }
    }
    return cells;
  }

  private static Item last(List<Item> path, Item root) {
    return path.isEmpty() ? root : path.get(path.size() - 1);
  }

  private static List<List<Item>> innermost(Item item, int depth) {
    List<List<Item>> paths = new ArrayList<>();
    add(item, depth, List.of(), paths);
    return paths;
  }

  private static void add(Item item, int depth, List<Item> path, List<List<Item>> paths) {
    if (path.size() == depth) {
      paths.add(path);
      return;
    }
    for (Item child : item.children()) {
      List<Item> longer = new ArrayList<>(path);
      longer.add(child);
      add(child, depth, longer, paths);
    }
  }
}
