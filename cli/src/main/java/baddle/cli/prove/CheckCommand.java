package baddle.cli.prove;

import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.check.SuspenseFile;
import baddle.app.lists.CheckList;
import baddle.app.output.OutputFile;
import baddle.app.reading.Inputs;
import baddle.app.reading.MendedFiles;
import baddle.cli.options.BatchOption;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.FailOnOption;
import baddle.cli.options.FindingLines;
import baddle.cli.options.ListOutput;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Finding;
import baddle.core.finding.Nearest;
import baddle.core.finding.Severity;
import baddle.plan.PlanException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.cli.Option;

/** {@code baddle check}. */
final class CheckCommand implements Command {

  private static final List<String> LISTS =
      Stream.of(CheckList.values()).map(CheckList::word).toList();

  @Override
  public CommandHead head() {
    return new CommandHead(
        "check",
        "[options]",
        "reports whether the figures can be trusted, and what speaks against it",
        "baddle check --fail-on warning",
        true,
        List.of(
            FailOnOption.option(),
            BatchOption.of("check the datasets as they were at this batch"),
            Option.builder()
                .longOpt("suspense")
                .hasArg()
                .argName("FILE")
                .desc("write the held rows with their reasons into a .csv or .xlsx file")
                .get(),
            Option.builder()
                .longOpt("list")
                .hasArg()
                .argName("NAME")
                .desc("one list whole: " + String.join(", ", LISTS))
                .get(),
            ListOutput.outOption(),
            Option.builder()
                .longOpt("unused")
                .desc("list the rows of lookups that no row of the dataset has matched")
                .get()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("check");
    Severity failOn = FailOnOption.severity(options);
    Optional<Path> suspense = options.value("suspense").map(console.folder()::resolve);
    Optional<String> problem = suspense.flatMap(OutputFile::tableProblem);
    if (problem.isPresent()) {
      throw new UsageException("--suspense: " + problem.get());
    }
    Optional<CheckResult> kept =
        options
            .planAlone("suspense", "list", "out", "batch")
            .flatMap(plan -> ProjectCheck.kept(plan).get());
    if (kept.isPresent()) {
      return show(kept.get(), options, console, failOn);
    }
    Project project = options.project();
    Optional<String> input = suspense.flatMap(Inputs.of(project)::problem);
    if (input.isPresent()) {
      throw new UsageException("--suspense: " + input.get());
    }
    Optional<CheckList> list = list(options);
    Optional<Path> out = ListOutput.file(options, console, Optional.of(project));
    if (out.isPresent() && list.isEmpty()) {
      throw new UsageException(
          "--out writes one list; name it with --list: " + String.join(", ", LISTS));
    }
    boolean gathers = suspense.isPresent() || list.filter(CheckList::needsRows).isPresent();
    CheckResult result =
        ProjectCheck.run(
            project,
            gathers ? ProjectCheck.HeldRows.GATHERED : ProjectCheck.HeldRows.COUNTED,
            BatchOption.number(options));
    if (suspense.isPresent()) {
      SuspenseFile.write(suspense.get(), project.planFile(), result.held());
    }
    if (list.isPresent()) {
      ListOutput.put(
          list.get().of(project, result, BatchOption.number(options)),
          out,
          Optional.of(project.planFile()),
          options,
          console);
      return status(result, failOn);
    }
    int status = show(result, options, console, failOn);
    if (suspense.isPresent() && !options.json() && !options.quiet()) {
      console
          .out()
          .print(
              "\nwritten: "
                  + suspense.get()
                  + "; correct its cells, put it into "
                  + MendedFiles.FOLDER
                  + "/ beside the plan, and consolidate again\n");
    }
    return status;
  }

  private static int show(
      CheckResult result, CommandOptions options, Console console, Severity failOn)
      throws IOException {
    if (options.json()) {
      console.out().print(CheckJson.of(result) + "\n");
    } else if (options.quiet()) {
      List<Finding> errors = result.findings().stream().filter(Finding::isError).toList();
      FindingLines.of(errors, true).forEach(console.err()::println);
    } else {
      new CheckText(result, options.style(), options.verbose(), options.has("unused"))
          .lines()
          .forEach(console.out()::println);
    }
    return status(result, failOn);
  }

  private static int status(CheckResult result, Severity failOn) {
    boolean fails = result.findings().stream().anyMatch(f -> f.severity().compareTo(failOn) >= 0);
    return fails ? Status.FINDINGS : Status.DONE;
  }

  private static Optional<CheckList> list(CommandOptions options) throws UsageException {
    Optional<String> given = options.value("list");
    if (given.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        CheckList.of(given.get())
            .orElseThrow(
                () ->
                    new UsageException(
                        "no list "
                            + given.get()
                            + Nearest.hint(given.get(), LISTS)
                            + " (lists: "
                            + String.join(", ", LISTS)
                            + ")")));
  }
}
