package baddle.plan.read;

import baddle.core.crosstab.spec.ChartKind;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.core.crosstab.spec.TableForm;
import baddle.core.expression.AxisItem;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.database.DatabasePlan;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.SummaryPlan;
import baddle.plan.output.TableReport;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Reads what files are written each time. */
final class ReportReader {

  /** What becomes of the file of a value that the data has no more. */
  static final String WHEN_GONE = "when_gone";

  private static final List<String> OF_SUMMARIES =
      List.of("summaries", "form", "totals", "title", "subtitle", "notes", "filters", "for_each");
  private static final List<String> OF_SUMMARY = List.of("title", "banding", "chart", "show");
  private static final List<String> OF_ROWS =
      List.of("origin", "where", "order", "split_by", "append", "corrections");

  private static final List<String> BANDED_IN = List.of(".xlsx", ".html");
  private static final List<String> DRAWN_IN = List.of(".xlsx", ".html", ".svg", ".png");
  private static final List<String> TITLED_IN = List.of(".xlsx", ".html", ".md", ".svg", ".png");
  private static final Map<String, List<String>> SAID_IN =
      Map.of(
          "title", List.of(".xlsx", ".html", ".md"),
          "subtitle", TITLED_IN,
          "notes", List.of(".xlsx", ".html", ".md"));

  private static final String ROWS = "rows";
  private static final String PIVOT = "pivot";
  private static final List<String> SHOWN = List.of(ROWS, PIVOT);

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final Map<String, SummaryPlan> summaries;

  ReportReader(
      NodeReader nodes, Map<String, DatasetPlan> datasets, Map<String, SummaryPlan> summaries) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.summaries = summaries;
  }

  /** Whether a report is rows that are loaded into a table. */
  static boolean isTable(PlanNode node) {
    return node instanceof PlanNode.Entries keys
        && keys.entries().stream().anyMatch(entry -> entry.key().text().equals("database"));
  }

  /** Reads one that is. */
  Optional<TableReport> table(String name, PlanNode node, Map<String, DatabasePlan> databases) {
    return new RowsReportReader(nodes, datasets).table(name, node, databases);
  }

  Optional<ReportPlan> read(String file, PlanNode node) {
    List<String> known = new ArrayList<>(List.of("rows", "columns"));
    known.addAll(OF_SUMMARIES);
    known.addAll(OF_ROWS);
    known.add(WHEN_GONE);
    Map<String, PlanNode> keys = nodes.keys(node, "report " + file, known);
    boolean ofRows = !keys.containsKey("summaries");
    if (ofRows && !keys.containsKey("rows")) {
      nodes.problem(
          node, "report " + file + " needs summaries:, a list of their names, or rows:, a dataset");
      return Optional.empty();
    }
    List<String> others = ofRows ? OF_SUMMARIES : OF_ROWS;
    for (String other : others) {
      if (keys.containsKey(other)) {
        nodes.problem(
            keys.get(other), other + ": belongs to a report of " + (ofRows ? "summaries" : "rows"));
      }
    }
    return ofRows ? new RowsReportReader(nodes, datasets).read(file, keys) : summaries(file, keys);
  }

  private Optional<ReportPlan> summaries(String file, Map<String, PlanNode> keys) {
    List<String> names = new ArrayList<>();
    Map<String, SummaryLook> looks = new LinkedHashMap<>();
    List<String> rowsOf = new ArrayList<>();
    PlanNode given = keys.get("summaries");
    for (PlanNode one : given instanceof PlanNode.Items list ? list.items() : List.of(given)) {
      summary(one, names, looks, rowsOf);
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
            word(keys, "title"), word(keys, "subtitle"), texts(keys, "notes"), looks);
    ReportPlan.Reading reading = reading(file, keys, names, rowsOf);
    boolean pivots = looks.values().stream().anyMatch(SummaryLook::pivots);
    if (pivots && !reading.behind().isSheet()) {
      nodes.problem(
          given,
          "show: [pivot] needs the rows in the workbook:"
              + " rows: sheet, rows: hidden sheet or rows: sealed sheet");
    }
    if (keys.containsKey("filters") && !isPage(file) && !pivots) {
      nodes.problem(
          keys.get("filters"), "filters: is for files that end in .html, or for show: [pivot]");
    }
    refuseUnsaid(file, keys, looks, given);
    boolean removesGone = removesGone(nodes, keys, !reading.forEach().isEmpty(), "for_each");
    return Optional.of(
        new ReportPlan(file, names, form, totals, words, reading, Optional.empty(), removesGone));
  }

  /** Whether files of values that have gone are removed; only where there is one for each value. */
  static boolean removesGone(
      NodeReader nodes, Map<String, PlanNode> keys, boolean isEach, String key) {
    if (!keys.containsKey(WHEN_GONE)) {
      return false;
    }
    if (!isEach) {
      nodes.problem(keys.get(WHEN_GONE), WHEN_GONE + ": is for reports with " + key + ":");
    }
    return nodes
        .choice(keys, WHEN_GONE, List.of("keep", "remove"), Function.identity(), "keep")
        .equals("remove");
  }

  /** Refuses what a file of its kind can't show. */
  private void refuseUnsaid(
      String file, Map<String, PlanNode> keys, Map<String, SummaryLook> looks, PlanNode given) {
    boolean hasIndex = keys.containsKey("for_each");
    for (Map.Entry<String, List<String>> word : SAID_IN.entrySet()) {
      boolean said = keys.containsKey(word.getKey());
      if (said && !endsIn(file, word.getValue()) && !hasIndex) {
        refuse(keys.get(word.getKey()), word.getKey(), word.getValue());
      }
    }
    for (SummaryLook look : looks.values()) {
      if (look.chart().isPresent() && !endsIn(file, DRAWN_IN)) {
        refuse(given, "chart", DRAWN_IN);
      }
      if (look.banded() && !endsIn(file, BANDED_IN)) {
        refuse(given, "banding", BANDED_IN);
      }
      if (!look.title().isEmpty() && !endsIn(file, TITLED_IN) && !hasIndex) {
        refuse(given, "title", TITLED_IN);
      }
    }
  }

  private void refuse(PlanNode at, String key, List<String> endings) {
    nodes.problem(at, key + ": is for files that end in " + String.join(", ", endings));
  }

  private static boolean endsIn(String file, List<String> endings) {
    return endings.stream().anyMatch(file.toLowerCase(Locale.ROOT)::endsWith);
  }

  /** A summary's name, or its name with what the report says of it. */
  private void summary(
      PlanNode node, List<String> names, Map<String, SummaryLook> looks, List<String> rowsOf) {
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
              List<String> shown = shown(keys);
              if (shown.contains(ROWS)) {
                rowsOf.add(name);
              }
              looks.put(
                  name,
                  new SummaryLook(
                      word(keys, "title"),
                      keys.containsKey("banding")
                          && nodes.truth(keys.get("banding"), "banding").orElse(false),
                      chart(keys),
                      shown.contains(PIVOT)));
            });
  }

  private List<String> shown(Map<String, PlanNode> keys) {
    if (!keys.containsKey("show")) {
      return List.of();
    }
    List<PlanNode.Text> wanted = nodes.texts(keys.get("show"), "show");
    for (PlanNode.Text one : wanted) {
      if (!SHOWN.contains(one.text())) {
        nodes.problem(one, "show: should be " + String.join(" or ", SHOWN) + ", not " + one.text());
      }
    }
    return wanted.stream().map(PlanNode.Text::text).toList();
  }

  private Optional<ChartKind> chart(Map<String, PlanNode> keys) {
    return keys.containsKey("chart")
        ? Optional.of(
            nodes.choice(
                keys, "chart", List.of(ChartKind.values()), ChartKind::word, ChartKind.COLUMNS))
        : Optional.empty();
  }

  private ReportPlan.Reading reading(
      String file, Map<String, PlanNode> keys, List<String> names, List<String> rowsOf) {
    boolean page = isPage(file);
    ReportPlan.Behind behind = behind(keys, page, !rowsOf.isEmpty());
    boolean fits =
        switch (behind) {
          case NONE -> true;
          case PAGE -> page;
          case SHEET, HIDDEN_SHEET, SEALED_SHEET -> file.toLowerCase(Locale.ROOT).endsWith(".xlsx");
        };
    if (!fits) {
      nodes.problem(
          keys.getOrDefault("rows", keys.get("summaries")),
          "rows: " + behind.word() + " is for files that end in " + (page ? ".xlsx" : ".html"));
    }
    if (keys.containsKey("columns") && behind == ReportPlan.Behind.NONE) {
      nodes.problem(keys.get("columns"), "columns: are those of rows:, which isn't there");
    }
    String forEach = word(keys, "for_each");
    if (!forEach.isEmpty() && !file.contains("{" + forEach + "}")) {
      nodes.problem(
          keys.get("for_each"), "the file's name should have {" + forEach + "} in it: " + file);
    }
    List<AxisItem> filters = filters(keys);
    List<String> columns = texts(keys, "columns");
    for (AxisItem filter : filters) {
      filter.value().names().forEach(name -> refuseUnknown(keys, "filters", name, names));
    }
    columns.forEach(name -> refuseUnknown(keys, "columns", name, names));
    if (!forEach.isEmpty()) {
      refuseUnknown(keys, "for_each", forEach, names);
    }
    return new ReportPlan.Reading(filters, behind, rowsOf, columns, forEach);
  }

  /** Where the rows are; where some summary shows them and nothing is said, in plain sight. */
  private ReportPlan.Behind behind(Map<String, PlanNode> keys, boolean page, boolean shown) {
    ReportPlan.Behind sight = page ? ReportPlan.Behind.PAGE : ReportPlan.Behind.SHEET;
    ReportPlan.Behind behind =
        nodes.choice(
            keys,
            "rows",
            List.of(ReportPlan.Behind.values()),
            ReportPlan.Behind::word,
            shown ? sight : ReportPlan.Behind.NONE);
    if (shown && behind == ReportPlan.Behind.NONE) {
      nodes.problem(keys.get("rows"), "rows: none, and a summary has show: [rows]");
    }
    return behind;
  }

  /** Refuses a column that no dataset of the report's summaries has. */
  private void refuseUnknown(
      Map<String, PlanNode> keys, String key, String column, List<String> names) {
    Set<String> known = new LinkedHashSet<>();
    for (String name : names) {
      SummaryPlan summary = summaries.get(name);
      DatasetPlan dataset = summary == null ? null : datasets.get(summary.dataset());
      if (dataset != null) {
        known.addAll(dataset.schema().names());
        Origin.columns().forEach(origin -> known.add(origin.name()));
      }
    }
    if (!known.isEmpty() && !known.contains(column)) {
      nodes.problem(keys.get(key), key + ": no column " + column + Nearest.hint(column, known));
    }
  }

  private static boolean isPage(String file) {
    return file.toLowerCase(Locale.ROOT).endsWith(".html");
  }

  private List<AxisItem> filters(Map<String, PlanNode> keys) {
    List<AxisItem> filters = new ArrayList<>();
    if (keys.containsKey("filters")) {
      for (PlanNode.Text text : nodes.texts(keys.get("filters"), "filters")) {
        try {
          filters.add(AxisItem.parse(text.text()));
        } catch (ExpressionException e) {
          nodes.problem(text, "filters: " + e.getMessage());
        }
      }
    }
    return filters;
  }

  private void addSummary(PlanNode.Text name, List<String> names) {
    if (!summaries.containsKey(name.text())) {
      nodes.problem(
          name, "no summary " + name.text() + Nearest.hint(name.text(), summaries.keySet()));
    }
    names.add(name.text());
  }

  private String word(Map<String, PlanNode> keys, String key) {
    PlanNode node = keys.get(key);
    return node == null ? "" : nodes.text(node, key).map(PlanNode.Text::text).orElse("");
  }

  private List<String> texts(Map<String, PlanNode> keys, String key) {
    PlanNode node = keys.get(key);
    return node == null
        ? List.of()
        : nodes.texts(node, key).stream().map(PlanNode.Text::text).toList();
  }
}
