package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.MonthNames;
import baddle.core.calendar.PeriodText;
import baddle.core.value.ValueRules;
import baddle.plan.CheckRule;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.LookupPlan;
import baddle.plan.Parameters;
import baddle.plan.Plan;
import baddle.plan.PlanException;
import baddle.plan.PlanSection;
import baddle.plan.Restatement;
import baddle.plan.SectionList;
import baddle.plan.database.DatabasePlan;
import baddle.plan.output.FillPlan;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.StylePlan;
import baddle.plan.output.SummaryPlan;
import baddle.plan.output.TableReport;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** Reads a plan and checks it; all problems are reported at once. */
public final class PlanReader {

  private static final List<String> KEYS =
      List.of(
          "baddle",
          "parameters",
          "store",
          "calendar",
          "languages",
          "databases",
          "datasets",
          "feeds",
          "lookups",
          "summaries",
          "reports",
          "fills",
          "checks",
          "closing",
          "style");

  private final NodeReader nodes;
  private final Object lock = new Object();
  private final SectionReader sections;

  private PlanReader(boolean isSound) {
    nodes = new NodeReader(isSound);
    sections = new SectionReader(nodes, lock);
  }

  /**
   * Reads a plan file.
   *
   * @throws PlanException if it can't be followed
   */
  public static Plan read(Path file) throws IOException, PlanException {
    return read(file, Map.of(), Optional.empty());
  }

  /**
   * Reads a plan file that has parameters.
   *
   * @param parameters values by name; the others have their defaults
   * @param known what this program has found out about the file before; kept there for the next
   *     time
   * @throws PlanException if it can't be followed, or a parameter has no value
   */
  public static Plan read(Path file, Map<String, String> parameters, Optional<KnownPlan> known)
      throws IOException, PlanException {
    String name = String.valueOf(file.getFileName());
    byte[] text = Files.readAllBytes(file);
    Optional<PlanNode> sound =
        parameters.isEmpty() && known.isPresent() ? known.get().nodes(text) : Optional.empty();
    if (sound.isPresent()) {
      return new PlanReader(true).plan(sound.get(), Parameters.NONE);
    }
    PlanNode root = parse(text, name);
    Plan plan = read(root, name, parameters);
    if (known.isPresent() && plan.parameters().values().isEmpty()) {
      known.get().keep(text, root);
    }
    return plan;
  }

  /**
   * Reads a plan.
   *
   * @param name what it is called in messages
   * @throws PlanException if it can't be followed
   */
  public static Plan read(Reader text, String name) throws IOException, PlanException {
    return read(parse(text, name), name, Map.of());
  }

  private static PlanNode parse(byte[] text, String name) throws IOException, PlanException {
    try (Reader reader =
        new InputStreamReader(
            new ByteArrayInputStream(text), StandardCharsets.UTF_8.newDecoder())) {
      return parse(reader, name);
    }
  }

  private static PlanNode parse(Reader text, String name) throws IOException, PlanException {
    try {
      return PlanParser.parse(text);
    } catch (PlanParser.Problem e) {
      throw new PlanException(name, List.of(e.problem()));
    }
  }

  private static Plan read(PlanNode root, String name, Map<String, String> parameters)
      throws PlanException {
    PlanReader reader = new PlanReader(false);
    ParameterReader filled = new ParameterReader(reader.nodes);
    PlanNode withValues = filled.read(root, parameters);
    reader.refuseProblems(name);
    Plan plan = reader.plan(withValues, filled.parameters());
    reader.refuseProblems(name);
    return plan;
  }

  private void refuseProblems(String name) throws PlanException {
    if (!nodes.problems().isEmpty()) {
      throw new PlanException(name, nodes.problems());
    }
  }

  private Plan plan(PlanNode root, Parameters parameters) {
    Map<String, PlanNode> keys = nodes.keys(root, "the plan", KEYS);
    checkVersion(root, keys);
    PlanCalendarReader time = new PlanCalendarReader(nodes, keys);
    Calendar calendar = time.calendar();
    ZoneId zone = time.zone();
    MonthNames months =
        keys.containsKey("languages") ? time.months(keys.get("languages")) : MonthNames.english();
    PeriodText periods = new PeriodText(months);
    ValueRules rules = ValueRules.STANDARD.with(months, zone);
    ValueCheck values = new ValueCheck(nodes, rules);
    DatasetPlanReader datasetReader = new DatasetPlanReader(nodes, values);
    Map<String, PlanNode> datasetNodes = sections.entries(keys, "datasets");
    PlanSection<DatasetPlan> columns =
        sections.read(datasetNodes, (name, node) -> Optional.of(datasetReader.read(name, node)));
    if (columns.isEmpty() && nodes.problems().isEmpty()) {
      nodes.problem(root, "a plan needs datasets: with at least one dataset");
    }
    DatabaseReader databaseReader = new DatabaseReader(nodes);
    PlanSection<DatabasePlan> databases =
        sections.read(sections.entries(keys, "databases"), databaseReader::read);
    ShapingReader shaping = new ShapingReader(nodes, values, periods, calendar);
    PlanSection<DatasetPlan> datasets = new PlanSection<>(lock);
    FeedReader feedReader = new FeedReader(nodes, datasets, databases, periods, rules, shaping);
    LookupReader lookupReader = new LookupReader(nodes, columns, feedReader, values);
    Map<String, PlanNode> lookupNodes = sections.entries(keys, "lookups");
    PlanSection<LookupPlan> lookups = sections.read(lookupNodes, lookupReader::read);
    DerivedReader derived =
        new DerivedReader(nodes, lookups, List.copyOf(lookupNodes.keySet()), calendar);
    Map<String, PlanNode> feedNodes = sections.entries(keys, "feeds");
    PlanSection<FeedPlan> feeds = sections.later(feedNodes, feedReader::read);
    columns.forEachLater(
        (name, dataset) ->
            datasets.add(
                name,
                () ->
                    Optional.of(
                        derived.ordered(
                            dataset.get(), Objects.requireNonNull(datasetNodes.get(name))))));
    if (!nodes.isSound()) {
      datasets.readAll();
      datasetNodes.forEach(
          (name, node) ->
              Optional.ofNullable(datasets.get(name))
                  .ifPresent(dataset -> derived.checkCircles(datasets, dataset, node)));
      feeds.readAll();
    }
    PlanSection<DatasetPlan> written =
        datasets.then((name, dataset) -> dataset.readingBy(CommonWriting.of(name, feeds, rules)));
    SummaryReader summaryReader = new SummaryReader(nodes, written, lookups, calendar);
    PlanSection<SummaryPlan> summaries =
        sections.read(sections.entries(keys, "summaries"), summaryReader::read);
    List<CheckRule> checks =
        keys.containsKey("checks")
            ? new ChecksReader(nodes, periods).read(keys.get("checks"))
            : List.of();
    ReportReader reportReader = new ReportReader(nodes, written, summaries);
    Map<String, PlanNode> reportNodes = new LinkedHashMap<>();
    Map<String, PlanNode> tableNodes = new LinkedHashMap<>();
    sections
        .entries(keys, "reports")
        .forEach(
            (name, node) ->
                (ReportReader.isTable(node) ? tableNodes : reportNodes).put(name, node));
    PlanSection<ReportPlan> reports = sections.read(reportNodes, reportReader::read);
    PlanSection<TableReport> tables =
        sections.read(tableNodes, (name, node) -> reportReader.table(name, node, databases));
    FillReader fillReader = new FillReader(nodes, written, periods, calendar);
    PlanSection<FillPlan> fills = sections.read(sections.entries(keys, "fills"), fillReader::read);
    return new Plan(
        calendar,
        periods,
        written,
        feeds,
        lookups,
        summaries,
        new SectionList<>(reports),
        new SectionList<>(fills),
        checks,
        restatement(keys),
        store(keys),
        keys.containsKey("style")
            ? new StyleReader(nodes).read(keys.get("style"))
            : StylePlan.PLAIN,
        parameters,
        databases,
        new SectionList<>(tables),
        zone);
  }

  private String store(Map<String, PlanNode> plan) {
    PlanNode node = plan.get("store");
    Optional<PlanNode.Text> name = node == null ? Optional.empty() : nodes.text(node, "store");
    if (name.isPresent() && !name.get().text().matches("[\\p{L}\\p{N}][\\p{L}\\p{N}_-]*")) {
      nodes.problem(name.get(), "store: should be a plain name of letters, digits, - and _");
    }
    return name.map(PlanNode.Text::text).orElse("");
  }

  private Restatement restatement(Map<String, PlanNode> plan) {
    PlanNode closing = plan.get("closing");
    if (closing == null) {
      return Restatement.KEEP_OUT;
    }
    Map<String, PlanNode> keys = nodes.keys(closing, "closing", List.of("restatements"));
    return nodes.choice(
        keys,
        "restatements",
        List.of(Restatement.values()),
        Restatement::words,
        Restatement.KEEP_OUT);
  }

  private void checkVersion(PlanNode root, Map<String, PlanNode> keys) {
    PlanNode version = keys.get("baddle");
    if (version == null) {
      nodes.problem(root, "a plan begins with baddle: 1, the version of its format");
    } else if (!(version instanceof PlanNode.Text text) || !text.text().equals("1")) {
      nodes.problem(version, "baddle: should be 1, the only version of the plan's format so far");
    }
  }
}
