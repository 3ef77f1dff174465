package baddle.app.trace;

import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.expression.AxisItem;
import baddle.core.finding.Nearest;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Finds the items that a person names: {@code site=Alder Mill, month=2026-03}. */
final class CellChoice {

  private final CrosstabSpec spec;
  private final Map<Level, String> wanted = new LinkedHashMap<>();

  CellChoice(CrosstabSpec spec, String text) throws TraceException {
    this.spec = spec;
    if (text.isBlank()) {
      return;
    }
    for (String part : text.split(",(?=[^,=]+=)")) {
      int sign = part.indexOf('=');
      if (sign < 0) {
        throw new TraceException(
            "--at takes items such as \"site=Alder Mill,month=2026-03\", not " + part);
      }
      wanted.put(level(part.substring(0, sign).strip()), part.substring(sign + 1).strip());
    }
  }

  private Level level(String name) throws TraceException {
    for (Level level : spec.levels()) {
      if (names(level.item()).contains(name)) {
        return level;
      }
    }
    List<String> all =
        spec.levels().stream().flatMap(level -> names(level.item()).stream()).distinct().toList();
    throw new TraceException(
        "no level "
            + name
            + Nearest.hint(name, all)
            + " (levels of "
            + spec.title()
            + ": "
            + String.join(", ", spec.levels().stream().map(CellChoice::shown).toList())
            + ")");
  }

  private static String shown(Level level) {
    return level.item().heading() + level.item().grain().map(g -> " by " + g.words()).orElse("");
  }

  private static List<String> names(AxisItem item) {
    return Stream.concat(
            Stream.of(item.heading(), item.text()), item.grain().stream().map(g -> g.words()))
        .toList();
  }

  /** The one item of an axis that is meant; the root where nothing is said of it. */
  Item find(Item root, List<Level> levels) throws TraceException {
    int deepest = 0;
    for (int i = 0; i < levels.size(); i++) {
      deepest = wanted.containsKey(levels.get(i)) ? i + 1 : deepest;
    }
    List<Item> found = new ArrayList<>();
    collect(root, levels, deepest, found);
    if (found.size() == 1) {
      return found.get(0);
    }
    List<String> said =
        wanted.entrySet().stream()
            .filter(entry -> levels.contains(entry.getKey()))
            .map(entry -> entry.getKey().item().heading() + "=" + entry.getValue())
            .toList();
    if (found.size() > 1) {
      throw new TraceException(
          found.size() + " items are " + String.join(", ", said) + "; name the outer items too");
    }
    List<String> labels = new ArrayList<>();
    labels(root, deepest, labels);
    Level last = levels.get(deepest - 1);
    String label = wanted.getOrDefault(last, "");
    throw new TraceException("no item " + String.join(", ", said) + Nearest.hint(label, labels));
  }

  private void collect(Item item, List<Level> levels, int deepest, List<Item> found) {
    if (item.level() == deepest) {
      found.add(item);
      return;
    }
    String label = wanted.get(levels.get(item.level()));
    for (Item child : item.children()) {
      if (label == null || label.equals(child.label())) {
        collect(child, levels, deepest, found);
      }
    }
  }

  private static void labels(Item item, int depth, List<String> labels) {
    for (Item child : item.children()) {
      if (child.level() == depth) {
        labels.add(child.label());
      }
      labels(child, depth, labels);
    }
  }

  /** The cell as a person reads it. */
  String shown() {
    List<String> parts =
        wanted.entrySet().stream()
            .map(entry -> shown(entry.getKey()) + " = " + entry.getValue())
            .toList();
    return parts.isEmpty() ? "the grand total" : String.join(", ", parts);
  }
}
