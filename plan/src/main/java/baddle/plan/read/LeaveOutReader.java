package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.intake.LeaveOut;
import baddle.core.intake.ShapingRules;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Reads the rules by which a feed leaves rows out. */
final class LeaveOutReader {

  /** The keys of a rule that leaves rows out. */
  static final List<String> KEYS = List.of("when", "because", "control_total", "total_of", "ends");

  /** The columns that are carried down, and whether it is said what begins a block. */
  record Carried(List<String> columns, boolean inBlocks) {}

  private final NodeReader nodes;
  private final Calendar calendar;

  LeaveOutReader(NodeReader nodes, Calendar calendar) {
    this.nodes = nodes;
    this.calendar = calendar;
  }

  /**
   * The rules in the order they are tried.
   *
   * @param calcs calculated columns whose totals can be stated
   */
  List<LeaveOut> read(
      @Nullable PlanNode node,
      DatasetPlan dataset,
      Map<String, Expression> calcs,
      Carried carried) {
    List<LeaveOut> rules = new ArrayList<>();
    if (node == null) {
      return rules;
    }
    List<PlanNode> items = node instanceof PlanNode.Items list ? list.items() : List.of(node);
    for (PlanNode item : items) {
      rule(item, dataset, calcs, carried).ifPresent(rules::add);
    }
    return rules;
  }

  private Optional<LeaveOut> rule(
      PlanNode node, DatasetPlan dataset, Map<String, Expression> calcs, Carried carried) {
    if (node instanceof PlanNode.Text text) {
      return condition(text, dataset)
          .map(condition -> new LeaveOut(condition, text.text(), Map.of()));
    }
    Map<String, PlanNode> keys = nodes.keys(node, "leave_out", KEYS);
    if (!keys.containsKey("when")) {
      nodes.problem(node, "leave_out: needs when:, a condition such as customer = 'Grand total'");
      return Optional.empty();
    }
    Optional<PlanNode.Text> text = nodes.text(keys.get("when"), "when");
    Map<String, String> stated =
        keys.containsKey("control_total")
            ? stated(keys.get("control_total"), dataset, calcs)
            : Map.of();
    Optional<String> because =
        Optional.ofNullable(keys.get("because"))
            .flatMap(reason -> nodes.text(reason, "because"))
            .map(PlanNode.Text::text);
    return text.flatMap(when -> condition(when, dataset))
        .map(
            when ->
                new LeaveOut(
                    when,
                    because.orElse(when.toString()),
                    stated,
                    span(node, keys, carried.inBlocks()),
                    ends(keys.get("ends"), carried.columns())));
  }

  /** The carried columns that end at the rows of a rule. */
  private Optional<List<String>> ends(@Nullable PlanNode node, List<String> carried) {
    if (node == null) {
      return Optional.empty();
    }
    List<String> columns = new ArrayList<>();
    for (PlanNode.Text text : nodes.texts(node, "ends")) {
      if (!carried.contains(text.text())) {
        nodes.problem(
            text,
            "ends: "
                + text.text()
                + " isn't carried down"
                + (carried.isEmpty()
                    ? "; the feed has no carry_down:"
                    : Nearest.hint(text.text(), carried)));
      }
      columns.add(text.text());
    }
    return Optional.of(columns);
  }

  private LeaveOut.Span span(PlanNode rule, Map<String, PlanNode> keys, boolean hasBlocks) {
    PlanNode node = keys.get("total_of");
    if (node == null) {
      return LeaveOut.Span.SINCE_LAST;
    }
    boolean block = nodes.text(node, "total_of").filter(t -> t.text().equals("block")).isPresent();
    if (!block) {
      nodes.problem(node, "total_of: should be block, for totals of one block's rows");
    } else if (!keys.containsKey("control_total")) {
      nodes.problem(rule, "total_of: needs control_total:, the columns whose totals are stated");
    } else if (!hasBlocks) {
      nodes.problem(
          node, "total_of: needs carry_down: {block: COLUMN}, which says what a block is");
    }
    return LeaveOut.Span.BLOCK;
  }

  /** A condition on columns that are read, and on headings in double quotes. */
  private Optional<Expression> condition(PlanNode.Text text, DatasetPlan dataset) {
    try {
      Expression condition = Expression.parse(text.text()).withQuotedNames(ShapingRules::cellsOf);
      List<Column> columns = new ArrayList<>(dataset.readSchema().columns());
      List<String> known = new ArrayList<>(dataset.readSchema().names());
      for (Expression.Reference reference : condition.references()) {
        if (reference.quoted() && !known.contains(reference.name())) {
          known.add(reference.name());
          columns.add(new Column(reference.name(), ColumnType.text()));
        } else if (!known.contains(reference.name())) {
          throw new ExpressionException(
              "no column that is read "
                  + reference.name()
                  + "; a heading goes in double quotes"
                  + Nearest.hint(reference.name(), known),
              text.text(),
              reference.offset());
        }
      }
      ColumnType type = condition.bind(new Schema(columns), calendar).type();
      if (type.kind() != ColumnType.Kind.BOOLEAN) {
        throw new ExpressionException("expected a condition, found " + type, text.text(), 0);
      }
      return Optional.of(condition);
    } catch (ExpressionException e) {
      nodes.problem(text, e.withCaret());
      return Optional.empty();
    }
  }

  private Map<String, String> stated(
      PlanNode node, DatasetPlan dataset, Map<String, Expression> calcs) {
    Map<String, String> stated = new LinkedHashMap<>();
    if (node instanceof PlanNode.Entries) {
      nodes
          .entries(node, "control_total")
          .forEach(
              (column, entry) ->
                  nodes
                      .text(entry.value(), "control_total")
                      .ifPresent(heading -> stated.put(column, heading.text())));
    } else {
      nodes.texts(node, "control_total").forEach(text -> stated.put(text.text(), ""));
    }
    List<String> known = new ArrayList<>();
    dataset.columns().stream()
        .filter(column -> column.column().type().isNumber())
        .forEach(column -> known.add(column.column().name()));
    for (Map.Entry<String, String> total : stated.entrySet()) {
      String column = total.getKey();
      boolean computed = calcs.containsKey(column) || column.equals(LeaveOut.ROWS);
      if (!known.contains(column) && !computed) {
        nodes.problem(
            node, "control_total: no column of numbers " + column + Nearest.hint(column, known));
      } else if (computed && total.getValue().isEmpty()) {
        nodes.problem(
            node,
            "control_total: name the heading over the total of "
                + column
                + ": {"
                + column
                + ": HEADING}");
      }
    }
    stated.keySet().retainAll(all(known, calcs));
    return stated;
  }

  private static List<String> all(List<String> columns, Map<String, Expression> calcs) {
    List<String> all = new ArrayList<>(columns);
    all.addAll(calcs.keySet());
    all.add(LeaveOut.ROWS);
    return all;
  }
}
