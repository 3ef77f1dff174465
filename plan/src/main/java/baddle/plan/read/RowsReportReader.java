package baddle.plan.read;

import baddle.core.crosstab.spec.TableForm;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.database.DatabasePlan;
import baddle.plan.database.TablePlan;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.RowsPlan;
import baddle.plan.output.TableReport;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Reads what rows are written each time. */
final class RowsReportReader {

  private static final String DESCENDING = " descending";

  /** The keys of rows that are loaded into a table. */
  static final List<String> OF_TABLE =
      List.of(
          "rows",
          "columns",
          "origin",
          "where",
          "order",
          "database",
          "table",
          "how",
          "remake",
          "adopt");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;

  RowsReportReader(NodeReader nodes, Map<String, DatasetPlan> datasets) {
    this.nodes = nodes;
    this.datasets = datasets;
  }

  Optional<ReportPlan> read(String file, Map<String, PlanNode> keys) {
    Optional<DatasetPlan> of = dataset(keys);
    if (of.isEmpty()) {
      return Optional.empty();
    }
    DatasetPlan dataset = of.get();
    List<String> known = known(dataset);
    List<String> splitBy = columns(keys, "split_by", known);
    for (String column : splitBy) {
      if (!file.contains("{" + column + "}")) {
        nodes.problem(
            keys.get("split_by"), "the file's name should have {" + column + "} in it: " + file);
      }
    }
    return Optional.of(
        new ReportPlan(
            file,
            List.of(),
            TableForm.SHOWN,
            false,
            ReportPlan.Words.NONE,
            ReportPlan.Reading.PLAIN,
            Optional.of(rows(keys, dataset, known, splitBy, log(file, keys))),
            ReportReader.removesGone(nodes, keys, !splitBy.isEmpty(), "split_by")));
  }

  private RowsPlan rows(
      Map<String, PlanNode> keys,
      DatasetPlan dataset,
      List<String> known,
      List<String> splitBy,
      Optional<RowsPlan.Log> log) {
    return new RowsPlan(
        dataset.name(),
        columns(keys, "columns", known),
        origin(keys),
        where(keys, known),
        columns(keys, "order", known),
        splitBy,
        log);
  }

  /** Reads rows that are loaded into a table of a database. */
  Optional<TableReport> table(String name, PlanNode node, Map<String, DatabasePlan> databases) {
    Map<String, PlanNode> keys = nodes.keys(node, "report " + name, OF_TABLE);
    if (!keys.containsKey("rows") || !keys.containsKey("table")) {
      nodes.problem(node, "report " + name + " needs rows:, a dataset, and table:, a name");
      return Optional.empty();
    }
    Optional<DatasetPlan> dataset = dataset(keys);
    Optional<PlanNode.Text> named = nodes.text(keys.get("database"), "database");
    Optional<DatabasePlan> database =
        named.flatMap(text -> PlanReferences.database(nodes, databases, text));
    TablePlan.How how =
        nodes.choice(
            keys,
            "how",
            List.of(TablePlan.How.values()),
            TablePlan.How::words,
            TablePlan.How.REPLACE);
    boolean remakes =
        keys.containsKey("remake") && nodes.truth(keys.get("remake"), "remake").orElse(false);
    boolean adopts =
        keys.containsKey("adopt") && nodes.truth(keys.get("adopt"), "adopt").orElse(false);
    if (how == TablePlan.How.BY_KEY
        && dataset.filter(d -> d.duplicates().key().isEmpty()).isPresent()) {
      nodes.problem(
          keys.get("how"), "how: by key needs key: in the dataset " + dataset.get().name());
    }
    if (how != TablePlan.How.REPLACE && keys.containsKey("order")) {
      nodes.problem(keys.get("order"), "order: has no place beside how: " + how.words());
    }
    Optional<String> table = nodes.text(keys.get("table"), "table").map(PlanNode.Text::text);
    if (dataset.isEmpty() || database.isEmpty() || table.isEmpty()) {
      return Optional.empty();
    }
    List<String> known = known(dataset.get());
    RowsPlan rows = rows(keys, dataset.get(), known, List.of(), Optional.empty());
    return Optional.of(
        new TableReport(
            name, rows, new TablePlan(database.get(), table.get(), how, remakes, adopts)));
  }

  private static List<String> known(DatasetPlan dataset) {
    List<String> known = new ArrayList<>(dataset.schema().names());
    Origin.columns().stream().map(Column::name).forEach(known::add);
    return known;
  }

  private Optional<DatasetPlan> dataset(Map<String, PlanNode> keys) {
    List<PlanNode.Text> names = nodes.texts(keys.get("rows"), "rows");
    if (names.size() != 1) {
      nodes.problem(keys.get("rows"), "rows: should name one dataset");
      return Optional.empty();
    }
    return PlanReferences.dataset(nodes, datasets, names.get(0), names.get(0), "rows");
  }

  private List<String> columns(Map<String, PlanNode> keys, String key, List<String> known) {
    List<String> columns = new ArrayList<>();
    if (keys.containsKey(key)) {
      for (PlanNode.Text one : nodes.texts(keys.get(key), key)) {
        boolean sorts = key.equals("order") && one.text().endsWith(DESCENDING);
        String name =
            sorts ? one.text().substring(0, one.text().length() - DESCENDING.length()) : one.text();
        if (!known.contains(name)) {
          nodes.problem(one, key + ": no column " + name + Nearest.hint(name, known));
        }
        columns.add(one.text());
      }
    }
    return columns;
  }

  private Optional<RowsPlan.Log> log(String file, Map<String, PlanNode> keys) {
    boolean appends =
        keys.containsKey("append") && nodes.truth(keys.get("append"), "append").orElse(false);
    RowsPlan.Log log =
        nodes.choice(
            keys,
            "corrections",
            List.of(RowsPlan.Log.values()),
            one -> one.name().toLowerCase(Locale.ROOT),
            RowsPlan.Log.APPEND);
    if (!appends) {
      if (keys.containsKey("corrections")) {
        nodes.problem(keys.get("corrections"), "corrections: is for append: true");
      }
      return Optional.empty();
    }
    for (String other : List.of("order", "split_by")) {
      if (keys.containsKey(other)) {
        nodes.problem(keys.get(other), other + ": has no place beside append: true");
      }
    }
    if (!file.matches("(?i).*\\.(csv|xlsx|db)")) {
      nodes.problem(keys.get("append"), "append: true is for files that end in .csv, .xlsx or .db");
    }
    return Optional.of(log);
  }

  private String origin(Map<String, PlanNode> keys) {
    if (!keys.containsKey("origin")) {
      return "short";
    }
    List<PlanNode.Text> texts = nodes.texts(keys.get("origin"), "origin");
    String word = texts.size() == 1 ? texts.get(0).text() : "";
    if (!RowsPlan.ORIGINS.contains(word)) {
      nodes.problem(
          keys.get("origin"),
          "origin: should be one of "
              + String.join(", ", RowsPlan.ORIGINS)
              + Nearest.hint(word, RowsPlan.ORIGINS));
    }
    return word;
  }

  private Optional<String> where(Map<String, PlanNode> keys, List<String> known) {
    if (!keys.containsKey("where")) {
      return Optional.empty();
    }
    List<PlanNode.Text> texts = nodes.texts(keys.get("where"), "where");
    if (texts.size() != 1) {
      nodes.problem(keys.get("where"), "where: takes one condition");
      return Optional.empty();
    }
    try {
      for (String name : Expression.parse(texts.get(0).text()).names()) {
        if (!known.contains(name)) {
          nodes.problem(texts.get(0), "where: no column " + name + Nearest.hint(name, known));
        }
      }
    } catch (ExpressionException e) {
      nodes.problem(texts.get(0), "where: " + e.getMessage());
    }
    return Optional.of(texts.get(0).text());
  }
}
