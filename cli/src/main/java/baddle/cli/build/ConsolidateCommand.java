package baddle.cli.build;

import baddle.app.Project;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.Consolidation;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.FindingLines;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Finding;
import baddle.plan.PlanException;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle consolidate}. */
final class ConsolidateCommand implements Command {

  private static final int MOST_THREADS = 64;

  @Override
  public CommandHead head() {
    return new CommandHead(
        "consolidate",
        "[options]",
        "brings new and changed files into the dataset as one batch",
        "baddle consolidate --verbose",
        true,
        List.of(
            threadsOption(),
            Option.builder()
                .longOpt("rebuild")
                .desc(
                    "look for rows that are damaged on disk, and read them from their files again")
                .get(),
            byContentOption()));
  }

  static Option byContentOption() {
    return Option.builder()
        .longOpt("by-content")
        .desc("look at the content of every file, whatever its size and times")
        .get();
  }

  static Option threadsOption() {
    return Option.builder()
        .longOpt("threads")
        .hasArg()
        .argName("N")
        .desc("how many files are read at a time (default: one for each processor)")
        .get();
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("consolidate");
    int threads = threads(options);
    Optional<ConsolidateResult> kept =
        options.planAlone("rebuild", "by-content").flatMap(plan -> Consolidation.kept(plan).get());
    ConsolidateResult result =
        kept.isPresent() ? kept.get() : run(options.project(), options, console, threads);
    if (options.json()) {
      console.out().print(ConsolidateJson.of(result) + "\n");
    } else if (options.quiet()) {
      List<Finding> errors = result.findings().stream().filter(Finding::isError).toList();
      FindingLines.of(errors, true).forEach(console.err()::println);
    } else {
      ConsolidateText.lines(result, options.style(), options.verbose())
          .forEach(console.out()::println);
    }
    return result.hasErrors() ? Status.FINDINGS : Status.DONE;
  }

  static ConsolidateResult run(
      Project project, CommandOptions options, Console console, int threads) throws IOException {
    Consolidation consolidation = Consolidation.of(project, Clock.systemUTC(), threads);
    Consolidation looking = options.has("by-content") ? consolidation.byContent() : consolidation;
    return (options.has("rebuild") ? looking.rebuilding() : looking).run();
  }

  static int threads(CommandOptions options) throws UsageException {
    String given = options.value("threads").orElse("");
    if (given.isEmpty()) {
      return Math.min(MOST_THREADS, Runtime.getRuntime().availableProcessors());
    }
    if (given.matches("[1-9]\\d?") && Integer.parseInt(given) <= MOST_THREADS) {
      return Integer.parseInt(given);
    }
    throw new UsageException("--threads takes a number from 1 to 64, not " + given);
  }
}
