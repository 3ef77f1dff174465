package baddle.plan;

import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.CrosstabSpec;
import baddle.core.crosstab.Measure;
import baddle.core.crosstab.NumberStyle;
import baddle.core.crosstab.SpecException;
import baddle.core.crosstab.View;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.expression.MeasureExpression;
import baddle.core.finding.Nearest;
import baddle.core.grid.CellRange;
import baddle.core.table.Origin;
import baddle.core.value.Calendar;
import baddle.core.value.Period;
import baddle.core.value.PeriodText;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Reads the plan's fills. */
final class FillReader {

  static final List<String> KEYS =
      List.of(
          "workbook",
          "into",
          "in_place",
          "sheet",
          "period",
          "filled",
          "locked",
          "formulas",
          "cells",
          "rows",
          "tables");

  private static final List<String> SHEET = List.of("copy", "as", "before", "after");
  private static final List<String> FIGURE = List.of("value", "of", "where", "period");
  private static final List<String> ROWS =
      List.of("of", "where", "period", "key", "columns", "headings");
  private static final List<String> KEY = List.of("column", "from", "to", "value", "ignoring");
  private static final List<String> HEADINGS = List.of("row", "from", "to", "value", "fill");
  private static final List<String> TABLE =
      List.of("sheet", "of", "where", "period", "columns", "at");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final PeriodText periods;
  private final Calendar calendar;

  FillReader(
      NodeReader nodes, Map<String, DatasetPlan> datasets, PeriodText periods, Calendar calendar) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.periods = periods;
    this.calendar = calendar;
  }

  Optional<FillPlan> read(String name, PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "fill " + name, KEYS);
    int before = nodes.problems().size();
    String workbook = word(keys.get("workbook"), "workbook");
    String into = into(name, node, keys, workbook);
    for (String needed : List.of("workbook", "sheet")) {
      if (!keys.containsKey(needed)) {
        nodes.problem(node, "fill " + name + " needs " + needed + ":");
      }
    }
    boolean any =
        keys.containsKey("cells") || keys.containsKey("rows") || keys.containsKey("tables");
    if (!any) {
      nodes.problem(node, "fill " + name + " needs cells:, rows: or tables:");
    }
    FillPlan.Sheet sheet = sheet(keys.get("sheet"));
    FillPlan.Rules rules =
        new FillPlan.Rules(
            nodes.choice(
                keys,
                "filled",
                List.of(FillPlan.Filled.values()),
                word -> word.name().toLowerCase(Locale.ROOT),
                FillPlan.Filled.OURS),
            nodes
                .choice(keys, "locked", List.of("keep", "fill"), Function.identity(), "keep")
                .equals("fill"),
            nodes
                .choice(keys, "formulas", List.of("keep", "replace"), Function.identity(), "keep")
                .equals("replace"));
    Optional<Period> period = period(keys.get("period"));
    List<FillPlan.Cell> cells = new ArrayList<>();
    if (keys.containsKey("cells")) {
      nodes
          .entries(keys.get("cells"), "cells")
          .forEach((place, entry) -> cell(place, entry.value()).ifPresent(cells::add));
    }
    List<FillPlan.Rows> rows = new ArrayList<>();
    for (PlanNode one : list(keys.get("rows"))) {
      rows(name, one).ifPresent(rows::add);
    }
    List<FillPlan.Table> tables = new ArrayList<>();
    if (keys.containsKey("tables")) {
      nodes
          .entries(keys.get("tables"), "tables")
          .forEach((table, entry) -> table(table, entry.value(), sheet).ifPresent(tables::add));
    }
    return nodes.problems().size() > before
        ? Optional.empty()
        : Optional.of(
            new FillPlan(name, workbook, into, sheet, period, rules, cells, rows, tables));
  }

  private static List<PlanNode> list(@Nullable PlanNode node) {
    if (node == null) {
      return List.of();
    }
    return node instanceof PlanNode.Items items ? items.items() : List.of(node);
  }

  private String word(@Nullable PlanNode node, String key) {
    return node == null ? "" : nodes.text(node, key).map(PlanNode.Text::text).orElse("");
  }

  private String into(String name, PlanNode node, Map<String, PlanNode> keys, String workbook) {
    boolean inPlace =
        keys.containsKey("in_place") && nodes.truth(keys.get("in_place"), "in_place").orElse(false);
    if (inPlace == keys.containsKey("into")) {
      nodes.problem(node, "fill " + name + " needs either into: FILE or in_place: true");
    }
    String into = inPlace ? workbook : word(keys.get("into"), "into");
    if (!inPlace && into.equals(workbook) && !into.isEmpty()) {
      nodes.problem(keys.get("into"), "into: is the workbook itself; in_place: true would say so");
    }
    boolean known = !workbook.isEmpty() && !into.isEmpty();
    if (known && !ending(workbook).equals(ending(into))) {
      nodes.problem(
          keys.getOrDefault("into", node),
          "into: should end in " + ending(workbook) + ", as the workbook does");
    }
    for (String file : List.of(workbook, into)) {
      if (!file.isEmpty() && !file.toLowerCase(Locale.ROOT).matches(".*\\.(xlsx|xlsm|ods)")) {
        nodes.problem(
            node,
            file.toLowerCase(Locale.ROOT).endsWith(".xls")
                ? file + ": a workbook of the old format can't be filled; save it as .xlsx"
                : file + " should end in .xlsx, .xlsm or .ods");
      }
    }
    return into;
  }

  private static String ending(String file) {
    int dot = file.lastIndexOf('.');
    return dot < 0 ? "" : file.substring(dot).toLowerCase(Locale.ROOT);
  }

  private FillPlan.Sheet sheet(@Nullable PlanNode node) {
    if (!(node instanceof PlanNode.Entries)) {
      return new FillPlan.Sheet(word(node, "sheet"), Optional.empty(), Optional.empty(), true);
    }
    Map<String, PlanNode> keys = nodes.keys(node, "sheet", SHEET);
    for (String needed : List.of("copy", "as")) {
      if (!keys.containsKey(needed)) {
        nodes.problem(node, "sheet: needs " + needed + ":, or only a name");
      }
    }
    if (keys.containsKey("before") && keys.containsKey("after")) {
      nodes.problem(node, "before: and after: exclude each other");
    }
    boolean after = !keys.containsKey("before");
    String beside = word(keys.get(after ? "after" : "before"), after ? "after" : "before");
    return new FillPlan.Sheet(
        word(keys.get("as"), "as"),
        Optional.of(word(keys.get("copy"), "copy")),
        beside.isEmpty() ? Optional.empty() : Optional.of(beside),
        after);
  }

  private Optional<Period> period(@Nullable PlanNode node) {
    String text = word(node, "period");
    if (node == null || text.isEmpty() || text.equals("{period}")) {
      return Optional.empty();
    }
    Optional<Period> period = periods.parse(text);
    if (period.isEmpty()) {
      nodes.problem(node, "period: should be a period such as 2026-03");
    }
    return period;
  }

  private boolean allPeriods(Map<String, PlanNode> keys) {
    return nodes
        .choice(keys, "period", List.of("this", "all"), Function.identity(), "this")
        .equals("all");
  }

  private Optional<FillPlan.Cell> cell(String place, PlanNode node) {
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
              + ", of: DATASET}; a text stands in single quotes");
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
    Optional<DatasetPlan> dataset = References.dataset(nodes, datasets, keys.get("of"), node, "of");
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

  private Optional<FillPlan.Rows> rows(String fill, PlanNode node) {
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
    if (columns.isEmpty()) {
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

  private Optional<FillPlan.Table> table(String name, PlanNode node, FillPlan.Sheet sheet) {
    Map<String, PlanNode> keys = nodes.keys(node, "table " + name, TABLE);
    Optional<DatasetPlan> dataset = References.dataset(nodes, datasets, keys.get("of"), node, "of");
    if (dataset.isEmpty()) {
      return Optional.empty();
    }
    String own = word(keys.get("sheet"), "sheet");
    if (sheet.template().isPresent() && (own.isEmpty() || own.equals(sheet.name()))) {
      nodes.problem(
          node, "table " + name + ": should be on a sheet that stays (sheet: NAME), not on a copy");
    }
    if (!name.matches("[\\p{L}_][\\p{L}\\p{N}_.]*") || name.matches("(?i)[a-z]{1,3}[0-9]+|r|c")) {
      nodes.problem(node, name + " is no name for a table: letters, digits, _ and .");
    }
    Set<String> known = new LinkedHashSet<>(dataset.get().schema().names());
    Origin.columns().forEach(column -> known.add(column.name()));
    Map<String, String> columns = new LinkedHashMap<>();
    PlanNode given = keys.get("columns");
    if (given instanceof PlanNode.Entries) {
      nodes
          .entries(given, "columns")
          .forEach((heading, entry) -> columns.put(heading, word(entry.value(), heading)));
    } else if (given != null) {
      nodes.texts(given, "columns").forEach(text -> columns.put(text.text(), text.text()));
    } else {
      dataset.get().schema().names().forEach(column -> columns.put(column, column));
    }
    for (String column : columns.values()) {
      if (!known.contains(column)) {
        nodes.problem(
            given == null ? node : given,
            "columns: no column " + column + Nearest.hint(column, known));
      }
    }
    Optional<String> where =
        Optional.ofNullable(keys.get("where"))
            .flatMap(one -> nodes.text(one, "where"))
            .map(PlanNode.Text::text);
    try {
      where.ifPresent(
          text -> Expression.parse(text).bind(dataset.get().schemaWithOrigin(), calendar));
    } catch (ExpressionException e) {
      nodes.problem(keys.get("where"), e.withCaret());
    }
    String at = word(keys.get("at"), "at");
    if (!at.isEmpty() && CellRange.parse(at).isEmpty()) {
      nodes.problem(keys.get("at"), "at: should be a cell such as A5");
    }
    return Optional.of(
        new FillPlan.Table(
            own,
            name,
            at.isEmpty() ? Optional.empty() : Optional.of(at),
            dataset.get().name(),
            columns,
            where,
            allPeriods(keys)));
  }
}
