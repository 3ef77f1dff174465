package baddle.cli.figures;

import baddle.app.Project;
import baddle.app.plain.FilesCrosstab;
import baddle.app.reading.Inputs;
import baddle.app.summarize.Figures;
import baddle.app.summarize.Summarizer;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.DatasetNames;
import baddle.cli.options.FigureOutput;
import baddle.cli.options.FindingLines;
import baddle.cli.options.Status;
import baddle.cli.options.TableOptions;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.calendar.Calendar;
import baddle.core.crosstab.spec.ChartKind;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.core.finding.Finding;
import baddle.core.finding.Nearest;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import baddle.plan.read.SummaryDraft;
import baddle.reports.ReportHead;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Month;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.cli.Option;

/** {@code baddle crosstab}. */
final class CrosstabCommand implements Command {

  /** The options that are keys of a summary, with the key, what follows and what they are for. */
  private static final Map<String, List<String>> PIECES = new LinkedHashMap<>();

  /** The options of pieces that may be given several times. */
  private static final List<String> SEVERAL =
      List.of("down", "across", "measure", "order", "keep", "show-empty");

  static {
    piece("of", "of", "DATASET", "the dataset, where the plan has several");
    piece("down", "down", "ITEM", "a column down the side, such as site or \"date by month\"");
    piece("across", "across", "ITEM", "a column across the top");
    piece("measure", "measures", "MEASURE", "such as \"sum(amount)\" or \"Lines: count(*)\"");
    piece("where", "where", "CONDITION", "which rows count, such as \"channel = 'trade'\"");
    piece("order", "order", "RULE", "such as \"site: Lines descending\"");
    piece("keep", "keep", "RULE", "such as \"site: {top: 5, by: Lines, rest: Others}\"");
    piece("show-empty", "show_empty", "RULE", "items without data: \"date by month: gaps\"");
    piece("totals", "totals", "RULE", "such as \"{subtotals: below, across: false}\"");
    piece("blanks", "blanks", "TEXT", "what is shown where there is no value");
    piece("locale", "locale", "TAG", "whose number marks are used, such as de");
  }

  private static final String TITLE = "title";
  private static final String CHART_KIND = "chart-kind";

  private static void piece(String option, String key, String argument, String purpose) {
    PIECES.put(option, List.of(key, argument, purpose));
  }

  @Override
  public CommandHead head() {
    return new CommandHead(
        "crosstab",
        "[FILE...] --down ITEM --across ITEM --measure MEASURE [options]",
        "builds a cross-tab of the dataset, or straight from files",
        "baddle crosstab inbox/trade/*.xlsx --down site --across \"date by month\""
            + " --measure \"sum(amount)\"",
        true,
        options());
  }

  private static List<Option> options() {
    List<Option> options = new ArrayList<>();
    PIECES.forEach(
        (option, piece) ->
            options.add(
                Option.builder()
                    .longOpt(option)
                    .hasArg()
                    .argName(piece.get(1))
                    .desc(piece.get(2) + (SEVERAL.contains(option) ? "; may be repeated" : ""))
                    .get()));
    options.add(
        Option.builder().longOpt(TITLE).hasArg().argName("TEXT").desc("what it is called").get());
    options.add(
        Option.builder()
            .longOpt(CHART_KIND)
            .hasArg()
            .argName("KIND")
            .desc("draw it in files as " + String.join(", ", kinds()))
            .get());
    options.add(
        Option.builder().longOpt("as-plan").desc("print it as a summary of a plan instead").get());
    options.addAll(IntoPlan.options());
    options.addAll(TableOptions.all());
    options.add(TableOptions.countAll());
    options.add(
        Option.builder()
            .longOpt("fiscal-year-starts")
            .hasArg()
            .argName("MONTH")
            .desc("of files: the month whose first day begins the fiscal year (default: January)")
            .get());
    options.addAll(FigureOutput.options());
    return options;
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    if (!options.arguments().isEmpty()) {
      options.refuseParameters();
    }
    boolean ofFiles = !options.arguments().isEmpty();
    if (!ofFiles) {
      TableOptions.refuse(options);
      if (options.has("fiscal-year-starts")) {
        throw new UsageException(
            "--fiscal-year-starts is for files; the plan's calendar: says it for datasets");
      }
    }
    Optional<IntoPlan> into = IntoPlan.of(options);
    SummaryDraft draft = draft(options, into.map(IntoPlan::summary));
    if (options.has("as-plan")) {
      if (!ofFiles) {
        of(draft, options.project(), options);
      } else {
        draft.spec();
      }
      console.out().print(draft.toYaml());
      return Status.DONE;
    }
    if (!ofFiles && options.planFile().isEmpty()) {
      throw new UsageException(
          "needs the files to read, or a plan here or in a folder above; --help has an example");
    }
    if (into.isPresent()) {
      return into.get().write(draft, look(options), console);
    }
    List<Path> files = ofFiles ? options.files() : List.of();
    Optional<Project> own = ofFiles ? Optional.<Project>empty() : Optional.of(options.project());
    FigureOutput output = FigureOutput.of(options, console, 1, Inputs.of(own, files));
    Figures figures;
    if (own.isPresent()) {
      Project project = own.get();
      figures = Summarizer.figures(project, List.of(of(draft, project, options)));
    } else {
      figures =
          FilesCrosstab.of(draft.spec(), calendar(options), TableOptions.plain(options))
              .figures(files);
    }
    if (!figures.crosstabs().isEmpty()) {
      output.write(
          figures,
          new ReportHead(
              "", "", List.of(), Map.of(name(options), look(options)), ReportHead.Trust.UNKNOWN));
    }
    List<Finding> findings = figures.findings();
    FindingLines.of(findings, options.verbose()).forEach(console.err()::println);
    return findings.stream().anyMatch(Finding::isError) ? Status.FINDINGS : Status.DONE;
  }

  private static List<String> kinds() {
    return Stream.of(ChartKind.values()).map(ChartKind::word).toList();
  }

  private static String name(CommandOptions options) {
    return options.value(TITLE).orElse("crosstab");
  }

  private static SummaryLook look(CommandOptions options) throws UsageException {
    Optional<String> wanted = options.value(CHART_KIND);
    Optional<ChartKind> kind =
        Stream.of(ChartKind.values())
            .filter(one -> one.word().equals(wanted.orElse("")))
            .findFirst();
    if (wanted.isPresent() && kind.isEmpty()) {
      throw new UsageException(
          "--chart-kind is one of "
              + String.join(", ", kinds())
              + Nearest.hint(wanted.get(), kinds()));
    }
    return new SummaryLook(options.value(TITLE).orElse(""), false, kind, false);
  }

  static SummaryPlan of(SummaryDraft draft, Project project, CommandOptions options)
      throws UsageException, PlanException {
    List<String> datasets = DatasetNames.of(project);
    Optional<String> given = options.value("of");
    if (given.isPresent()) {
      DatasetNames.known(project, given.get());
    } else if (datasets.size() > 1) {
      throw new UsageException(
          "needs --of, such as --of "
              + datasets.get(0)
              + "\ndatasets: "
              + String.join(", ", datasets));
    }
    return draft.of(project.plan());
  }

  private static Calendar calendar(CommandOptions options) throws UsageException {
    Optional<String> given = options.value("fiscal-year-starts");
    if (given.isEmpty()) {
      return Calendar.standard();
    }
    List<String> names = new ArrayList<>();
    for (Month month : Month.values()) {
      String name = month.getDisplayName(TextStyle.FULL, Locale.ENGLISH);
      if (name.equalsIgnoreCase(given.get())) {
        return new Calendar(month);
      }
      names.add(name);
    }
    throw new UsageException(
        "--fiscal-year-starts takes a month's name, not "
            + given.get()
            + Nearest.hint(given.get(), names));
  }

  private static SummaryDraft draft(CommandOptions options, Optional<String> name)
      throws UsageException, PlanException {
    if (options.values("measure").isEmpty()) {
      throw new UsageException("needs --measure, such as --measure \"sum(amount)\"");
    }
    if (options.values("down").isEmpty() && options.values("across").isEmpty()) {
      throw new UsageException("needs --down or --across, such as --down site");
    }
    SummaryDraft draft = new SummaryDraft(name.orElse(name(options)));
    for (Map.Entry<String, List<String>> piece : PIECES.entrySet()) {
      for (String text : options.values(piece.getKey())) {
        draft.add(piece.getValue().get(0), text);
      }
    }
    return draft;
  }
}
