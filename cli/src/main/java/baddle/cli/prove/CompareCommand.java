package baddle.cli.prove;

import baddle.app.Project;
import baddle.app.compare.CompareException;
import baddle.app.compare.Comparison;
import baddle.app.compare.SummaryComparison;
import baddle.app.lists.ChangedRowsFile;
import baddle.app.lists.MovementTable;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.DatasetNames;
import baddle.cli.options.ListOutput;
import baddle.cli.options.Status;
import baddle.cli.options.SummaryNames;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.calendar.Period;
import baddle.core.finding.NumberText;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.apache.commons.cli.Option;

/** {@code baddle compare}. */
final class CompareCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "compare",
        "[A [B]] [options]",
        "shows what moved between two batches or periods, and which sources caused it",
        "baddle compare 2026-02 2026-03 --summary revenue-by-site",
        true,
        List.of(
            Option.builder()
                .longOpt("summary")
                .hasArg()
                .argName("NAME")
                .desc("only this summary (default: all)")
                .get(),
            Option.builder()
                .longOpt("since-close")
                .hasArg()
                .optionalArg(true)
                .argName("PERIOD")
                .desc("a closed period against what it was closed with (default: the last)")
                .get(),
            ListOutput.outOption(),
            Option.builder()
                .longOpt("rows")
                .hasArg()
                .argName("DATASET")
                .desc("with --out: the rows added, removed and altered, with old and new values")
                .get(),
            Option.builder()
                .longOpt("min-movement")
                .hasArg()
                .argName("N")
                .desc("pass over figures that moved by less")
                .get()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Optional<Comparison> kept =
        options
            .planAlone("rows", "summary", "since-close", "out")
            .flatMap(plan -> SummaryComparison.kept(plan).get());
    if (kept.isPresent()) {
      show(kept.get(), options, console, least(options));
      return Status.DONE;
    }
    Project project = options.project();
    if (options.has("rows")) {
      return rows(project, options, console);
    }
    List<SummaryPlan> summaries =
        SummaryNames.known(project, options.values("summary").stream().toList());
    BigDecimal least = least(options);
    List<String> given = options.arguments();
    if (given.size() > 2) {
      throw new UsageException("compare takes two batches or two periods at most");
    }
    Comparison comparison =
        options.has("since-close")
            ? sinceClose(project, summaries, options)
            : compare(project, summaries, given);
    Optional<Path> out = ListOutput.file(options, console, Optional.of(project));
    if (out.isPresent()) {
      ListOutput.put(
          MovementTable.of(comparison, least),
          out,
          Optional.of(project.planFile()),
          options,
          console);
    } else {
      show(comparison, options, console, least);
    }
    return Status.DONE;
  }

  private static void show(
      Comparison comparison, CommandOptions options, Console console, BigDecimal least)
      throws IOException {
    if (options.json()) {
      console.out().print(CompareText.json(comparison, least) + "\n");
    } else if (!options.quiet()) {
      new CompareText(options.style(), least, options.verbose() ? Integer.MAX_VALUE : 12)
          .lines(comparison)
          .forEach(console.out()::println);
    }
  }

  private static int rows(Project project, CommandOptions options, Console console)
      throws UsageException, IOException {
    List<String> given = options.arguments();
    Path out =
        ListOutput.file(options, console, Optional.of(project))
            .orElseThrow(() -> new UsageException("--rows needs --out FILE"));
    if (options.has("since-close") || !given.stream().allMatch(CompareCommand::isBatch)) {
      throw new UsageException("--rows compares two batches");
    }
    String dataset = DatasetNames.known(project, options.value("rows").orElse(""));
    try {
      long rows =
          ChangedRowsFile.write(
              out, project, dataset, batch(given, 0), batch(given, 1), ListOutput.FORM);
      if (!options.quiet()) {
        console.out().println("written: " + out + ", " + NumberText.counted(rows, "row"));
      }
      return Status.DONE;
    } catch (CompareException e) {
      throw new UsageException(e.getMessage());
    }
  }

  private static OptionalInt batch(List<String> given, int at) {
    return at < given.size()
        ? OptionalInt.of(Integer.parseInt(given.get(at)))
        : OptionalInt.empty();
  }

  private static Comparison sinceClose(
      Project project, List<SummaryPlan> summaries, CommandOptions options)
      throws UsageException, IOException {
    if (!options.arguments().isEmpty()) {
      throw new UsageException("--since-close and batches or periods exclude each other");
    }
    Optional<String> given = options.value("since-close");
    Optional<Period> period =
        given.isEmpty() ? Optional.empty() : Optional.of(period(project, given.get()));
    try {
      return new SummaryComparison(project).sinceClose(summaries, period);
    } catch (CompareException e) {
      throw new UsageException(e.getMessage());
    }
  }

  private static Comparison compare(
      Project project, List<SummaryPlan> summaries, List<String> given)
      throws UsageException, IOException {
    SummaryComparison comparing = new SummaryComparison(project);
    boolean batches = given.stream().allMatch(CompareCommand::isBatch);
    if (batches) {
      return comparing.batches(summaries, batch(given, 0), batch(given, 1));
    }
    if (given.size() < 2) {
      throw new UsageException("compare needs two periods, such as 2026-02 2026-03");
    }
    Period first = period(project, given.get(0));
    Period second = period(project, given.get(1));
    try {
      return comparing.periods(summaries, first, second);
    } catch (CompareException e) {
      throw new UsageException(e.getMessage());
    }
  }

  /** Whether a text is a batch's number; four digits may be a year. */
  private static boolean isBatch(String text) {
    return text.matches("[1-9]\\d{0,8}") && !text.matches("(19|20|21)\\d\\d");
  }

  private static Period period(Project project, String text) throws UsageException {
    Optional<Period> period = project.plan().periods().parse(text);
    if (period.isEmpty()) {
      throw new UsageException(text + " is neither a batch nor a period such as 2026-03");
    }
    return period.get();
  }

  private static BigDecimal least(CommandOptions options) throws UsageException {
    String given = options.value("min-movement").orElse("0");
    if (!given.matches("\\d{1,15}(\\.\\d{1,6})?")) {
      throw new UsageException("--min-movement takes a number such as 100, not " + given);
    }
    return new BigDecimal(given);
  }
}
