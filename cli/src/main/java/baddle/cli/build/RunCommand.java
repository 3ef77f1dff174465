package baddle.cli.build;

import baddle.app.Project;
import baddle.app.consolidate.Consolidation;
import baddle.app.fill.FillResult;
import baddle.app.reading.ParameterList;
import baddle.app.run.NothingBroughtException;
import baddle.app.run.PeriodRun;
import baddle.app.run.ReportPlaces;
import baddle.app.run.RunForEach;
import baddle.app.run.RunResult;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.FailOnOption;
import baddle.cli.options.FindingLines;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import baddle.plan.PlanException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle run}. */
final class RunCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "run",
        "[options]",
        "consolidates, checks, summarizes and writes the plan's reports, in that order",
        "baddle run --fail-on warning",
        true,
        List.of(
            ConsolidateCommand.threadsOption(),
            ConsolidateCommand.byContentOption(),
            FailOnOption.option(),
            Option.builder()
                .longOpt("for-each")
                .hasArg()
                .argName("LIST")
                .desc("run once for each row of a file whose headings are the plan's parameters")
                .get()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("run");
    int threads = ConsolidateCommand.threads(options);
    Severity failOn = FailOnOption.severity(options);
    Optional<String> list = options.value("for-each");
    if (list.isPresent()) {
      return runEach(console.folder().resolve(list.get()), options, console, threads, failOn);
    }
    Optional<RunResult> kept =
        options.planAlone("by-content").flatMap(plan -> PeriodRun.kept(plan).get());
    if (kept.isPresent()) {
      Path folder = options.planFile().orElseThrow().toAbsolutePath().normalize();
      return show(kept.get(), options, console, folder.resolveSibling(""), failOn);
    }
    Project project = options.project();
    Optional<String> problem = ReportPlaces.problem(project);
    if (problem.isPresent()) {
      throw new UsageException("reports: " + problem.get());
    }
    RunResult result;
    PeriodRun running = new PeriodRun(project, consolidation(project, options, threads));
    try {
      result = running.run();
    } catch (NothingBroughtException e) {
      if (!options.json()) {
        ConsolidateText.lines(e.consolidated(), options.style(), options.verbose())
            .forEach(console.out()::println);
      }
      throw e;
    } catch (IOException | SpecException | ExpressionException e) {
      running
          .made()
          .ifPresent(
              batch -> console.err().println("baddle: batch " + batch + ", is in the store"));
      ReportPlaces.shown(project)
          .ifPresent(reports -> console.err().println("baddle: the reports stay: " + reports));
      throw e;
    }
    return show(result, options, console, project.folder(), failOn);
  }

  private static int show(
      RunResult result, CommandOptions options, Console console, Path folder, Severity failOn)
      throws IOException {
    RunText text =
        new RunText(result, options.style(), folder, console.terminal().width(), options.verbose());
    if (options.json()) {
      console.out().print(text.json() + "\n");
    } else if (options.quiet()) {
      List<Finding> errors = result.findings().stream().filter(Finding::isError).toList();
      FindingLines.of(errors, true).forEach(console.err()::println);
    } else {
      text.lines().forEach(console.out()::println);
    }
    return fails(result, failOn) ? Status.FINDINGS : Status.DONE;
  }

  private static boolean fails(RunResult result, Severity failOn) {
    return result.filled().stream().anyMatch(FillResult::wantsEye)
        || !result.gone().isEmpty()
        || result.tables().stream().anyMatch(table -> table.proof().wantsEye())
        || result.findings().stream().anyMatch(f -> f.severity().compareTo(failOn) >= 0);
  }

  private static Consolidation consolidation(Project project, CommandOptions options, int threads) {
    Consolidation consolidation = Consolidation.of(project, Clock.systemUTC(), threads);
    return options.has("by-content") ? consolidation.byContent() : consolidation;
  }

  private static int runEach(
      Path list, CommandOptions options, Console console, int threads, Severity failOn)
      throws UsageException, PlanException, IOException {
    if (!Files.isRegularFile(list)) {
      throw new UsageException("there is no list " + list);
    }
    List<ParameterList.Line> lines = ParameterList.read(list);
    if (lines.isEmpty()) {
      throw new UsageException(list + " has no row below its headings");
    }
    Path plan =
        options
            .planFile()
            .orElseThrow(() -> new UsageException("there is no plan; give one with --plan"));
    Path folder = plan.toAbsolutePath().normalize().resolveSibling("");
    RunForEach running =
        new RunForEach(
            plan,
            options.parameters(),
            options.progress(),
            project -> consolidation(project, options, threads));
    List<RunForEach.Outcome> outcomes =
        running.run(
            lines,
            outcome -> {
              if (!options.json() && !(options.quiet() && outcome.result().isPresent())) {
                console.out().print(EachText.of(outcome, folder) + "\n");
              }
            });
    if (options.json()) {
      console.out().print(EachText.json(outcomes, folder) + "\n");
    } else if (!options.quiet()) {
      console.out().print(EachText.summary(outcomes) + "\n");
    }
    return outcomes.stream().mapToInt(outcome -> status(outcome, failOn)).max().orElse(Status.DONE);
  }

  private static int status(RunForEach.Outcome outcome, Severity failOn) {
    return outcome
        .result()
        .map(result -> fails(result, failOn) ? Status.FINDINGS : Status.DONE)
        .orElse(outcome.isPlans() ? Status.USAGE : Status.FAILED);
  }
}
