package baddle.plan.read;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Order;
import baddle.core.crosstab.spec.RollForward;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.crosstab.spec.Totals;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BiFunction;

/** Reads a summary that is a roll-forward. */
final class RollForwardReader {

  static final List<String> KEYS =
      List.of(
          "opening",
          "in",
          "out",
          "amount",
          "detail",
          "account",
          "balance",
          "carry_closings",
          "labels");

  private static final Map<String, RollForward.Kind> LABELS =
      Map.of(
          "opening", RollForward.Kind.OPENING,
          "in", RollForward.Kind.TOTAL_IN,
          "out", RollForward.Kind.TOTAL_OUT,
          "since", RollForward.Kind.SINCE,
          "net", RollForward.Kind.NET,
          "neither", RollForward.Kind.TOTAL_NEITHER,
          "closing", RollForward.Kind.CLOSING,
          "balance", RollForward.Kind.STATED,
          "difference", RollForward.Kind.DIFFERENCE);

  private static final List<String> NOT_WITH =
      List.of("measures", "order", "keep", "show_empty", "totals");

  private final NodeReader nodes;
  private final BiFunction<Map<String, PlanNode>, String, List<AxisItem>> axis;

  RollForwardReader(
      NodeReader nodes, BiFunction<Map<String, PlanNode>, String, List<AxisItem>> axis) {
    this.nodes = nodes;
    this.axis = axis;
  }

  Optional<CrosstabSpec> read(
      String name,
      PlanNode node,
      Map<String, PlanNode> summary,
      Optional<Expression> where,
      Locale locale) {
    for (String key : NOT_WITH) {
      if (summary.containsKey(key)) {
        nodes.problem(
            summary.get(key) == null ? node : summary.get(key),
            key + ": has no place beside roll_forward:");
      }
    }
    Map<String, PlanNode> keys = nodes.keys(node, "roll_forward", KEYS);
    boolean periodsDown = summary.containsKey("down");
    List<AxisItem> across = axis.apply(summary, periodsDown ? "down" : "across");
    boolean byPeriod =
        across.size() == 1
            && across.get(0).grain().isPresent()
            && !(periodsDown && summary.containsKey("across"));
    if (!byPeriod) {
      nodes.problem(
          node, "roll_forward: needs across: or down: one period, such as booked_on by month");
    }
    Optional<String> in = text(keys, "in");
    Optional<String> out = text(keys, "out");
    Optional<String> amount = text(keys, "amount");
    if (in.isEmpty() || out.isEmpty() || amount.isEmpty() || !keys.containsKey("opening")) {
      nodes.problem(node, "roll_forward: needs opening:, in:, out: and amount:");
      return Optional.empty();
    }
    Optional<String> account = text(keys, "account");
    Optional<String> balance = text(keys, "balance");
    Map<String, BigDecimal> opening = opening(keys.get("opening"), account.isPresent());
    boolean carries =
        keys.containsKey("carry_closings")
            && nodes.truth(keys.get("carry_closings"), "carry_closings").orElse(false);
    if (!byPeriod) {
      return Optional.empty();
    }
    try {
      List<Level> down = new ArrayList<>();
      List<String> accounts = List.copyOf(opening.keySet());
      account.ifPresent(text -> down.add(Level.of(AxisItem.parse(text)).always(accounts)));
      String direction =
          "case when (%s) then '%s' when (%s) then '%s' else '%s' end"
              .formatted(in.get(), RollForward.IN, out.get(), RollForward.OUT, RollForward.NEITHER);
      down.add(Level.of(AxisItem.parse(direction).called("direction")));
      down.add(
          Level.of(
              text(keys, "detail")
                  .map(AxisItem::parse)
                  .orElseGet(() -> AxisItem.parse("'all'").called("detail"))));
      List<Measure> measures = new ArrayList<>();
      String taken = "case when (%s) then %s when (%s) then %s else %s end";
      String value = "(" + amount.get() + ")";
      measures.add(
          Measure.of(
              "Net",
              "sum(" + taken.formatted(in.get(), value, out.get(), "-" + value, "null") + ")"));
      measures.add(
          Measure.of(
              "Neither",
              "sum(" + taken.formatted(in.get(), "null", out.get(), "null", value) + ")"));
      balance.ifPresent(
          text ->
              measures.add(
                  Measure.of("Balance", "last(" + text + ", " + across.get(0).value() + ")")));
      return Optional.of(
          new CrosstabSpec(
              name,
              down,
              List.of(withGaps(across.get(0))),
              measures,
              CrosstabSpec.MeasurePlace.INNERMOST,
              Totals.both(),
              "",
              where,
              Optional.of(
                  new RollForward(
                      opening,
                      account.isPresent(),
                      carries,
                      balance.isPresent(),
                      periodsDown,
                      labels(keys))),
              locale));
    } catch (ExpressionException | SpecException e) {
      nodes.problem(node, "roll_forward: " + e.getMessage());
      return Optional.empty();
    }
  }

  /** Periods without rows are shown: their closing is their opening. */
  private static Level withGaps(AxisItem period) {
    return new Level(
        period, Order.NATURAL, Optional.empty(), new Level.Empty(Level.Empty.Kind.GAPS, List.of()));
  }

  private Map<RollForward.Kind, String> labels(Map<String, PlanNode> keys) {
    Map<RollForward.Kind, String> labels = new LinkedHashMap<>();
    if (keys.containsKey("labels")) {
      nodes
          .keys(keys.get("labels"), "labels", LABELS.keySet().stream().sorted().toList())
          .forEach(
              (key, node) ->
                  nodes
                      .text(node, key)
                      .ifPresent(
                          text ->
                              labels.put(Objects.requireNonNull(LABELS.get(key)), text.text())));
    }
    return labels;
  }

  private Optional<String> text(Map<String, PlanNode> keys, String key) {
    return Optional.ofNullable(keys.get(key))
        .flatMap(node -> nodes.text(node, key))
        .map(PlanNode.Text::text);
  }

  private Map<String, BigDecimal> opening(PlanNode node, boolean byAccount) {
    Map<String, BigDecimal> opening = new LinkedHashMap<>();
    if (byAccount) {
      nodes
          .entries(node, "opening")
          .forEach(
              (account, entry) ->
                  nodes
                      .text(entry.value(), account)
                      .flatMap(this::number)
                      .ifPresent(number -> opening.put(account, number)));
    } else {
      nodes
          .text(node, "opening")
          .flatMap(this::number)
          .ifPresent(number -> opening.put("", number));
    }
    return opening;
  }

  private Optional<BigDecimal> number(PlanNode.Text text) {
    if (text.text().matches("-?\\d{1,15}(\\.\\d{1,12})?")) {
      return Optional.of(new BigDecimal(text.text()));
    }
    nodes.problem(text, "opening should be a number such as 1500.00, not " + text.text());
    return Optional.empty();
  }
}
