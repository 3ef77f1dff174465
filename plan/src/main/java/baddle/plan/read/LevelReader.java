package baddle.plan.read;

import baddle.core.crosstab.spec.Keep;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Order;
import baddle.core.expression.AxisItem;
import baddle.core.finding.Nearest;
import baddle.plan.LookupPlan;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Reads what a summary says of single levels: order, which items are kept, which are always shown.
 */
final class LevelReader {

  static final List<String> KEEP = List.of("top", "bottom", "until", "by", "rest");

  private static final Pattern ORDER =
      Pattern.compile("(?:(.+?)(?: at (.+?))?)??\\s*\\b(ascending|descending)?");

  private final NodeReader nodes;
  private final Map<String, LookupPlan> lookups;
  private final Map<String, PlanNode.Entry> order;
  private final Map<String, PlanNode.Entry> keep;
  private final Map<String, PlanNode.Entry> empty;
  private final List<String> names = new ArrayList<>();

  LevelReader(NodeReader nodes, Map<String, LookupPlan> lookups, Map<String, PlanNode> keys) {
    this.nodes = nodes;
    this.lookups = lookups;
    this.order = entries(keys, "order");
    this.keep = entries(keys, "keep");
    this.empty = entries(keys, "show_empty");
  }

  private Map<String, PlanNode.Entry> entries(Map<String, PlanNode> keys, String key) {
    PlanNode node = keys.get(key);
    return node == null ? new LinkedHashMap<>() : nodes.entries(node, key);
  }

  Level level(AxisItem item) {
    names.add(item.heading());
    names.add(item.text());
    Optional<PlanNode> orderOf = of(order, item);
    Optional<PlanNode> keepOf = of(keep, item);
    Optional<PlanNode> emptyOf = of(empty, item);
    return new Level(
        item,
        orderOf.map(this::order).orElse(Order.NATURAL),
        keepOf.flatMap(this::keep),
        emptyOf.map(this::empty).orElse(Level.Empty.NONE));
  }

  private static Optional<PlanNode> of(Map<String, PlanNode.Entry> entries, AxisItem item) {
    PlanNode.Entry entry = entries.get(item.text());
    PlanNode.Entry found = entry == null ? entries.get(item.heading()) : entry;
    return Optional.ofNullable(found).map(PlanNode.Entry::value);
  }

  /** Once all levels are read: what is said of levels there aren't. */
  void checkNames() {
    for (Map<String, PlanNode.Entry> entries : List.of(order, keep, empty)) {
      entries.forEach(
          (name, entry) -> {
            if (!names.contains(name)) {
              nodes.problem(
                  entry.key(),
                  "no level "
                      + name
                      + Nearest.hint(name, names)
                      + " (levels: "
                      + String.join(", ", names.stream().distinct().toList())
                      + ")");
            }
          });
    }
  }

  private Order order(PlanNode node) {
    if (node instanceof PlanNode.Items) {
      List<String> list = nodes.texts(node, "order").stream().map(PlanNode.Text::text).toList();
      return new Order("", "", false, list);
    }
    Optional<PlanNode.Text> text = nodes.text(node, "order");
    Matcher words = ORDER.matcher(text.map(PlanNode.Text::text).orElse("ascending"));
    if (!words.matches()) {
      nodes.problem(node, "order should be such as Revenue descending, or a list");
      return Order.NATURAL;
    }
    return order(words.group(1), words.group(2), "descending".equals(words.group(3)));
  }

  private static Order order(@Nullable String measure, @Nullable String at, boolean descending) {
    return new Order(
        Objects.requireNonNullElse(measure, ""),
        Objects.requireNonNullElse(at, ""),
        descending,
        List.of());
  }

  private Optional<Keep> keep(PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "keep", KEEP);
    List<String> which = KEEP.subList(0, 3).stream().filter(keys::containsKey).toList();
    Optional<String> by = text(keys, "by");
    if (which.size() != 1 || by.isEmpty()) {
      nodes.problem(node, "keep needs one of top:, bottom: or until:, and by: a measure");
      return Optional.empty();
    }
    String stated = text(keys, which.get(0)).orElse("");
    boolean share = which.get(0).equals("until");
    if (!stated.matches(share ? "\\d{1,2}(\\.\\d+)? ?%" : "[1-9]\\d{0,8}")) {
      nodes.problem(
          Objects.requireNonNull(keys.get(which.get(0))),
          which.get(0) + " should be " + (share ? "a share such as 80%" : "a number such as 5"));
      return Optional.empty();
    }
    Optional<BigDecimal> until =
        share
            ? Optional.of(new BigDecimal(stated.replaceAll("[ %]", "")).movePointLeft(2))
            : Optional.empty();
    return Optional.of(
        new Keep(
            share ? 0 : Integer.parseInt(stated),
            which.get(0).equals("bottom"),
            until,
            by.get(),
            text(keys, "rest").orElse("All others")));
  }

  private Optional<String> text(Map<String, PlanNode> keys, String key) {
    return Optional.ofNullable(keys.get(key))
        .flatMap(node -> nodes.text(node, key))
        .map(PlanNode.Text::text);
  }

  private Level.Empty empty(PlanNode node) {
    if (node instanceof PlanNode.Items) {
      return new Level.Empty(
          Level.Empty.Kind.LIST,
          nodes.texts(node, "show_empty").stream().map(PlanNode.Text::text).toList());
    }
    String word = nodes.text(node, "show_empty").map(PlanNode.Text::text).orElse("");
    if (word.equals("gaps") || word.equals("years")) {
      return new Level.Empty(
          word.equals("gaps") ? Level.Empty.Kind.GAPS : Level.Empty.Kind.YEARS, List.of());
    }
    String lookup = word.startsWith("lookup ") ? word.substring("lookup ".length()).strip() : "";
    if (!lookups.containsKey(lookup)) {
      nodes.problem(
          node,
          "show_empty should be gaps, years, lookup NAME or a list of items, not "
              + word
              + Nearest.hint(lookup, lookups.keySet()));
    }
    return new Level.Empty(Level.Empty.Kind.LOOKUP, List.of(lookup));
  }
}
