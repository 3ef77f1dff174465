package baddle.app.compare;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.View;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Compares two cross-tabs of one specification, cell by cell. */
final class Movements {

  private record Key(int measure, List<String> items) {}

  private Movements() {}

  /** The figures of innermost cells, or of the grand totals, that differ. */
  static List<Movement> of(Crosstab before, Crosstab after, boolean totals) {
    return pairs(before, after, totals).stream()
        .filter(movement -> movement.amount().signum() != 0)
        .toList();
  }

  /** The figures of innermost cells, those that are the same among them. */
  static List<Movement> all(Crosstab before, Crosstab after) {
    return pairs(before, after, false);
  }

  private static List<Movement> pairs(Crosstab before, Crosstab after, boolean totals) {
    Map<Key, BigDecimal> old = values(before, totals);
    Map<Key, BigDecimal> now = values(after, totals);
    Map<Key, Boolean> all = new LinkedHashMap<>();
    now.keySet().forEach(key -> all.put(key, true));
    old.keySet().forEach(key -> all.put(key, true));
    CrosstabSpec spec = after.spec();
    List<Movement> moved = new ArrayList<>();
    for (Key key : all.keySet()) {
      moved.add(
          new Movement(
              spec.measures().get(key.measure()).name(),
              key.items(),
              Optional.ofNullable(old.get(key)),
              Optional.ofNullable(now.get(key))));
    }
    return moved;
  }

  private static Map<Key, BigDecimal> values(Crosstab crosstab, boolean totals) {
    Map<Key, BigDecimal> values = new LinkedHashMap<>();
    if (totals) {
      add(crosstab, crosstab.down(), crosstab.across(), List.of(), values);
    } else {
      down(crosstab, crosstab.down(), List.of(), values);
    }
    return values;
  }

  private static void down(
      Crosstab crosstab, Item item, List<String> path, Map<Key, BigDecimal> values) {
    if (item.level() == crosstab.spec().down().size()) {
      across(crosstab, item, crosstab.across(), path, values);
    }
    for (Item child : item.children()) {
      down(crosstab, child, longer(path, child), values);
    }
  }

  private static void across(
      Crosstab crosstab, Item down, Item item, List<String> path, Map<Key, BigDecimal> values) {
    if (item.level() == crosstab.spec().across().size()) {
      add(crosstab, down, item, path, values);
    }
    for (Item child : item.children()) {
      across(crosstab, down, child, longer(path, child), values);
    }
  }

  private static List<String> longer(List<String> path, Item child) {
    List<String> longer = new ArrayList<>(path);
    longer.add(child.label());
    return longer;
  }

  private static void add(
      Crosstab crosstab, Item down, Item across, List<String> path, Map<Key, BigDecimal> values) {
    for (int i = 0; i < crosstab.spec().measures().size(); i++) {
      boolean plain =
          crosstab.spec().measures().get(i).view().kind() == View.Kind.VALUE
              && crosstab.type(i).isNumber();
      int measure = i;
      if (plain) {
        crosstab
            .plainValue(down, across, i)
            .ifPresent(value -> values.put(new Key(measure, path), value));
      }
    }
  }
}
