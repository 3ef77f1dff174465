package baddle.plan;

import baddle.core.crosstab.TableForm;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads what files are written each time. */
final class ReportReader {

  private static final List<String> OF_SUMMARIES =
      List.of("summaries", "form", "totals", "title", "subtitle", "notes");
  private static final List<String> OF_SUMMARY = List.of("title", "banding");
  private static final List<String> OF_ROWS =
      List.of("rows", "columns", "origin", "where", "order", "split_by", "append", "corrections");
  private static final String DESCENDING = " descending";

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final Set<String> summaries;

  ReportReader(NodeReader nodes, Map<String, DatasetPlan> datasets, Set<String> summaries) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.summaries = summaries;
  }

  Optional<ReportPlan> read(String file, PlanNode node) {
    List<String> known = new ArrayList<>(OF_SUMMARIES);
    known.addAll(OF_ROWS);
    Map<String, PlanNode> keys = nodes.keys(node, "report " + file, known);
    if (keys.containsKey("rows") == keys.containsKey("summaries")) {
      nodes.problem(
          node,
          "report "
              + file
              + (keys.containsKey("rows")
                  ? " takes summaries: or rows:, not both"
                  : " needs summaries:, a list of their names, or rows:, a dataset"));
      return Optional.empty();
    }
    List<String> others = keys.containsKey("rows") ? OF_SUMMARIES : OF_ROWS;
    for (String other : others) {
      if (keys.containsKey(other)) {
        nodes.problem(
            keys.get(other),
            other
                + ": belongs to a report of "
                + (keys.containsKey("rows") ? "summaries" : "rows"));
      }
    }
    return keys.containsKey("rows") ? rows(file, keys) : summaries(file, keys);
  }

  private Optional<ReportPlan> summaries(String file, Map<String, PlanNode> keys) {
    List<String> names = new ArrayList<>();
    Map<String, String> titles = new LinkedHashMap<>();
    List<String> banded = new ArrayList<>();
    PlanNode given = keys.get("summaries");
    for (PlanNode one : given instanceof PlanNode.Items list ? list.items() : List.of(given)) {
      summary(one, names, titles, banded);
    }
    TableForm form =
        nodes.choice(keys, "form", List.of(TableForm.values()), TableForm::word, TableForm.SHOWN);
    boolean totals =
        keys.containsKey("totals") && nodes.truth(keys.get("totals"), "totals").orElse(false);
    if (totals && form == TableForm.SHOWN) {
      nodes.problem(keys.get("totals"), "totals: is for form: lines or form: cells");
    }
    ReportPlan.Words words =
        new ReportPlan.Words(
            word(keys, "title"), word(keys, "subtitle"), notes(keys), titles, banded);
    return Optional.of(new ReportPlan(file, names, form, totals, words, Optional.empty()));
  }

  /** A summary's name, or its name with what the report says of it. */
  private void summary(
      PlanNode node, List<String> names, Map<String, String> titles, List<String> banded) {
    if (!(node instanceof PlanNode.Entries)) {
      nodes.text(node, "summaries").ifPresent(name -> addSummary(name, names));
      return;
    }
    nodes
        .entries(node, "summaries")
        .forEach(
            (name, entry) -> {
              addSummary(entry.key(), names);
              Map<String, PlanNode> keys = nodes.keys(entry.value(), "summary " + name, OF_SUMMARY);
              if (keys.containsKey("title")) {
                titles.put(name, word(keys, "title"));
              }
              if (keys.containsKey("banding")
                  && nodes.truth(keys.get("banding"), "banding").orElse(false)) {
                banded.add(name);
              }
            });
  }

  private void addSummary(PlanNode.Text name, List<String> names) {
    if (!summaries.contains(name.text())) {
      nodes.problem(name, "no summary " + name.text() + Nearest.hint(name.text(), summaries));
    }
    names.add(name.text());
  }

  private String word(Map<String, PlanNode> keys, String key) {
    PlanNode node = keys.get(key);
    return node == null ? "" : nodes.text(node, key).map(PlanNode.Text::text).orElse("");
  }

  private List<String> notes(Map<String, PlanNode> keys) {
    PlanNode node = keys.get("notes");
    return node == null
        ? List.of()
        : nodes.texts(node, "notes").stream().map(PlanNode.Text::text).toList();
  }

  private Optional<ReportPlan> rows(String file, Map<String, PlanNode> keys) {
    List<PlanNode.Text> names = nodes.texts(keys.get("rows"), "rows");
    DatasetPlan dataset = names.size() == 1 ? datasets.get(names.get(0).text()) : null;
    if (dataset == null) {
      String name = names.isEmpty() ? "" : names.get(0).text();
      nodes.problem(
          keys.get("rows"),
          "rows: should name one dataset" + Nearest.hint(name, datasets.keySet()));
      return Optional.empty();
    }
    List<String> known = new ArrayList<>(dataset.schema().names());
    Origin.columns().stream().map(Column::name).forEach(known::add);
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
            Optional.of(
                new RowsPlan(
                    dataset.name(),
                    columns(keys, "columns", known),
                    origin(keys),
                    where(keys, known),
                    columns(keys, "order", known),
                    splitBy,
                    log(file, keys)))));
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
