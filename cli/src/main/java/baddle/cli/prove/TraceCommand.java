package baddle.cli.prove;

import baddle.app.Project;
import baddle.app.export.RowsFile;
import baddle.app.reading.Inputs;
import baddle.app.trace.FigureTrace;
import baddle.app.trace.RowTrace;
import baddle.app.trace.TraceException;
import baddle.app.trace.TraceFile;
import baddle.app.trace.TracedFigure;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.ListOutput;
import baddle.cli.options.Status;
import baddle.cli.options.SummaryNames;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle trace}. */
final class TraceCommand implements Command {

  private static final int ROWS_SHOWN = 40;

  @Override
  public CommandHead head() {
    return new CommandHead(
        "trace",
        "SUMMARY --at ITEMS [options] | --row FILE:ROW",
        "shows the rows behind a figure, or what became of a row",
        "baddle trace revenue-by-site --at \"site=Alder Mill,month=2026-03\"",
        true,
        options());
  }

  private static List<Option> options() {
    return List.of(
        Option.builder()
            .longOpt("at")
            .hasArg()
            .argName("ITEMS")
            .desc(
                "the cell: LEVEL=ITEM,...; a level that isn't named means all its items (default: the total)")
            .get(),
        Option.builder()
            .longOpt("measure")
            .hasArg()
            .argName("NAME")
            .desc("the measure (default: the first)")
            .get(),
        Option.builder()
            .longOpt("row")
            .hasArg()
            .argName("FILE:ROW")
            .desc("show what became of a row instead; FILE:SHEET:ROW in a workbook")
            .get(),
        ListOutput.outOption("all rows"));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Project project = options.project();
    try {
      Optional<String> row = options.value("row");
      if (row.isPresent()) {
        options.refuseArguments("trace --row");
        new RowTrace(project, row.get()).run().forEach(console.out()::println);
        return Status.DONE;
      }
      return figure(options, console, project);
    } catch (TraceException e) {
      throw new UsageException(e.getMessage());
    }
  }

  private static int figure(CommandOptions options, Console console, Project project)
      throws UsageException, IOException, TraceException {
    if (options.arguments().size() != 1) {
      throw new UsageException(
          "needs one summary of "
              + String.join(", ", project.plan().summaries().keySet())
              + ", or --row FILE:ROW");
    }
    SummaryPlan summary = SummaryNames.known(project, options.arguments()).get(0);
    Optional<Path> file = options.value("out").map(console.folder()::resolve);
    Optional<String> problem =
        file.flatMap(RowsFile::problem).or(() -> file.flatMap(Inputs.of(project)::problem));
    if (problem.isPresent()) {
      throw new UsageException("--out: " + problem.get());
    }
    FigureTrace trace =
        new FigureTrace(
            project,
            summary,
            options.value("at").orElse(""),
            options.values("measure").stream().findFirst());
    if (file.isPresent()) {
      TracedFigure figure = TraceFile.write(file.get(), project.planFile(), trace);
      if (!options.quiet()) {
        TraceText.headline(figure).forEach(console.out()::println);
        console.out().println("written: " + file.get());
      }
      return Status.DONE;
    }
    TraceText text = new TraceText(options.verbose() ? Integer.MAX_VALUE : ROWS_SHOWN);
    TracedFigure figure = trace.run(text);
    if (options.json()) {
      console.out().print(text.json(figure) + "\n");
    } else if (!options.quiet()) {
      text.lines(figure, options.style()).forEach(console.out()::println);
    }
    return Status.DONE;
  }
}
