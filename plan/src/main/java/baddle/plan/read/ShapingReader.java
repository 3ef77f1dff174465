package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.PeriodText;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.intake.IgnoredCells;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.LeaveOut;
import baddle.core.intake.ShapingRules;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.plan.DerivedColumn;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads what a feed says of what happens to its rows. */
final class ShapingReader {

  /** The keys it reads. */
  static final List<String> KEYS =
      List.of("carry_down", "leave_out", "set", "headings_to_rows", "ignore");

  private static final String BLANK_ROW = "blank row";
  private final NodeReader nodes;
  private final ValueCheck values;
  private final PeriodText periods;
  private final Calendar calendar;

  ShapingReader(NodeReader nodes, ValueCheck values, PeriodText periods, Calendar calendar) {
    this.nodes = nodes;
    this.values = values;
    this.periods = periods;
    this.calendar = calendar;
  }

  /** The values that all rows have. */
  Map<String, String> constants(Map<String, PlanNode> keys, DatasetPlan dataset) {
    Map<String, String> constants = new LinkedHashMap<>();
    PlanNode node = keys.get("set");
    if (node != null) {
      nodes
          .entries(node, "set")
          .forEach(
              (name, entry) -> {
                Optional<IntakeColumn> column = ReadColumns.named(entry.key(), dataset, nodes);
                Optional<PlanNode.Text> value = nodes.text(entry.value(), "set");
                if (column.isPresent()
                    && value.isPresent()
                    && values.fits(value.get(), column.get().column().type())) {
                  constants.put(name, value.get().text());
                }
              });
    }
    return constants;
  }

  /** What happens to rows before they are kept. */
  ShapingRules shaping(Map<String, PlanNode> keys, DatasetPlan dataset) {
    List<String> carried = new ArrayList<>();
    boolean untilBlankRow = false;
    Optional<String> block = Optional.empty();
    PlanNode carry = keys.get("carry_down");
    if (carry instanceof PlanNode.Entries) {
      Map<String, PlanNode> parts =
          nodes.keys(carry, "carry_down", List.of("columns", "until", "block"));
      block =
          Optional.ofNullable(parts.get("block"))
              .flatMap(node -> nodes.text(node, "block"))
              .flatMap(text -> ReadColumns.named(text, dataset, nodes))
              .map(column -> column.column().name());
      untilBlankRow = parts.containsKey("until") && isBlankRow(parts.get("until"));
      carry = parts.get("columns");
    }
    if (carry != null) {
      for (PlanNode.Text text : nodes.texts(carry, "carry_down")) {
        ReadColumns.named(text, dataset, nodes)
            .ifPresent(column -> carried.add(column.column().name()));
      }
    }
    Map<String, Expression> calcs = calcsOfReadColumns(dataset);
    List<LeaveOut> rules =
        new LeaveOutReader(nodes, calendar)
            .read(
                keys.get("leave_out"),
                dataset,
                calcs,
                new LeaveOutReader.Carried(carried, block.isPresent()));
    calcs
        .keySet()
        .removeIf(name -> rules.stream().noneMatch(rule -> rule.stated().containsKey(name)));
    return new ShapingRules(
        carried,
        untilBlankRow,
        block,
        rules,
        new HeadingsToRowsReader(nodes, values, periods).read(keys, dataset),
        calcs,
        calendar,
        keys.containsKey("ignore")
            ? IgnoredCells.of(
                nodes.texts(keys.get("ignore"), "ignore").stream()
                    .map(PlanNode.Text::text)
                    .toList())
            : IgnoredCells.NONE);
  }

  private boolean isBlankRow(PlanNode node) {
    Optional<PlanNode.Text> text = nodes.text(node, "until");
    if (text.isPresent() && !text.get().text().equals(BLANK_ROW)) {
      nodes.problem(node, "until: should be \"blank row\", not " + text.get().text());
    }
    return text.isPresent();
  }

  /** The calculated columns that need nothing but columns that are read. */
  private Map<String, Expression> calcsOfReadColumns(DatasetPlan dataset) {
    Schema schema = dataset.readSchema();
    Map<String, Expression> calcs = new LinkedHashMap<>();
    for (DerivedColumn column : dataset.derived()) {
      column
          .calc()
          .filter(calc -> schema.names().containsAll(calc.names()))
          .filter(calc -> column.column().type().isNumber())
          .filter(calc -> binds(calc, schema))
          .ifPresent(calc -> calcs.put(column.column().name(), calc));
    }
    return calcs;
  }

  private boolean binds(Expression expression, Schema schema) {
    try {
      expression.bind(schema, calendar);
      return true;
    } catch (ExpressionException e) {
      return false;
    }
  }
}
