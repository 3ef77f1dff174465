package baddle.app.summarize;

import baddle.core.crosstab.Item;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** The items of rows: what each is called, and where it comes in their order. */
final class ItemPlaces {
  private final Map<Integer, List<String>> labels = new HashMap<>();
  private final Map<Integer, Integer> order = new HashMap<>();

  ItemPlaces(Item root) {
    number(root, List.of());
  }

  private void number(Item item, List<String> path) {
    labels.put(item.node(), path);
    order.put(item.node(), order.size());
    for (Item child : item.children()) {
      List<String> further = new ArrayList<>(path);
      further.add(child.label());
      number(child, further);
    }
  }

  String label(int node, int level) {
    return Objects.requireNonNull(labels.get(node)).get(level);
  }

  int place(int node) {
    return Objects.requireNonNull(order.get(node));
  }
}
