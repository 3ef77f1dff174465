package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Languages;
import baddle.core.calendar.MonthNames;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.Nearest;
import baddle.core.value.Convention;
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
import java.time.DateTimeException;
import java.time.Month;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

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

  private PlanReader(boolean isSound) {
    nodes = new NodeReader(isSound);
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
    Map<String, PlanNode> calendarKeys =
        keys.containsKey("calendar")
            ? nodes.keys(keys.get("calendar"), "calendar", List.of("fiscal_year_starts", "zone"))
            : Map.of();
    Calendar calendar = calendar(calendarKeys);
    ZoneId zone = zone(calendarKeys);
    MonthNames months =
        keys.containsKey("languages") ? months(keys.get("languages")) : MonthNames.english();
    PeriodText periods = new PeriodText(months);
    ValueRules rules = ValueRules.STANDARD.with(months, zone);
    ValueCheck values = new ValueCheck(nodes, rules);
    DatasetPlanReader datasetReader = new DatasetPlanReader(nodes, values);
    Map<String, PlanNode> datasetNodes = section(keys, "datasets");
    PlanSection<DatasetPlan> columns =
        read(datasetNodes, (name, node) -> Optional.of(datasetReader.read(name, node)));
    if (columns.isEmpty() && nodes.problems().isEmpty()) {
      nodes.problem(root, "a plan needs datasets: with at least one dataset");
    }
    DatabaseReader databaseReader = new DatabaseReader(nodes);
    PlanSection<DatabasePlan> databases = read(section(keys, "databases"), databaseReader::read);
    ShapingReader shaping = new ShapingReader(nodes, values, periods, calendar);
    PlanSection<DatasetPlan> datasets = new PlanSection<>(lock);
    FeedReader feedReader = new FeedReader(nodes, datasets, databases, periods, rules, shaping);
    LookupReader lookupReader = new LookupReader(nodes, columns, feedReader, values);
    Map<String, PlanNode> lookupNodes = section(keys, "lookups");
    PlanSection<LookupPlan> lookups = read(lookupNodes, lookupReader::read);
    DerivedReader derived =
        new DerivedReader(nodes, lookups, List.copyOf(lookupNodes.keySet()), calendar);
    Map<String, PlanNode> feedNodes = section(keys, "feeds");
    PlanSection<FeedPlan> feeds = later(feedNodes, feedReader::read);
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
        datasets.then((name, dataset) -> dataset.readingBy(writing(name, feeds, rules)));
    SummaryReader summaryReader = new SummaryReader(nodes, written, lookups, calendar);
    PlanSection<SummaryPlan> summaries = read(section(keys, "summaries"), summaryReader::read);
    List<CheckRule> checks =
        keys.containsKey("checks")
            ? new ChecksReader(nodes, periods).read(keys.get("checks"))
            : List.of();
    ReportReader reportReader = new ReportReader(nodes, written, summaries);
    Map<String, PlanNode> reportNodes = new LinkedHashMap<>();
    Map<String, PlanNode> tableNodes = new LinkedHashMap<>();
    section(keys, "reports")
        .forEach(
            (name, node) ->
                (ReportReader.isTable(node) ? tableNodes : reportNodes).put(name, node));
    PlanSection<ReportPlan> reports = read(reportNodes, reportReader::read);
    PlanSection<TableReport> tables =
        read(tableNodes, (name, node) -> reportReader.table(name, node, databases));
    FillReader fillReader = new FillReader(nodes, written, periods, calendar);
    PlanSection<FillPlan> fills = read(section(keys, "fills"), fillReader::read);
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

  /** How the values of a dataset are written, as far as all of its feeds state the same. */
  private static ValueRules writing(
      String dataset, Map<String, FeedPlan> feeds, ValueRules standard) {
    List<ValueRules> stated =
        feeds.values().stream()
            .filter(feed -> feed.dataset().equals(dataset))
            .map(FeedPlan::rules)
            .toList();
    return new ValueRules(
        common(stated.stream().map(ValueRules::decimal).distinct().toList()),
        common(stated.stream().map(ValueRules::dates).distinct().toList()),
        standard.years(),
        standard.months(),
        standard.dash(),
        standard.unreadable(),
        Optional.empty(),
        standard.firstDay(),
        standard.zone());
  }

  private static Optional<Convention> common(List<Optional<Convention>> stated) {
    return stated.size() == 1 ? stated.get(0) : Optional.empty();
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

  /** Reads one entry of a section; empty where it can't be followed. */
  @FunctionalInterface
  private interface EntryReader<V> {
    Optional<V> read(String name, PlanNode node);
  }

  private Map<String, PlanNode> section(Map<String, PlanNode> keys, String section) {
    Map<String, PlanNode> values = new LinkedHashMap<>();
    PlanNode node = keys.get(section);
    if (node != null) {
      nodes.entries(node, section).forEach((name, entry) -> values.put(name, entry.value()));
    }
    return values;
  }

  private <V> PlanSection<V> later(Map<String, PlanNode> section, EntryReader<V> reader) {
    PlanSection<V> entries = new PlanSection<>(lock);
    section.forEach(
        (name, node) ->
            entries.add(
                name,
                () -> {
                  Optional<V> entry = reader.read(name, node);
                  if (nodes.isSound() && !nodes.problems().isEmpty()) {
                    throw new IllegalStateException(
                        "a plan known to be sound isn't: " + nodes.problems());
                  }
                  return entry;
                }));
    return entries;
  }

  /** A section that is read at once, unless the plan is known to be sound. */
  private <V> PlanSection<V> read(Map<String, PlanNode> section, EntryReader<V> reader) {
    PlanSection<V> entries = later(section, reader);
    if (!nodes.isSound()) {
      entries.readAll();
    }
    return entries;
  }

  private void checkVersion(PlanNode root, Map<String, PlanNode> keys) {
    PlanNode version = keys.get("baddle");
    if (version == null) {
      nodes.problem(root, "a plan begins with baddle: 1, the version of its format");
    } else if (!(version instanceof PlanNode.Text text) || !text.text().equals("1")) {
      nodes.problem(version, "baddle: should be 1, the only version of the plan's format so far");
    }
  }

  private MonthNames months(PlanNode node) {
    List<Locale> languages = new ArrayList<>();
    for (PlanNode.Text text : nodes.texts(node, "languages")) {
      Locale language = Locale.forLanguageTag(text.text());
      if (text.text().matches("[a-z]{2,3}(-[A-Za-z0-9]+)*") && Languages.isKnown(language)) {
        languages.add(language);
      } else {
        nodes.problem(text, text.text() + " is no language; expected a code such as en or de");
      }
    }
    return languages.isEmpty() ? MonthNames.english() : new MonthNames(languages);
  }

  private ZoneId zone(Map<String, PlanNode> keys) {
    PlanNode node = keys.get("zone");
    if (node == null) {
      return ValueRules.STANDARD.zone();
    }
    Optional<PlanNode.Text> text = nodes.text(node, "zone");
    try {
      return text.map(name -> ZoneId.of(name.text())).orElse(ValueRules.STANDARD.zone());
    } catch (DateTimeException e) {
      nodes.problem(node, "zone: should be a time zone such as Europe/London or UTC");
      return ValueRules.STANDARD.zone();
    }
  }

  private Calendar calendar(Map<String, PlanNode> keys) {
    PlanNode month = keys.get("fiscal_year_starts");
    if (month == null) {
      return Calendar.standard();
    }
    Optional<PlanNode.Text> name = nodes.text(month, "fiscal_year_starts");
    Optional<Month> starts = name.flatMap(text -> month(text.text()));
    if (name.isPresent() && starts.isEmpty()) {
      List<String> months = Stream.of(Month.values()).map(PlanReader::name).toList();
      nodes.problem(
          month,
          "fiscal_year_starts should be a month's name, not "
              + name.get().text()
              + Nearest.hint(name.get().text(), months));
    }
    return new Calendar(starts.orElse(Month.JANUARY));
  }

  private static Optional<Month> month(String name) {
    return Stream.of(Month.values()).filter(m -> name(m).equalsIgnoreCase(name)).findFirst();
  }

  private static String name(Month month) {
    return month.name().charAt(0) + month.name().substring(1).toLowerCase(Locale.ROOT);
  }
}
