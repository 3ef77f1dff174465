package baddle.app.fill;

import baddle.core.crosstab.Item;
import baddle.core.value.Ignored;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Which of a sheet's names are items of the data.
 *
 * @param <P> where names are: a row or a column
 */
final class KeyedCells<P> {

  private final Set<Ignored> ignoring;
  private final Map<String, List<P>> places = new LinkedHashMap<>();
  private final Map<P, String> names = new LinkedHashMap<>();
  private final Map<P, List<Item>> items = new LinkedHashMap<>();

  KeyedCells(Set<Ignored> ignoring) {
    this.ignoring = ignoring;
  }

  /** Adds a name of the sheet. */
  void name(P place, String name) {
    names.put(place, name);
    places.computeIfAbsent(Ignored.comparable(name, ignoring), n -> new ArrayList<>()).add(place);
  }

  /** Finds the place of an item; why there is none is said. */
  Optional<String> add(Item item, String label) {
    List<P> found = places.getOrDefault(Ignored.comparable(label, ignoring), List.of());
    if (found.size() != 1) {
      return Optional.of(
          found.isEmpty()
              ? "not in the sheet"
              : "appears twice, at " + found.get(0) + " and " + found.get(1));
    }
    items.computeIfAbsent(found.get(0), p -> new ArrayList<>()).add(item);
    return Optional.empty();
  }

  /** The items of each place that has any, in the sheet's order. */
  Map<P, List<Item>> items() {
    Map<P, List<Item>> ordered = new LinkedHashMap<>();
    names.keySet().stream().filter(items::containsKey).forEach(p -> ordered.put(p, items.get(p)));
    return ordered;
  }

  /** The names that have no item, by their places. */
  Map<P, String> others() {
    Map<P, String> others = new LinkedHashMap<>(names);
    others.keySet().removeAll(items.keySet());
    return others;
  }
}
