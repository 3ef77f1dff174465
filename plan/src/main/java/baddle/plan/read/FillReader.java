package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.grid.CellRange;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.output.FillPlan;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
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
          "since",
          "filled",
          "locked",
          "formulas",
          "cells",
          "rows",
          "tables");

  private static final List<String> SHEET = List.of("copy", "as", "before", "after");
  private static final List<String> TABLE =
      List.of("sheet", "of", "where", "period", "columns", "at", "append");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final PeriodText periods;
  private final Calendar calendar;
  private final FillFigureReader figures;

  FillReader(
      NodeReader nodes, Map<String, DatasetPlan> datasets, PeriodText periods, Calendar calendar) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.periods = periods;
    this.calendar = calendar;
    this.figures = new FillFigureReader(nodes, datasets, calendar);
  }

  Optional<FillPlan> read(String name, PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "fill " + name, KEYS);
    int before = nodes.problems().size();
    String workbook = figures.word(keys.get("workbook"), "workbook");
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
    Optional<Period> period = period(keys.get("period"), "period");
    Optional<Period> since = period(keys.get("since"), "since");
    List<FillPlan.Cell> cells = new ArrayList<>();
    if (keys.containsKey("cells")) {
      nodes
          .entries(keys.get("cells"), "cells")
          .forEach((place, entry) -> figures.cell(place, entry.value()).ifPresent(cells::add));
    }
    List<FillPlan.Rows> rows = new ArrayList<>();
    for (PlanNode one : FillFigureReader.list(keys.get("rows"))) {
      figures.rows(name, one).ifPresent(rows::add);
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
            new FillPlan(name, workbook, into, sheet, period, since, rules, cells, rows, tables));
  }

  private String into(String name, PlanNode node, Map<String, PlanNode> keys, String workbook) {
    boolean inPlace =
        keys.containsKey("in_place") && nodes.truth(keys.get("in_place"), "in_place").orElse(false);
    if (inPlace == keys.containsKey("into")) {
      nodes.problem(node, "fill " + name + " needs either into: FILE or in_place: true");
    }
    String into = inPlace ? workbook : figures.word(keys.get("into"), "into");
    if (!inPlace && into.equals(workbook) && !into.isEmpty()) {
      nodes.problem(
          keys.get("into"), "into: is the workbook itself; set in_place: true to write into it");
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
      return new FillPlan.Sheet(
          figures.word(node, "sheet"), Optional.empty(), Optional.empty(), true);
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
    String beside = figures.word(keys.get(after ? "after" : "before"), after ? "after" : "before");
    return new FillPlan.Sheet(
        figures.word(keys.get("as"), "as"),
        Optional.of(figures.word(keys.get("copy"), "copy")),
        beside.isEmpty() ? Optional.empty() : Optional.of(beside),
        after);
  }

  private Optional<Period> period(@Nullable PlanNode node, String key) {
    String text = figures.word(node, key);
    if (node == null || text.isEmpty() || text.equals("{period}")) {
      return Optional.empty();
    }
    Optional<Period> period = periods.parse(text);
    if (period.isEmpty()) {
      nodes.problem(node, key + ": should be a period such as 2026-03");
    }
    return period;
  }

  private Optional<FillPlan.Table> table(String name, PlanNode node, FillPlan.Sheet sheet) {
    Map<String, PlanNode> keys = nodes.keys(node, "table " + name, TABLE);
    Optional<DatasetPlan> dataset =
        PlanReferences.dataset(nodes, datasets, keys.get("of"), node, "of");
    if (dataset.isEmpty()) {
      return Optional.empty();
    }
    String own = figures.word(keys.get("sheet"), "sheet");
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
          .forEach((heading, entry) -> columns.put(heading, figures.word(entry.value(), heading)));
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
    String at = figures.word(keys.get("at"), "at");
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
            figures.allPeriods(keys),
            keys.containsKey("append") && nodes.truth(keys.get("append"), "append").orElse(false)));
  }
}
