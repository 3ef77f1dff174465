package baddle.plan;

import baddle.core.finding.Nearest;
import baddle.core.value.Calendar;
import baddle.core.value.Habit;
import baddle.core.value.MonthNames;
import baddle.core.value.PeriodText;
import baddle.core.value.ValueRules;
import java.io.IOException;
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

  private final NodeReader nodes = new NodeReader();

  private PlanReader() {}

  /**
   * Reads a plan file.
   *
   * @throws PlanException if it can't be followed
   */
  public static Plan read(Path file) throws IOException, PlanException {
    return read(file, Map.of());
  }

  /**
   * Reads a plan file that has parameters.
   *
   * @param parameters values by name; the others have their defaults
   * @throws PlanException if it can't be followed, or a parameter has no value
   */
  public static Plan read(Path file, Map<String, String> parameters)
      throws IOException, PlanException {
    try (Reader text = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
      return read(text, String.valueOf(file.getFileName()), parameters);
    }
  }

  /**
   * Reads a plan.
   *
   * @param name what it is called in messages
   * @throws PlanException if it can't be followed
   */
  public static Plan read(Reader text, String name) throws IOException, PlanException {
    return read(text, name, Map.of());
  }

  private static Plan read(Reader text, String name, Map<String, String> parameters)
      throws IOException, PlanException {
    PlanNode root;
    try {
      root = PlanParser.parse(text);
    } catch (PlanParser.Problem e) {
      throw new PlanException(name, List.of(e.problem()));
    }
    PlanReader reader = new PlanReader();
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
    Map<String, DatasetPlan> datasets = new LinkedHashMap<>();
    ValueCheck values = new ValueCheck(nodes, rules);
    DatasetReader datasetReader = new DatasetReader(nodes, values);
    forEach(keys, "datasets", (name, node) -> datasets.put(name, datasetReader.read(name, node)));
    if (datasets.isEmpty() && nodes.problems().isEmpty()) {
      nodes.problem(root, "a plan needs datasets: with at least one dataset");
    }
    Map<String, FeedPlan> feeds = new LinkedHashMap<>();
    ShapingReader shaping = new ShapingReader(nodes, values, periods, calendar);
    Map<String, DatabasePlan> databases = new LinkedHashMap<>();
    DatabaseReader databaseReader = new DatabaseReader(nodes);
    forEach(
        keys,
        "databases",
        (name, node) -> databaseReader.read(name, node).ifPresent(one -> databases.put(name, one)));
    FeedReader feedReader = new FeedReader(nodes, datasets, databases, periods, rules, shaping);
    Map<String, LookupPlan> lookups = new LinkedHashMap<>();
    List<String> lookupNames = new ArrayList<>();
    LookupReader lookupReader = new LookupReader(nodes, datasets, feedReader, values);
    forEach(
        keys,
        "lookups",
        (name, node) -> {
          lookupNames.add(name);
          lookupReader.read(name, node).ifPresent(lookup -> lookups.put(name, lookup));
        });
    DerivedReader derived = new DerivedReader(nodes, lookups, lookupNames, calendar);
    forEach(
        keys,
        "datasets",
        (name, node) -> datasets.computeIfPresent(name, (n, d) -> derived.ordered(d, node)));
    forEach(
        keys,
        "datasets",
        (name, node) ->
            Optional.ofNullable(datasets.get(name))
                .ifPresent(dataset -> derived.checkCircles(datasets, dataset, node)));
    forEach(
        keys,
        "feeds",
        (name, node) -> feedReader.read(name, node).ifPresent(feed -> feeds.put(name, feed)));
    datasets.replaceAll((name, dataset) -> dataset.readingBy(writing(name, feeds, rules)));
    Map<String, SummaryPlan> summaries = new LinkedHashMap<>();
    SummaryReader summaryReader = new SummaryReader(nodes, datasets, lookups, calendar);
    forEach(
        keys,
        "summaries",
        (name, node) ->
            summaryReader.read(name, node).ifPresent(summary -> summaries.put(name, summary)));
    List<CheckRule> checks =
        keys.containsKey("checks")
            ? new ChecksReader(nodes, periods).read(keys.get("checks"))
            : List.of();
    List<ReportPlan> reports = new ArrayList<>();
    ReportReader reportReader = new ReportReader(nodes, datasets, summaries);
    List<TableReport> tables = new ArrayList<>();
    forEach(
        keys,
        "reports",
        (name, node) -> {
          if (ReportReader.isTable(node)) {
            reportReader.table(name, node, databases).ifPresent(tables::add);
          } else {
            reportReader.read(name, node).ifPresent(reports::add);
          }
        });
    List<FillPlan> fills = new ArrayList<>();
    FillReader fillReader = new FillReader(nodes, datasets, periods, calendar);
    forEach(keys, "fills", (name, node) -> fillReader.read(name, node).ifPresent(fills::add));
    return new Plan(
        calendar,
        periods,
        datasets,
        feeds,
        lookups,
        summaries,
        reports,
        fills,
        checks,
        restatement(keys),
        store(keys),
        keys.containsKey("style")
            ? new StyleReader(nodes).read(keys.get("style"))
            : StylePlan.PLAIN,
        parameters,
        databases,
        tables,
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

  private static Optional<Habit> common(List<Optional<Habit>> stated) {
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

  @FunctionalInterface
  private interface Section {
    void read(String name, PlanNode node);
  }

  private void forEach(Map<String, PlanNode> keys, String section, Section use) {
    PlanNode node = keys.get(section);
    if (node != null) {
      nodes.entries(node, section).forEach((name, entry) -> use.read(name, entry.value()));
    }
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
      if (text.text().matches("[a-z]{2,3}(-[A-Za-z0-9]+)*") && isKnown(language)) {
        languages.add(language);
      } else {
        nodes.problem(text, text.text() + " is no language; expected a code such as en or de");
      }
    }
    return languages.isEmpty() ? MonthNames.english() : new MonthNames(languages);
  }

  private static boolean isKnown(Locale language) {
    return Stream.of(Locale.getAvailableLocales())
        .anyMatch(known -> known.getLanguage().equals(language.getLanguage()));
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
