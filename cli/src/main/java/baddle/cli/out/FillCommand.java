package baddle.cli.out;

import baddle.app.Project;
import baddle.app.fill.FillException;
import baddle.app.fill.FillResult;
import baddle.app.fill.WorkbookFill;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.calendar.Period;
import baddle.core.finding.Nearest;
import baddle.plan.PlanException;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle fill}. */
final class FillCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "fill",
        "[NAME...] [options]",
        "puts figures into workbooks that somebody keeps",
        "baddle fill annual --period 2026-03",
        true,
        List.of(
            Option.builder()
                .longOpt("period")
                .hasArg()
                .argName("PERIOD")
                .desc("whose figures (default: what the plan says, else the last)")
                .get(),
            Option.builder()
                .longOpt("dry-run")
                .desc("show what would be filled, and write nothing")
                .get()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Project project = options.project();
    List<FillPlan> wanted = wanted(project, options.arguments());
    Optional<String> problem = WorkbookFill.problem(project);
    if (problem.isPresent()) {
      throw new UsageException(problem.get());
    }
    Optional<String> given = options.value("period");
    Optional<Period> period = given.flatMap(project.plan().periods()::parse);
    if (given.isPresent() && period.isEmpty()) {
      throw new UsageException("--period: " + given.get() + " is no period such as 2026-03");
    }
    boolean dryRun = options.has("dry-run");
    List<FillResult> results;
    try {
      results = new WorkbookFill(project).fill(wanted, period, !dryRun);
    } catch (FillException e) {
      throw new UsageException(e.getMessage());
    }
    FillText text = new FillText(project.folder());
    if (options.json()) {
      console.out().print(text.json(results) + "\n");
    } else if (!options.quiet()) {
      text.lines(results, dryRun).forEach(console.out()::println);
    }
    return results.stream().anyMatch(FillResult::wantsEye) ? Status.FINDINGS : Status.DONE;
  }

  private static List<FillPlan> wanted(Project project, List<String> names) throws UsageException {
    List<FillPlan> all = project.plan().fills();
    if (all.isEmpty()) {
      throw new UsageException("the plan has no fills:");
    }
    if (names.isEmpty()) {
      return all;
    }
    List<String> known = all.stream().map(FillPlan::name).toList();
    List<FillPlan> wanted = new ArrayList<>();
    for (String name : names) {
      if (!known.contains(name)) {
        throw new UsageException(
            "no fill " + name + Nearest.hint(name, known) + "\nfills: " + String.join(", ", known));
      }
      wanted.add(all.get(known.indexOf(name)));
    }
    return wanted;
  }
}
