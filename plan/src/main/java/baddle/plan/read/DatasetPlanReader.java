package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.heading.Headings;
import baddle.core.outcome.Corrected;
import baddle.core.value.ColumnType;
import baddle.core.value.Ignored;
import baddle.plan.DatasetPlan;
import baddle.plan.DerivedColumn;
import baddle.plan.DuplicateRule;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads the plan's datasets and their columns. */
final class DatasetPlanReader {

  private static final List<String> KEYS =
      List.of("columns", "key", "on_duplicate", "dated_by", "amount");

  private final NodeReader nodes;
  private final ColumnReader columnReader;

  DatasetPlanReader(NodeReader nodes, ValueCheck values) {
    this.nodes = nodes;
    this.columnReader = new ColumnReader(nodes, values);
  }

  DatasetPlan read(String name, PlanNode node) {
    int problemsBefore = nodes.problems().size();
    Map<String, PlanNode> keys = nodes.keys(node, "dataset " + name, KEYS);
    PlanNode columns = keys.get("columns");
    if (columns == null) {
      if (nodes.problems().size() == problemsBefore) {
        nodes.problem(node, "dataset " + name + " needs columns:");
      }
      return new DatasetPlan(name, List.of());
    }
    List<IntakeColumn> read = new ArrayList<>();
    List<DerivedColumn> derived = new ArrayList<>();
    List<String> order = new ArrayList<>();
    Map<String, String> correctionFiles = new LinkedHashMap<>();
    Map<String, Set<Ignored>> same = new LinkedHashMap<>();
    Map<String, String> columnOfSpelling = new HashMap<>();
    nodes
        .entries(columns, "columns")
        .forEach(
            (columnName, entry) -> {
              order.add(columnName);
              Optional<DerivedColumn> computed = columnReader.derived(columnName, entry);
              if (computed.isPresent()) {
                derived.add(computed.get());
                return;
              }
              IntakeColumn column = columnReader.read(columnName, entry, correctionFiles, same);
              read.add(column);
              checkSpellings(column, entry, columnOfSpelling);
            });
    checkCurrencies(columns, read);
    checkOriginals(columns, read, correctionFiles, order);
    return new DatasetPlan(
        name,
        read,
        derived,
        order,
        List.of(),
        correctionFiles,
        same,
        duplicates(keys, order),
        datedBy(keys, read, derived),
        amount(keys, read, derived));
  }

  private DuplicateRule duplicates(Map<String, PlanNode> keys, List<String> columns) {
    List<String> key = new ArrayList<>();
    if (keys.containsKey("key")) {
      for (PlanNode.Text text : nodes.texts(keys.get("key"), "key")) {
        key.add(text.text());
        if (!columns.contains(text.text())) {
          nodes.problem(text, "no column " + text.text() + Nearest.hint(text.text(), columns));
        }
      }
    }
    PlanNode policy = keys.get("on_duplicate");
    if (policy != null && key.isEmpty()) {
      nodes.problem(policy, "on_duplicate: needs key:, the columns that identify a row");
    }
    return new DuplicateRule(
        key,
        nodes.choice(
            keys,
            "on_duplicate",
            List.of(DuplicateRule.Policy.values()),
            DuplicateRule.Policy::words,
            DuplicateRule.Policy.REPORT));
  }

  /** The column of dates that says which period a row is of. */
  private Optional<String> datedBy(
      Map<String, PlanNode> keys, List<IntakeColumn> read, List<DerivedColumn> derived) {
    PlanNode node = keys.get("dated_by");
    if (node == null) {
      return Optional.empty();
    }
    List<String> dates = new ArrayList<>();
    read.stream()
        .map(IntakeColumn::column)
        .filter(column -> column.type().isCalendar())
        .forEach(column -> dates.add(column.name()));
    derived.stream()
        .map(DerivedColumn::column)
        .filter(column -> column.type().isCalendar())
        .forEach(column -> dates.add(column.name()));
    Optional<String> name = nodes.text(node, "dated_by").map(PlanNode.Text::text);
    name.filter(column -> !dates.contains(column))
        .ifPresent(
            column ->
                nodes.problem(
                    node, "dated_by: no column of dates " + column + Nearest.hint(column, dates)));
    return name.filter(dates::contains);
  }

  /** The column named, else the last required decimal, else the last that is no lookup's. */
  private Optional<String> amount(
      Map<String, PlanNode> keys, List<IntakeColumn> read, List<DerivedColumn> derived) {
    List<String> numbers = new ArrayList<>();
    Optional<String> chosen = Optional.empty();
    for (IntakeColumn column : read) {
      if (column.column().type().isNumber()) {
        numbers.add(column.column().name());
        boolean decimal = column.column().type().kind() == ColumnType.Kind.DECIMAL;
        chosen = decimal ? Optional.of(column.column().name()) : chosen;
      }
    }
    for (DerivedColumn column : derived) {
      if (column.column().type().isNumber()) {
        numbers.add(column.column().name());
        boolean decimal = column.column().type().kind() == ColumnType.Kind.DECIMAL;
        chosen =
            decimal && column.calc().isPresent() ? Optional.of(column.column().name()) : chosen;
      }
    }
    for (IntakeColumn column : read) {
      if (column.required() && column.column().type().kind() == ColumnType.Kind.DECIMAL) {
        chosen = Optional.of(column.column().name());
      }
    }
    PlanNode stated = keys.get("amount");
    if (stated == null) {
      return chosen;
    }
    Optional<String> name = nodes.text(stated, "amount").map(PlanNode.Text::text);
    name.filter(column -> !numbers.contains(column))
        .ifPresent(
            column ->
                nodes.problem(
                    stated, "no column of numbers " + column + Nearest.hint(column, numbers)));
    return name;
  }

  /** Notes columns that have the name of one that keeps what corrections replace. */
  private void checkOriginals(
      PlanNode at, List<IntakeColumn> read, Map<String, String> files, List<String> names) {
    read.replaceAll(
        column -> {
          String name = column.column().name();
          String original = Corrected.original(name);
          boolean corrected = !column.corrections().isEmpty() || files.containsKey(name);
          if (!corrected || !names.contains(original)) {
            return column;
          }
          nodes.problem(
              at, original + " is the column that keeps what corrections of " + name + " replace");
          return column.with(Map.of());
        });
  }

  private void checkCurrencies(PlanNode columns, List<IntakeColumn> read) {
    List<String> numbers =
        read.stream()
            .filter(column -> column.column().type().isNumber())
            .map(column -> column.column().name())
            .toList();
    for (IntakeColumn column : read) {
      String of = column.currencyOf().orElse("");
      if (column.currencyOf().isPresent() && !numbers.contains(of)) {
        nodes.problem(
            columns, "currency_of: no column of numbers " + of + Nearest.hint(of, numbers));
      }
    }
  }

  private void checkSpellings(
      IntakeColumn column, PlanNode.Entry entry, Map<String, String> columnOfSpelling) {
    String name = column.column().name();
    List<String> spellings = new ArrayList<>(column.headings());
    spellings.add(name);
    for (String spelling : spellings) {
      String other = columnOfSpelling.putIfAbsent(Headings.comparable(spelling), name);
      if (other != null && !other.equals(name)) {
        nodes.problem(
            entry.key(), "the heading " + spelling + " is wanted by " + other + " already");
      }
    }
  }
}
