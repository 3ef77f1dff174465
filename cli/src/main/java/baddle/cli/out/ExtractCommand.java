package baddle.cli.out;

import baddle.app.Progress;
import baddle.app.Progress.Work;
import baddle.app.Project;
import baddle.app.export.RowsFile;
import baddle.app.extract.Extract;
import baddle.app.extract.ExtractedLine;
import baddle.app.extract.QueryExtract;
import baddle.app.results.QueryLine;
import baddle.app.results.QueryLines;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Nearest;
import baddle.core.value.ColumnType;
import baddle.plan.FeedPlan;
import baddle.plan.PlanException;
import baddle.plan.QueryPlan;
import baddle.plan.database.DatabasePlan;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle extract}. */
final class ExtractCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "extract",
        "FEED --out FILE [options] | --query-file FILE --out FILE [options]",
        "asks a database for each line of a list, and writes a file for each",
        "baddle extract adjustments --plan adjustments.yaml --out \"extracts/{Site}.xlsx\"",
        true,
        options());
  }

  private static List<Option> options() {
    List<Option> options = new ArrayList<>();
    options.add(
        option(
            "out", "FILE", ".csv, .xlsx, .ods, .jsonl, .json or .db; {NAME} is a value of a line"));
    options.add(
        option("for-each", "LIST", "a file with a line for each time (default: the feed's list)"));
    options.add(option("query-file", "FILE", "the statement, where no feed of the plan has it"));
    options.add(option("database", "NAME", "with --query-file: which of the plan's databases"));
    options.add(
        Option.builder()
            .longOpt("again")
            .desc("write all files, also those whose rows are unchanged")
            .get());
    options.addAll(CsvFormOptions.all());
    return options;
  }

  private static Option option(String name, String argument, String purpose) {
    return Option.builder().longOpt(name).hasArg().argName(argument).desc(purpose).get();
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Project project = options.project();
    String out =
        options
            .value("out")
            .orElseThrow(() -> new UsageException("name the output with --out FILE"));
    Optional<String> problem = RowsFile.endingProblem(Path.of(out));
    if (problem.isPresent()) {
      throw new UsageException("--out: " + problem.get());
    }
    QueryExtract extracting;
    try {
      extracting = new QueryExtract(project, extract(project, out, options, console));
    } catch (IllegalArgumentException e) {
      throw new UsageException(e.getMessage());
    }
    Progress progress = options.progress();
    ExtractText text = new ExtractText(console.folder());
    List<ExtractedLine> lines;
    try {
      progress.begin(Work.FETCHING, extracting.lines(), 0);
      lines = extracting.run(line -> progress.step(Work.FETCHING, 1, 0, line.rows()));
    } catch (IllegalArgumentException e) {
      throw new UsageException(e.getMessage());
    } finally {
      progress.end(Work.FETCHING);
    }
    if (options.json()) {
      console.out().print(text.json(lines) + "\n");
    } else if (!options.quiet()) {
      text.lines(lines, options.verbose(), options.style()).forEach(console.out()::println);
    } else {
      text.failures(lines).forEach(console.err()::println);
    }
    boolean failed = lines.stream().anyMatch(line -> line.state() == ExtractedLine.State.FAILED);
    return failed ? Status.FINDINGS : Status.DONE;
  }

  private static Extract extract(
      Project project, String out, CommandOptions options, Console console)
      throws UsageException, IOException {
    Optional<Path> list = options.value("for-each").map(console.folder()::resolve);
    QueryPlan query;
    Map<String, ColumnType> types = Map.of();
    ZoneId zone;
    List<QueryLine> lines;
    if (options.has("query-file")) {
      if (!options.arguments().isEmpty()) {
        throw new UsageException("a feed and --query-file exclude each other");
      }
      query = ofFile(project, options, console);
      zone = project.plan().zone();
      lines =
          new QueryLines(project)
              .lines(
                  query.database().name(),
                  list.isPresent() ? listed(list.get()) : List.of(Map.of()),
                  Optional.empty(),
                  LocalDate.now(zone));
    } else {
      FeedPlan feed = feed(project, options.arguments());
      types = Extract.types(Objects.requireNonNull(project.plan().datasets().get(feed.dataset())));
      query = feed.query().orElseThrow();
      zone = feed.rules().zone();
      LocalDate today = LocalDate.now(zone);
      QueryLines all = new QueryLines(project);
      String name = query.database().name() + "/" + feed.name();
      lines =
          list.isPresent()
              ? all.lines(name, listed(list.get()), query.periods(), today)
              : all.of(project, feed, today);
    }
    return new Extract(
        query,
        lines,
        zone,
        console.folder(),
        out,
        types,
        CsvFormOptions.read(options),
        options.has("again"));
  }

  private static List<Map<String, String>> listed(Path list) throws IOException {
    return QueryLines.listed(list, list.toString());
  }

  private static QueryPlan ofFile(Project project, CommandOptions options, Console console)
      throws UsageException {
    Collection<String> known = project.plan().databases().keySet();
    if (known.isEmpty()) {
      throw new UsageException("the plan has no databases:");
    }
    String name =
        options
            .value("database")
            .or(() -> known.size() == 1 ? known.stream().findFirst() : Optional.empty())
            .orElseThrow(
                () -> new UsageException("name one with --database: " + String.join(", ", known)));
    DatabasePlan database = project.plan().databases().get(name);
    if (database == null) {
      throw new UsageException("no database " + name + Nearest.hint(name, known));
    }
    Path file = console.folder().resolve(options.value("query-file").orElseThrow());
    return new QueryPlan(
        database,
        QueryPlan.Kind.QUERY_FILE,
        file.toAbsolutePath().toString(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static FeedPlan feed(Project project, List<String> arguments) throws UsageException {
    List<String> known =
        project.plan().feeds().values().stream()
            .filter(feed -> feed.query().isPresent())
            .map(FeedPlan::name)
            .toList();
    if (known.isEmpty()) {
      throw new UsageException("no feed of the plan asks a database; --query-file has a statement");
    }
    if (arguments.size() > 1) {
      throw new UsageException("extract takes one feed at a time");
    }
    String name = arguments.isEmpty() && known.size() == 1 ? known.get(0) : "";
    String wanted = arguments.isEmpty() ? name : arguments.get(0);
    if (!known.contains(wanted)) {
      throw new UsageException(
          (wanted.isEmpty()
                  ? "name the feed: "
                  : "no feed " + wanted + " asks a database; those do: ")
              + String.join(", ", known));
    }
    return Objects.requireNonNull(project.plan().feeds().get(wanted));
  }
}
