package baddle.cli.figures;

import baddle.app.Project;
import baddle.app.reading.Inputs;
import baddle.app.summarize.Figures;
import baddle.app.summarize.Summarizer;
import baddle.cli.options.BatchOption;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.FigureOutput;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Nearest;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.cli.Option;

/** {@code baddle summarize}. */
public final class SummarizeCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "summarize",
        "[NAME...] [options]",
        "prints the plan's summaries, or writes them into a file",
        "baddle summarize revenue-by-site --out revenue.xlsx",
        true,
        options());
  }

  private static List<Option> options() {
    List<Option> options = new ArrayList<>(FigureOutput.options());
    options.add(BatchOption.of("as the datasets were at this batch"));
    return options;
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Project project = options.project();
    List<SummaryPlan> wanted = wanted(project, options.arguments());
    FigureOutput output = FigureOutput.of(options, console, wanted.size(), Inputs.of(project));
    Figures figures = new Summarizer(project).figures(wanted, BatchOption.number(options));
    output.write(figures);
    return Status.DONE;
  }

  /** The summaries of these names; all where none is given. */
  public static List<SummaryPlan> wanted(Project project, List<String> names)
      throws UsageException {
    if (project.plan().summaries().isEmpty()) {
      throw new UsageException("the plan has no summaries:");
    }
    if (names.isEmpty()) {
      return List.copyOf(project.plan().summaries().values());
    }
    List<SummaryPlan> wanted = new ArrayList<>();
    for (String name : names) {
      SummaryPlan summary = project.plan().summaries().get(name);
      if (summary == null) {
        throw new UsageException(
            "no summary "
                + name
                + Nearest.hint(name, project.plan().summaries().keySet())
                + "\nsummaries: "
                + String.join(", ", project.plan().summaries().keySet()));
      }
      wanted.add(summary);
    }
    return wanted;
  }
}
