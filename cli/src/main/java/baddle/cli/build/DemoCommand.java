package baddle.cli.build;

import baddle.app.Project;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.demo.DemoProject;
import baddle.app.reading.Inputs;
import baddle.app.summarize.Figures;
import baddle.app.summarize.Summarizer;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.FigureOutput;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import org.apache.commons.cli.Option;

/** {@code baddle demo}. Its status says whether the demo ran: the faults in it are planted. */
public final class DemoCommand implements Command {

  private static final String FOLDER = "fernhollow";

  @Override
  public CommandHead head() {
    return new CommandHead(
        "demo",
        "[DIR] [options]",
        "lays out the demo project (default: ./fernhollow) and runs the full example",
        "baddle demo fernhollow",
        false,
        List.of(
            Option.builder()
                .longOpt("force")
                .desc("overwrite files that were changed since")
                .get()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    if (options.arguments().size() > 1) {
      throw new UsageException("demo takes one folder, found " + options.arguments().get(1));
    }
    if (options.json()) {
      throw new UsageException("demo has no JSON; ask consolidate or summarize for it");
    }
    String given = options.arguments().isEmpty() ? FOLDER : options.arguments().get(0);
    Path folder = console.folder().resolve(given);
    DemoProject demo = new DemoProject(folder);
    DemoProject.Laid laid = demo.layOut(options.has("force"));
    Project project = Project.open(demo.plan());
    if (options.quiet()) {
      ConsolidateCommand.run(project, options, console, 1);
      return Status.DONE;
    }
    print(laid, given, console.out());
    console.out().print("\n$ baddle consolidate\n");
    ConsolidateResult result =
        ConsolidateCommand.run(
            project, options, console, Runtime.getRuntime().availableProcessors());
    ConsolidateText.lines(result, options.style(), options.verbose())
        .forEach(console.out()::println);
    summarize(project, options, console);
    printNext(given, console.out());
    return Status.DONE;
  }

  private static void print(DemoProject.Laid laid, String folder, PrintStream out) {
    out.println(
        "Fernhollow Nurseries in "
            + folder
            + ": "
            + laid.written()
            + " files written, "
            + laid.unchanged()
            + " there already");
    for (String kept : laid.kept()) {
      out.println("kept as you changed it: " + kept + " (--force overwrites it)");
    }
  }

  private static void summarize(Project project, CommandOptions options, Console console)
      throws UsageException, IOException {
    List<SummaryPlan> summaries = project.plan().summaries().values().stream().limit(1).toList();
    if (summaries.isEmpty()) {
      return;
    }
    console.out().print("\n$ baddle summarize " + summaries.get(0).name() + "\n");
    Figures figures = Summarizer.figures(project, summaries);
    FigureOutput.of(options, console, summaries.size(), Inputs.of(project)).write(figures);
  }

  private static void printNext(String folder, PrintStream out) {
    out.println();
    out.println("Try next (baddle is the launcher you have just run):");
    out.println("  cd " + folder);
    out.println("  baddle consolidate            nothing has changed, so nothing is read");
    out.println("  baddle check                  can these figures be trusted?");
    out.println("  baddle summarize regions ranges budget cash");
    out.println("  baddle trace ranges --at \"range=Shrubs,fiscal year=2025/26\"");
    out.println("  baddle run                    all of it at once, with the plan's reports");
    out.println("  baddle run --plan statements.yaml --for-each reference/customers.csv");
    out.println(
        "  baddle extract adjustments --plan adjustments.yaml --out \"extracts/{Site}.xlsx\"");
    out.println(
        "  baddle crosstab inbox/tills/Alder*.csv --down code --across \"date by quarter\""
            + " --measure \"sum(amount)\"");
    out.println("README.md there says which faults were planted, and what finds them.");
  }
}
