package baddle.cli;

import baddle.app.Project;
import baddle.app.consolidate.Consolidation;
import baddle.app.run.RunResult;
import baddle.app.run.Running;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import baddle.plan.PlanException;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle run}. */
final class RunCommand implements Command {

  @Override
  public String name() {
    return "run";
  }

  @Override
  public String arguments() {
    return "[options]";
  }

  @Override
  public String purpose() {
    return "consolidates, checks, summarizes and writes the plan's reports, in that order";
  }

  @Override
  public String example() {
    return "baddle run --fail-on warning";
  }

  @Override
  public boolean usesPlan() {
    return true;
  }

  @Override
  public List<Option> options() {
    return List.of(ConsolidateCommand.threadsOption(), CheckCommand.failOnOption());
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("run");
    int threads = ConsolidateCommand.threads(options);
    Severity failOn = CheckCommand.failOn(options);
    Project project = options.project();
    Optional<String> problem = Running.problem(project);
    if (problem.isPresent()) {
      throw new UsageException("reports: " + problem.get());
    }
    Consolidation consolidation =
        Consolidation.of(
            project, Clock.systemUTC(), ProgressLine.of(console, options.quiet()), threads);
    RunResult result = new Running(project, consolidation).run();
    RunText text = new RunText(result, options.style(), project.folder());
    if (options.json()) {
      console.out().println(text.json());
    } else if (options.quiet()) {
      List<Finding> errors = result.findings().stream().filter(Finding::isError).toList();
      FindingLines.of(errors, true).forEach(console.err()::println);
    } else {
      text.lines(options.verbose()).forEach(console.out()::println);
    }
    boolean fails = result.findings().stream().anyMatch(f -> f.severity().compareTo(failOn) >= 0);
    return fails ? Status.FINDINGS : Status.DONE;
  }
}
