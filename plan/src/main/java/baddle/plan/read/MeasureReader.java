package baddle.plan.read;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.expression.MeasureExpression;
import baddle.core.finding.Nearest;
import baddle.plan.DatasetPlan;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Reads the measures of a summary. */
final class MeasureReader {

  static final List<String> KEYS =
      List.of(
          "value",
          "show",
          "in",
          "currency",
          "sign",
          "as",
          "against",
          "along",
          "good",
          "of",
          "on",
          "blanks");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;

  MeasureReader(NodeReader nodes, Map<String, DatasetPlan> datasets) {
    this.nodes = nodes;
    this.datasets = datasets;
  }

  List<Measure> read(@Nullable PlanNode measures, PlanNode summary) {
    if (measures == null) {
      nodes.problem(summary, "a summary needs measures:, such as {Revenue: sum(revenue)}");
      return List.of();
    }
    Map<String, PlanNode.Entry> entries = nodes.entries(measures, "measures");
    List<Measure> read = new ArrayList<>();
    entries.forEach((name, entry) -> measure(name, entry.value()).ifPresent(read::add));
    if (entries.isEmpty()) {
      nodes.problem(measures, "measures: needs at least one, such as {Revenue: sum(revenue)}");
    }
    checkNames(read, entries);
    return read;
  }

  /** A measure is made of those that are above it, so that there is no circle. */
  private void checkNames(List<Measure> measures, Map<String, PlanNode.Entry> entries) {
    List<String> above = new ArrayList<>();
    for (Measure measure : measures) {
      for (Expression.Reference name : measure.value().measures()) {
        if (!above.contains(name.name())) {
          String message =
              "no measure "
                  + name.name()
                  + " above "
                  + measure.name()
                  + "; a column belongs in an aggregate, such as sum("
                  + name.name()
                  + ")"
                  + Nearest.hint(name.name(), above);
          nodes.problem(
              Objects.requireNonNull(entries.get(measure.name())).key(),
              measure.value().problem(message, name).withCaret());
        }
      }
      above.add(measure.name());
    }
  }

  private Optional<Measure> measure(String name, PlanNode node) {
    if (node instanceof PlanNode.Text text) {
      return value(text)
          .map(value -> new Measure(name, value, "", Map.of(), View.PLAIN, NumberStyle.PLAIN));
    }
    Map<String, PlanNode> keys = nodes.keys(node, "measure " + name, KEYS);
    if (!keys.containsKey("value")) {
      nodes.problem(node, "measure " + name + " needs value:, such as sum(revenue)");
      return Optional.empty();
    }
    String dataset =
        keys.containsKey("of")
            ? PlanReferences.dataset(nodes, datasets, keys.get("of"), node, "of")
                .map(DatasetPlan::name)
                .orElse("")
            : "";
    Map<String, String> on = new LinkedHashMap<>();
    if (keys.containsKey("on")) {
      nodes
          .entries(Objects.requireNonNull(keys.get("on")), "on")
          .forEach(
              (column, entry) ->
                  nodes.text(entry.value(), column).ifPresent(t -> on.put(column, t.text())));
    }
    View view = view(keys);
    NumberStyle style = style(keys);
    return nodes
        .text(Objects.requireNonNull(keys.get("value")), "value")
        .flatMap(this::value)
        .map(value -> new Measure(name, value, dataset, on, view, style, blanks(keys)));
  }

  private Optional<String> blanks(Map<String, PlanNode> keys) {
    return Optional.ofNullable(keys.get("blanks"))
        .flatMap(node -> nodes.text(node, "blanks"))
        .map(PlanNode.Text::text);
  }

  private Optional<MeasureExpression> value(PlanNode.Text text) {
    return parsed(text, MeasureExpression::parse);
  }

  /** A condition, if there is one. */
  Optional<Expression> condition(@Nullable PlanNode node, String key) {
    return Optional.ofNullable(node)
        .flatMap(there -> nodes.text(there, key))
        .flatMap(text -> parsed(text, Expression::parse));
  }

  private <T> Optional<T> parsed(PlanNode.Text text, Function<String, T> parser) {
    try {
      return Optional.of(parser.apply(text.text()));
    } catch (ExpressionException e) {
      nodes.problem(text, e.withCaret());
      return Optional.empty();
    }
  }

  private View view(Map<String, PlanNode> keys) {
    View.Kind kind =
        nodes.choice(keys, "as", List.of(View.Kind.values()), View.Kind::words, View.Kind.VALUE);
    Optional<String> against =
        Optional.ofNullable(keys.get("against"))
            .flatMap(node -> nodes.text(node, "against"))
            .map(PlanNode.Text::text);
    boolean compares = kind.isChange() || kind.isVariance();
    if (against.isPresent() && !compares) {
      nodes.problem(
          Objects.requireNonNull(keys.get("against")), "against: belongs to a change or variance");
    }
    if (kind.isVariance() && against.isEmpty()) {
      nodes.problem(
          Objects.requireNonNull(keys.get("as")),
          "a variance needs against:, the name of a measure such as Budget");
    }
    if (kind == View.Kind.RUNNING_TOTAL) {
      Along along =
          nodes.choice(keys, "along", List.of(Along.values()), MeasureReader::word, Along.TIME);
      return new View(kind, along == Along.TIME ? "" : word(along), true);
    }
    if (keys.containsKey("along")) {
      nodes.problem(Objects.requireNonNull(keys.get("along")), "along: belongs to a running total");
    }
    Good good = nodes.choice(keys, "good", List.of(Good.values()), Good::words, Good.UP);
    return new View(kind, against.orElse(kind.isChange() ? View.PREVIOUS : ""), good == Good.UP);
  }

  /** What a running total goes along. */
  private enum Along {
    TIME,
    DOWN,
    ACROSS
  }

  private enum Good {
    UP,
    DOWN;

    String words() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private NumberStyle style(Map<String, PlanNode> keys) {
    Optional<String> pattern =
        Optional.ofNullable(keys.get("show"))
            .flatMap(show -> nodes.text(show, "show"))
            .flatMap(this::pattern);
    NumberStyle.Unit unit =
        nodes.choice(
            keys,
            "in",
            List.of(NumberStyle.Unit.values()),
            MeasureReader::word,
            NumberStyle.Unit.ONES);
    NumberStyle.Sign sign =
        nodes.choice(
            keys,
            "sign",
            List.of(NumberStyle.Sign.values()),
            MeasureReader::word,
            NumberStyle.Sign.ARROW);
    Optional<Currency> currency =
        Optional.ofNullable(keys.get("currency"))
            .flatMap(code -> nodes.text(code, "currency"))
            .flatMap(this::currency);
    return new NumberStyle(pattern, unit, currency, sign);
  }

  private static String word(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT);
  }

  private Optional<Currency> currency(PlanNode.Text text) {
    try {
      return Optional.of(Currency.getInstance(text.text()));
    } catch (IllegalArgumentException e) {
      nodes.problem(text, "currency should be a code of ISO 4217 such as EUR, not " + text.text());
      return Optional.empty();
    }
  }

  private Optional<String> pattern(PlanNode.Text text) {
    if (NumberStyle.isPattern(text.text())) {
      return Optional.of(text.text());
    }
    nodes.problem(
        text, "show should be a number pattern such as #,##0.00, not \"" + text.text() + "\"");
    return Optional.empty();
  }
}
