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
import baddle.cli.options.SummaryNames;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.cli.Option;

/** {@code baddle summarize}. */
final class SummarizeCommand implements Command {

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
    List<SummaryPlan> wanted = SummaryNames.known(project, options.arguments());
    FigureOutput output = FigureOutput.of(options, console, wanted.size(), Inputs.of(project));
    Figures figures = Summarizer.figures(project, wanted, BatchOption.number(options));
    output.write(figures);
    return Status.DONE;
  }
}
