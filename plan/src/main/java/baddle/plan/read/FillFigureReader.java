package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.expression.MeasureExpression;
import baddle.core.finding.Nearest;
import baddle.core.grid.CellRange;
import baddle.plan.DatasetPlan;
import baddle.plan.output.FillPlan;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Reads what a fill puts into cells: texts, figures, figures for rows that a sheet names. */
final class FillFigureReader {

  private static final Pattern BRACES = Pattern.compile("\\{(\\w+)}");
  private static final List<String> FIGURE = List.of("value", "of", "where", "period");
  private static final List<String> ROWS =
      List.of("of", "where", "period", "key", "columns", "headings");
  private static final List<String> KEY = List.of("column", "from", "to", "value", "ignoring");
  private static final List<String> HEADINGS = List.of("row", "from", "to", "value", "fill");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final Calendar calendar;

  FillFigureReader(NodeReader nodes, Map<String, DatasetPlan> datasets, Calendar calendar) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.calendar = calendar;
  }

  static List<PlanNode> list(@Nullable PlanNode node) {
    if (node == null) {
      return List.of();
    }
    return node instanceof PlanNode.Items items ? items.items() : List.of(node);
  }

  String word(@Nullable PlanNode node, String key) {
    return node == null ? "" : nodes.text(node, key).map(PlanNode.Text::text).orElse("");
  }

  boolean allPeriods(Map<String, PlanNode> keys) {
    return nodes
        .choice(keys, "period", List.of("this", "all"), Function.identity(), "this")
        .equals("all");
  }

  Optional<FillPlan.Cell> cell(String place, PlanNode node) {
    if (node instanceof PlanNode.Text text) {
      return scalar(text)
          .map(value -> new FillPlan.Cell(place, Optional.of(value), Optional.empty()));
    }
    Map<String, PlanNode> keys = nodes.keys(node, "cell " + place, FIGURE);
    List<Measure> measures = measure(keys.get("value"), "value", node).stream().toList();
    return figure(keys, node, List.of(), List.of(), measures)
        .map(figure -> new FillPlan.Cell(place, Optional.empty(), Optional.of(figure)));
  }

  private Optional<Expression> scalar(PlanNode.Text text) {
    Matcher braces = BRACES.matcher(text.text());
    while (braces.find()) {
      String word = braces.group(1);
      if (!FillPlan.WORDS.contains(word)) {
        nodes.problem(
            text,
            "no word {"
                + word
                + "} (known: "
                + String.join(", ", FillPlan.WORDS)
                + ")"
                + Nearest.hint(word, FillPlan.WORDS));
      }
    }
    try {
      Expression expression = Expression.parse(text.text());
      expression.bind(FillPlan.VALUES, calendar);
      return Optional.of(expression);
    } catch (ExpressionException e) {
      nodes.problem(
          text,
          e.withCaret()
              + "\na figure of rows is {value: "
              + text.text()
              + ", of: DATASET}; a text goes in single quotes");
      return Optional.empty();
    }
  }

  private Optional<Measure> measure(@Nullable PlanNode node, String name, PlanNode owner) {
    if (node == null) {
      nodes.problem(owner, "needs value:, such as sum(revenue)");
      return Optional.empty();
    }
    Optional<PlanNode.Text> text = nodes.text(node, name);
    try {
      return text.map(one -> MeasureExpression.parse(one.text()))
          .map(value -> new Measure(name, value, "", Map.of(), View.PLAIN, NumberStyle.PLAIN));
    } catch (ExpressionException e) {
      nodes.problem(node, e.withCaret());
      return Optional.empty();
    }
  }

  private Optional<FillPlan.Figure> figure(
      Map<String, PlanNode> keys,
      PlanNode node,
      List<AxisItem> down,
      List<AxisItem> across,
      List<Measure> measures) {
    Optional<DatasetPlan> dataset =
        PlanReferences.dataset(nodes, datasets, keys.get("of"), node, "of");
    if (dataset.isEmpty() || measures.isEmpty()) {
      return Optional.empty();
    }
    try {
      CrosstabSpec spec = CrosstabSpec.of("", down, across, measures);
      if (keys.containsKey("where")) {
        spec = spec.whereAlso(word(keys.get("where"), "where"));
      }
      new CrosstabBuilder(spec, dataset.get().schemaWithOrigin(), calendar).check();
      return Optional.of(new FillPlan.Figure(dataset.get().name(), spec, allPeriods(keys)));
    } catch (SpecException | ExpressionException e) {
      nodes.problem(node, String.valueOf(e.getMessage()));
      return Optional.empty();
    }
  }

  Optional<FillPlan.Rows> rows(String fill, PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "rows of fill " + fill, ROWS);
    if (!keys.containsKey("key")) {
      nodes.problem(node, "rows: needs key:, where the sheet names the rows");
      return Optional.empty();
    }
    if (keys.containsKey("columns") == keys.containsKey("headings")) {
      nodes.problem(node, "rows: needs either columns: or headings:");
      return Optional.empty();
    }
    Map<String, PlanNode> key = nodes.keys(keys.get("key"), "key", KEY);
    List<Integer> columns = new ArrayList<>();
    for (PlanNode one : list(key.get("column"))) {
      column(one).ifPresent(columns::add);
    }
    Optional<AxisItem> item = item(key.get("value"), keys.get("key"));
    OptionalInt from = row(key.get("from"), "from", keys.get("key"));
    if (!key.containsKey("column")) {
      nodes.problem(keys.get("key"), "key: needs column:, such as A");
    }
    if (columns.isEmpty() || item.isEmpty() || from.isEmpty()) {
      return Optional.empty();
    }
    OptionalInt to =
        key.containsKey("to") ? row(key.get("to"), "to", keys.get("key")) : OptionalInt.empty();
    FillPlan.Key where = new FillPlan.Key(columns, from.getAsInt(), to, nodes.ignoring(key));
    List<Measure> measures = new ArrayList<>();
    List<Integer> into = new ArrayList<>();
    if (keys.containsKey("columns")) {
      nodes
          .entries(keys.get("columns"), "columns")
          .forEach(
              (letters, entry) -> {
                column(entry.key()).ifPresent(into::add);
                measure(entry.value(), letters, entry.value()).ifPresent(measures::add);
              });
      return figure(keys, node, List.of(item.get()), List.of(), measures)
          .map(figure -> new FillPlan.Rows(figure, where, into, Optional.empty()));
    }
    PlanNode across = keys.get("headings");
    Map<String, PlanNode> heading = nodes.keys(across, "headings", HEADINGS);
    Optional<AxisItem> items = item(heading.get("value"), across);
    OptionalInt row = row(heading.get("row"), "row", across);
    OptionalInt first = column(heading.get("from"), "from", across);
    OptionalInt last =
        heading.containsKey("to") ? column(heading.get("to"), "to", across) : OptionalInt.empty();
    measure(heading.get("fill"), "fill", across).ifPresent(measures::add);
    if (items.isEmpty() || row.isEmpty() || first.isEmpty()) {
      return Optional.empty();
    }
    return figure(keys, node, List.of(item.get()), List.of(items.get()), measures)
        .map(
            figure ->
                new FillPlan.Rows(
                    figure,
                    where,
                    into,
                    Optional.of(new FillPlan.Headings(row.getAsInt(), first.getAsInt(), last))));
  }

  private Optional<AxisItem> item(@Nullable PlanNode node, PlanNode owner) {
    if (node == null) {
      nodes.problem(owner, "needs value:, the column whose items the sheet names");
      return Optional.empty();
    }
    try {
      return nodes.text(node, "value").map(text -> AxisItem.parse(text.text()));
    } catch (ExpressionException e) {
      nodes.problem(node, e.withCaret());
      return Optional.empty();
    }
  }

  private OptionalInt row(@Nullable PlanNode node, String key, PlanNode owner) {
    String text = word(node, key);
    if (node == null || !text.matches("[1-9][0-9]{0,6}")) {
      nodes.problem(node == null ? owner : node, key + ": should be the number of a row");
      return OptionalInt.empty();
    }
    return OptionalInt.of(Integer.parseInt(text));
  }

  private Optional<Integer> column(PlanNode node) {
    Optional<PlanNode.Text> text = nodes.text(node, "column");
    Optional<CellRange> range =
        text.map(PlanNode.Text::text)
            .filter(letters -> letters.matches("[A-Za-z]{1,3}"))
            .flatMap(letters -> CellRange.parse(letters + "1"));
    if (text.isPresent() && range.isEmpty()) {
      nodes.problem(node, text.get().text() + " should be a column's letters, such as C");
    }
    return range.map(CellRange::firstColumn);
  }

  private OptionalInt column(@Nullable PlanNode node, String key, PlanNode owner) {
    if (node == null) {
      nodes.problem(owner, "needs " + key + ":, a column's letters");
      return OptionalInt.empty();
    }
    return column(node).map(OptionalInt::of).orElse(OptionalInt.empty());
  }
}
