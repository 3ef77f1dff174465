package baddle.cli.figures;

import baddle.app.EditedPlan;
import baddle.app.Project;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.plan.PlanException;
import baddle.plan.read.PlanEdit;
import baddle.plan.read.SummaryDraft;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** Puts a cross-tab into a plan as a summary, and perhaps into a report of it. */
final class IntoPlan {

  private static final String INTO = "into";
  private static final String REPORT = "report";

  private final CommandOptions options;
  private final String plan;
  private final String summary;

  private IntoPlan(CommandOptions options, String plan, String summary) {
    this.options = options;
    this.plan = plan;
    this.summary = summary;
  }

  static List<Option> options() {
    return List.of(
        Option.builder()
            .longOpt(INTO)
            .numberOfArgs(2)
            .argName("PLAN NAME")
            .desc("put it into this plan as a summary of this name; comments stay")
            .get(),
        Option.builder()
            .longOpt(REPORT)
            .hasArg()
            .argName("FILE")
            .desc("with --into: put it into this report of the plan too, a new one if need be")
            .get());
  }

  /** The plan and the name that were asked for; empty without --into. */
  static Optional<IntoPlan> of(CommandOptions options) throws UsageException {
    List<String> given = options.values(INTO);
    if (given.isEmpty()) {
      if (options.has(REPORT)) {
        throw new UsageException("--report goes with --into PLAN NAME");
      }
      return Optional.empty();
    }
    if (!options.arguments().isEmpty()) {
      throw new UsageException(
          "--into is for the datasets of a plan; draft one first: baddle draft FOLDER");
    }
    if (given.size() != 2) {
      throw new UsageException("--into takes a plan and a name, once");
    }
    return Optional.of(new IntoPlan(options, given.get(0), given.get(1)));
  }

  /** The name of the summary. */
  String summary() {
    return summary;
  }

  /** Writes it into the plan. */
  int write(SummaryDraft draft, SummaryLook look, Console console)
      throws UsageException, PlanException, IOException {
    Path file = console.folder().resolve(plan);
    if (!Files.isRegularFile(file)) {
      throw new UsageException("there is no plan " + file);
    }
    Project project = Project.open(file, options.parameters());
    if (project.plan().summaries().containsKey(summary)) {
      throw new UsageException(plan + " has a summary " + summary + " already; use another name");
    }
    String dataset = CrosstabCommand.of(draft, project, options).dataset();
    if (!options.has("of")) {
      draft.add("of", dataset);
    }
    Optional<String> report = options.value(REPORT);
    if (report.isEmpty() && !look.equals(SummaryLook.PLAIN)) {
      throw new UsageException("--title and --chart-kind are for a report; name it with --report");
    }
    String[] problem = new String[1];
    EditedPlan.edit(
        file,
        options.parameters(),
        text -> {
          Optional<String> added = PlanEdit.addSummary(text, summary, draft);
          if (added.isEmpty()) {
            problem[0] = "the summaries of " + plan + " can't be added to; write it by hand";
          }
          Optional<String> reported =
              report.isEmpty()
                  ? added
                  : added.flatMap(one -> PlanEdit.addToReport(one, report.get(), summary, look));
          if (added.isPresent() && reported.isEmpty()) {
            problem[0] = report.orElse("") + " isn't a report of summaries; name another";
          }
          return reported.orElse(text);
        });
    if (problem[0] != null) {
      throw new UsageException(problem[0]);
    }
    if (!options.quiet()) {
      String and = report.map(name -> " and into its report " + name).orElse("");
      console.out().println("summary " + summary + " is put into " + plan + and);
    }
    return Status.DONE;
  }
}
