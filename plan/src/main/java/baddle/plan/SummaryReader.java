package baddle.plan;

import baddle.core.crosstab.CrosstabSpec;
import baddle.core.crosstab.Measure;
import baddle.core.crosstab.SpecException;
import baddle.core.crosstab.Totals;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.AxisItem;
import baddle.core.expression.ExpressionException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Reads the plan's summaries. */
final class SummaryReader {

  private static final List<String> KEYS =
      List.of("of", "down", "across", "measures", "totals", "blanks");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;

  SummaryReader(NodeReader nodes, Map<String, DatasetPlan> datasets) {
    this.nodes = nodes;
    this.datasets = datasets;
  }

  Optional<SummaryPlan> read(String name, PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "summary " + name, KEYS);
    int problemsBefore = nodes.problems().size();
    Optional<DatasetPlan> dataset = References.dataset(nodes, datasets, keys.get("of"), node, "of");
    List<AxisItem> down = axis(keys, "down");
    List<AxisItem> across = axis(keys, "across");
    List<Measure> measures = measures(keys, node);
    Totals totals = keys.containsKey("totals") ? totals(keys.get("totals")) : Totals.both();
    String blanks =
        Optional.ofNullable(keys.get("blanks"))
            .flatMap(text -> nodes.text(text, "blanks"))
            .map(PlanNode.Text::text)
            .orElse("");
    if (dataset.isEmpty() || nodes.problems().size() > problemsBefore) {
      return Optional.empty();
    }
    CrosstabSpec spec = new CrosstabSpec(name, down, across, measures, totals, blanks);
    try {
      spec.check(dataset.get().schemaWithOrigin());
    } catch (SpecException e) {
      nodes.problem(node, "summary " + name + ": " + e.getMessage());
    }
    return Optional.of(new SummaryPlan(name, dataset.get().name(), spec));
  }

  private List<AxisItem> axis(Map<String, PlanNode> keys, String key) {
    List<AxisItem> items = new ArrayList<>();
    if (keys.containsKey(key)) {
      for (PlanNode.Text text : nodes.texts(keys.get(key), key)) {
        parsed(text, AxisItem::parse).ifPresent(items::add);
      }
    }
    return items;
  }

  private <T> Optional<T> parsed(PlanNode.Text text, Function<String, T> parser) {
    try {
      return Optional.of(parser.apply(text.text()));
    } catch (ExpressionException e) {
      nodes.problem(text, e.withCaret());
      return Optional.empty();
    }
  }

  private List<Measure> measures(Map<String, PlanNode> keys, PlanNode node) {
    PlanNode measures = keys.get("measures");
    if (measures == null) {
      nodes.problem(node, "a summary needs measures:, such as {Revenue: sum(revenue)}");
      return List.of();
    }
    List<Measure> read = new ArrayList<>();
    nodes
        .entries(measures, "measures")
        .forEach((name, entry) -> measure(name, entry.value()).ifPresent(read::add));
    if (read.isEmpty()) {
      nodes.problem(measures, "measures: needs at least one, such as {Revenue: sum(revenue)}");
    }
    return read;
  }

  private Optional<Measure> measure(String name, PlanNode node) {
    if (node instanceof PlanNode.Text text) {
      return parsed(text, AggregateCall::parse)
          .map(call -> new Measure(name, call, Optional.empty()));
    }
    Map<String, PlanNode> keys = nodes.keys(node, "measure " + name, List.of("value", "show"));
    if (!keys.containsKey("value")) {
      nodes.problem(node, "measure " + name + " needs value:, such as sum(revenue)");
      return Optional.empty();
    }
    Optional<String> pattern =
        Optional.ofNullable(keys.get("show"))
            .flatMap(show -> nodes.text(show, "show"))
            .flatMap(this::pattern);
    return nodes
        .text(keys.get("value"), "value")
        .flatMap(text -> parsed(text, AggregateCall::parse))
        .map(call -> new Measure(name, call, pattern));
  }

  private Optional<String> pattern(PlanNode.Text text) {
    if (Measure.isPattern(text.text())) {
      return Optional.of(text.text());
    }
    nodes.problem(
        text, "show should be a number pattern such as #,##0.00, not \"" + text.text() + "\"");
    return Optional.empty();
  }

  private Totals totals(PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "totals", List.of("down", "across", "label"));
    Totals standard = Totals.both();
    return new Totals(
        truth(keys, "down"),
        truth(keys, "across"),
        Optional.ofNullable(keys.get("label"))
            .flatMap(label -> nodes.text(label, "label"))
            .map(PlanNode.Text::text)
            .orElse(standard.label()));
  }

  private boolean truth(Map<String, PlanNode> keys, String key) {
    return !keys.containsKey(key) || nodes.truth(keys.get(key), key).orElse(true);
  }
}
