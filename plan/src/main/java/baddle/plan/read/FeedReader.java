package baddle.plan.read;

import baddle.core.calendar.PeriodText;
import baddle.core.finding.Nearest;
import baddle.core.grid.CellRange;
import baddle.core.intake.IntakeColumn;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueRules;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.FormCell;
import baddle.plan.NamePattern;
import baddle.plan.PeriodChoice;
import baddle.plan.QueryPlan;
import baddle.plan.SheetChoice;
import baddle.plan.TableChoice;
import baddle.plan.WhenGone;
import baddle.plan.database.DatabasePlan;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Reads the plan's feeds. */
final class FeedReader {

  private static final List<String> OWN_KEYS =
      List.of(
          "into",
          "files",
          "except",
          "sheets",
          "except_sheets",
          "table",
          "period",
          "text",
          "cells",
          "when_gone",
          "expect",
          "control_list");

  /** The keys that a lookup's file has in common with a feed. */
  static final List<String> KEYS_OF_FILES =
      Stream.of(
              List.of("sheets", "except_sheets", "table", "text"),
              WritingReader.KEYS,
              List.of("carry_down", "leave_out"))
          .flatMap(List::stream)
          .toList();

  /** Every key of a feed. */
  static final List<String> KEYS =
      Stream.of(OWN_KEYS, QueryReader.KEYS, WritingReader.KEYS, ShapingReader.KEYS)
          .flatMap(List::stream)
          .distinct()
          .toList();

  /** What only files have. */
  private static final List<String> OF_FILES =
      List.of("files", "except", "sheets", "except_sheets", "text", "cells");

  /** Where the periods of rows from a database can come from. */
  private static final Set<PeriodChoice.Kind> OF_RESULTS =
      Set.of(PeriodChoice.Kind.PATTERN, PeriodChoice.Kind.COLUMN);

  /** A number of more digits is the name of a sheet, a year say. */
  private static final String POSITION = "[1-9]\\d{0,2}";

  private static final String CELL_RANGE = "\\$?[A-Za-z]{1,3}\\$?\\d+:.*";

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final PeriodText periods;
  private final WritingReader writing;
  private final ShapingReader shaping;
  private final QueryReader queries;
  private final ExpectReader expected;
  private final FormCellsReader formCells;

  FeedReader(
      NodeReader nodes,
      Map<String, DatasetPlan> datasets,
      Map<String, DatabasePlan> databases,
      PeriodText periods,
      ValueRules standardRules,
      ShapingReader shaping) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.periods = periods;
    this.shaping = shaping;
    this.queries = new QueryReader(nodes, databases, periods);
    this.writing = new WritingReader(nodes, standardRules);
    this.expected = new ExpectReader(nodes);
    this.formCells = new FormCellsReader(nodes);
  }

  Optional<FeedPlan> read(String name, PlanNode node) {
    int problemsBefore = nodes.problems().size();
    Map<String, PlanNode> keys = nodes.keys(node, "feed " + name, KEYS);
    boolean isOfDatabase = keys.containsKey("database");
    if (!keys.containsKey("files") && !isOfDatabase) {
      if (nodes.problems().size() == problemsBefore) {
        nodes.problem(
            node, "feed " + name + " needs files:, a pattern such as inbox/*.csv, or database:");
      }
      return Optional.empty();
    }
    List<String> misplaced = isOfDatabase ? OF_FILES : QueryReader.KEYS;
    for (String key : misplaced) {
      if (keys.containsKey(key) && (isOfDatabase || !key.equals("table"))) {
        nodes.problem(
            keys.get(key),
            key + ": belongs to a feed " + (isOfDatabase ? "of files" : "with database:"));
      }
    }
    Optional<DatasetPlan> dataset =
        PlanReferences.dataset(nodes, datasets, keys.get("into"), node, "into");
    if (dataset.isEmpty()) {
      return Optional.empty();
    }
    return isOfDatabase
        ? ofDatabase(name, node, keys, dataset.get())
        : Optional.of(feed(name, keys, dataset.get()));
  }

  private Optional<FeedPlan> ofDatabase(
      String name, PlanNode node, Map<String, PlanNode> keys, DatasetPlan dataset) {
    Optional<QueryPlan> query = queries.read(name, node, keys);
    Map<String, PlanNode> others = new LinkedHashMap<>(keys);
    others.keySet().removeAll(QueryReader.KEYS);
    FeedPlan feed = feed(name, others, dataset);
    if (!OF_RESULTS.contains(feed.period().kind())) {
      nodes.problem(keys.get("period"), "period: of a feed with database: is {period} or a column");
    }
    return query.map(feed::of);
  }

  /** What reads a single file, which is named and not found by a pattern. */
  FeedPlan ofFile(String name, PlanNode file, Map<String, PlanNode> keys, DatasetPlan dataset) {
    Optional<PlanNode.Text> path = nodes.text(file, "file");
    if (path.filter(text -> text.text().matches(".*[*?{}].*")).isPresent()) {
      nodes.problem(file, "file: names one file, not a pattern");
    }
    Map<String, PlanNode> all = new LinkedHashMap<>(keys);
    all.put("files", file);
    return feed(name, all, dataset);
  }

  /** A feed of these keys, {@code files} among them. */
  FeedPlan feed(String name, Map<String, PlanNode> keys, DatasetPlan dataset) {
    List<NamePattern> files = patterns(keys, "files");
    SheetChoice sheets = sheets(keys);
    Map<String, FormCell> cells = formCells.read(keys, dataset);
    checkForm(keys, dataset, files, sheets);
    files.forEach(pattern -> checkParts(pattern, keys.get("files"), dataset));
    sheets.names().forEach(pattern -> checkParts(pattern, keys.get("sheets"), dataset));
    return new FeedPlan(
        name,
        dataset.name(),
        files,
        patterns(keys, "except"),
        sheets,
        table(keys),
        period(keys, dataset),
        writing.dialect(keys.get("text")),
        writing.rules(keys),
        cells,
        shaping.constants(keys, dataset),
        shaping.shaping(keys, dataset),
        nodes.choice(keys, "when_gone", List.of(WhenGone.values()), WhenGone::word, WhenGone.DROP),
        expected.read(keys, dataset),
        new ControlListReader(nodes, this).read(name, keys, dataset),
        Optional.empty());
  }

  /** What a form can't have, and what it must. */
  private void checkForm(
      Map<String, PlanNode> keys,
      DatasetPlan dataset,
      List<NamePattern> files,
      SheetChoice sheets) {
    if (!(keys.get("cells") instanceof PlanNode.Entries cells)) {
      return;
    }
    if (keys.containsKey("table")) {
      nodes.problem(keys.get("table"), "table: and cells: exclude each other");
    }
    for (String key : List.of("headings_to_rows", "carry_down")) {
      if (keys.containsKey(key)) {
        nodes.problem(keys.get(key), key + ": is about rows; a form with cells: is one row");
      }
    }
    Set<String> given = new HashSet<>();
    cells.entries().forEach(entry -> given.add(entry.key().text()));
    files.forEach(pattern -> given.addAll(pattern.parts()));
    sheets.names().forEach(pattern -> given.addAll(pattern.parts()));
    for (IntakeColumn column : dataset.columns()) {
      String name = column.column().name();
      if (column.required() && !given.contains(name)) {
        nodes.problem(cells, "cells: has none for the required column " + name);
      }
    }
  }

  private List<NamePattern> patterns(Map<String, PlanNode> keys, String key) {
    List<NamePattern> patterns = new ArrayList<>();
    PlanNode node = keys.get(key);
    if (node != null) {
      nodes.texts(node, key).forEach(text -> pattern(text).ifPresent(patterns::add));
    }
    return patterns;
  }

  private Optional<NamePattern> pattern(PlanNode.Text text) {
    try {
      return Optional.of(new NamePattern(text.text(), periods));
    } catch (IllegalArgumentException e) {
      nodes.problem(text, String.valueOf(e.getMessage()));
      return Optional.empty();
    }
  }

  private SheetChoice sheets(Map<String, PlanNode> keys) {
    List<NamePattern> names = new ArrayList<>();
    List<Integer> positions = new ArrayList<>();
    PlanNode node = keys.get("sheets");
    if (node != null) {
      for (PlanNode.Text text : nodes.texts(node, "sheets")) {
        if (text.text().matches(POSITION)) {
          positions.add(Integer.parseInt(text.text()));
        } else {
          pattern(text).ifPresent(names::add);
        }
      }
    }
    return new SheetChoice(names, positions, patterns(keys, "except_sheets"));
  }

  private TableChoice table(Map<String, PlanNode> keys) {
    PlanNode node = keys.get("table");
    Optional<PlanNode.Text> text = node == null ? Optional.empty() : nodes.text(node, "table");
    if (text.isEmpty() || text.get().text().equals("auto")) {
      return TableChoice.AUTO;
    }
    String stated = text.get().text();
    Optional<CellRange> range = CellRange.parse(stated);
    if (stated.matches(CELL_RANGE)) {
      if (range.isEmpty()) {
        nodes.problem(node, stated + " is no range of cells; expected one such as B4:H or B4:H120");
      }
      return new TableChoice(Optional.empty(), range);
    }
    return new TableChoice(pattern(text.get()), Optional.empty());
  }

  private PeriodChoice period(Map<String, PlanNode> keys, DatasetPlan dataset) {
    PlanNode node = keys.get("period");
    Optional<PlanNode.Text> text = node == null ? Optional.empty() : nodes.text(node, "period");
    if (text.isEmpty()) {
      return PeriodChoice.OF_PATTERN;
    }
    String stated = text.get().text();
    List<String> known = new ArrayList<>();
    for (PeriodChoice.Kind kind : PeriodChoice.Kind.values()) {
      if (kind != PeriodChoice.Kind.COLUMN) {
        known.add(kind.words());
        if (kind.words().equals(stated)) {
          return new PeriodChoice(kind, "");
        }
      }
    }
    for (Column column : dataset.schema().columns()) {
      if (column.type().isCalendar() && !isLookedUp(dataset, column.name(), new HashSet<>())) {
        known.add(column.name());
        if (column.name().equals(stated)) {
          return new PeriodChoice(PeriodChoice.Kind.COLUMN, stated);
        }
      }
    }
    nodes.problem(
        node,
        "period: should be one of "
            + String.join(", ", known)
            + ", not "
            + stated
            + Nearest.hint(stated, known));
    return PeriodChoice.OF_PATTERN;
  }

  /** Whether a column needs a lookup, whose file may change when its sources don't. */
  private static boolean isLookedUp(DatasetPlan dataset, String name, Set<String> seen) {
    return seen.add(name)
        && dataset.derived().stream()
            .filter(column -> column.column().name().equals(name))
            .anyMatch(
                column ->
                    column.lookup().isPresent()
                        || column.calc().stream()
                            .flatMap(calc -> calc.names().stream())
                            .anyMatch(needed -> isLookedUp(dataset, needed, seen)));
  }

  private void checkParts(NamePattern pattern, PlanNode at, DatasetPlan dataset) {
    List<String> columns =
        dataset.columns().stream().map(column -> column.column().name()).toList();
    for (String part : pattern.parts()) {
      Optional<IntakeColumn> column =
          dataset.columns().stream().filter(c -> c.column().name().equals(part)).findFirst();
      if (column.isEmpty() && !part.equals(NamePattern.PERIOD)) {
        nodes.problem(
            at, "{" + part + "} is no column of " + dataset.name() + Nearest.hint(part, columns));
      } else if (column.isPresent()
          && column.get().column().type().kind() != ColumnType.Kind.TEXT) {
        nodes.problem(at, "{" + part + "} should be a text column to come from a name");
      }
    }
  }
}
