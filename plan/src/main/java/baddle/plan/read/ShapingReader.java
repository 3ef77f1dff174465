package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.PeriodText;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.LeaveOut;
import baddle.core.intake.ShapingRules;
import baddle.core.intake.heading.HeadingsToRows;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.DerivedColumn;
import baddle.plan.NamePattern;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Reads what a feed says of what happens to its rows. */
final class ShapingReader {

  /** The keys it reads. */
  static final List<String> KEYS = List.of("carry_down", "leave_out", "set", "headings_to_rows");

  /** The keys of a rule that leaves rows out. */
  static final List<String> RULE_KEYS =
      List.of("when", "because", "control_total", "total_of", "ends");

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
                Optional<IntakeColumn> column = readColumn(entry.key(), dataset);
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

  private Optional<IntakeColumn> readColumn(PlanNode.Text name, DatasetPlan dataset) {
    List<String> names = names(dataset);
    if (!names.contains(name.text())) {
      boolean derived = dataset.order().contains(name.text());
      nodes.problem(
          name,
          derived
              ? name.text() + " is computed, not read"
              : "no column " + name.text() + Nearest.hint(name.text(), names));
      return Optional.empty();
    }
    return Optional.of(dataset.columns().get(names.indexOf(name.text())));
  }

  private static List<String> names(DatasetPlan dataset) {
    return dataset.columns().stream().map(column -> column.column().name()).toList();
  }

  /** The columns that are carried down, and whether it is said what begins a block. */
  private record Carried(List<String> columns, boolean inBlocks) {}

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
              .flatMap(text -> readColumn(text, dataset))
              .map(column -> column.column().name());
      untilBlankRow = parts.containsKey("until") && isBlankRow(parts.get("until"));
      carry = parts.get("columns");
    }
    if (carry != null) {
      for (PlanNode.Text text : nodes.texts(carry, "carry_down")) {
        readColumn(text, dataset).ifPresent(column -> carried.add(column.column().name()));
      }
    }
    Map<String, Expression> calcs = calcsOfReadColumns(dataset);
    List<LeaveOut> rules =
        leaveOut(keys.get("leave_out"), dataset, calcs, new Carried(carried, block.isPresent()));
    calcs
        .keySet()
        .removeIf(name -> rules.stream().noneMatch(rule -> rule.stated().containsKey(name)));
    return new ShapingRules(
        carried, untilBlankRow, block, rules, headingsToRows(keys, dataset), calcs, calendar);
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

  private List<LeaveOut> leaveOut(
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
    Map<String, PlanNode> keys = nodes.keys(node, "leave_out", RULE_KEYS);
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
                  + Nearest.hint(reference.name(), known)
                  + "; a heading goes in double quotes",
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

  private Optional<HeadingsToRows> headingsToRows(Map<String, PlanNode> keys, DatasetPlan dataset) {
    PlanNode node = keys.get("headings_to_rows");
    if (node == null) {
      return Optional.empty();
    }
    Map<String, PlanNode> parts =
        nodes.keys(node, "headings_to_rows", List.of("headings", "label", "value", "keep_blanks"));
    for (String key : List.of("headings", "label", "value")) {
      if (!parts.containsKey(key)) {
        nodes.problem(node, "headings_to_rows: needs " + key + ":");
        return Optional.empty();
      }
    }
    Optional<IntakeColumn> label =
        nodes.text(parts.get("label"), "label").flatMap(text -> readColumn(text, dataset));
    Optional<IntakeColumn> value =
        nodes.text(parts.get("value"), "value").flatMap(text -> readColumn(text, dataset));
    boolean keepBlanks =
        parts.containsKey("keep_blanks")
            && nodes.truth(parts.get("keep_blanks"), "keep_blanks").orElse(false);
    if (label.isEmpty() || value.isEmpty()) {
      return Optional.empty();
    }
    ColumnType labelType = label.get().column().type();
    HeadingPatterns patterns =
        new HeadingPatterns(
            labelled(parts.get("headings"), labelType),
            periods,
            labelType.isCalendar(),
            Optional.empty());
    return Optional.of(
        new HeadingsToRows(
            patterns, label.get().column().name(), value.get().column().name(), keepBlanks));
  }

  private List<HeadingPatterns.Labelled> labelled(PlanNode node, ColumnType type) {
    List<HeadingPatterns.Labelled> patterns = new ArrayList<>();
    if (node instanceof PlanNode.Entries) {
      nodes
          .entries(node, "headings")
          .forEach(
              (heading, entry) ->
                  nodes
                      .text(entry.value(), "a label")
                      .filter(word -> values.fits(word, type))
                      .flatMap(
                          word ->
                              pattern(entry.key()).map(p -> labelled(p, Optional.of(word.text()))))
                      .ifPresent(patterns::add));
    } else {
      for (PlanNode.Text text : nodes.texts(node, "headings")) {
        pattern(text).map(p -> labelled(p, Optional.empty())).ifPresent(patterns::add);
      }
    }
    return patterns;
  }

  private static HeadingPatterns.Labelled labelled(NamePattern pattern, Optional<String> label) {
    return new HeadingPatterns.Labelled(pattern, label);
  }

  private Optional<NamePattern> pattern(PlanNode.Text text) {
    try {
      NamePattern pattern = new NamePattern(text.text(), periods);
      if (!pattern.parts().isEmpty() && !pattern.parts().equals(List.of(NamePattern.PERIOD))) {
        nodes.problem(text, "a heading can only take {period}");
      }
      return Optional.of(pattern);
    } catch (IllegalArgumentException e) {
      nodes.problem(text, String.valueOf(e.getMessage()));
      return Optional.empty();
    }
  }
}
