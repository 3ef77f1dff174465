package baddle.cli.out;

import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.app.check.HeldTable;
import baddle.app.check.ProjectCheck;
import baddle.app.check.SuspenseFile;
import baddle.app.lists.LeftOutTables;
import baddle.app.output.OutputFile;
import baddle.app.reading.Inputs;
import baddle.cli.options.BatchOption;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.NumberText;
import baddle.plan.FeedPlan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Writes the rows that are not in a dataset: those held, or those left out. */
final class UnusedRows {

  private UnusedRows() {}

  /** Writes the rows of lookups that nothing has matched; returns the status. */
  static int write(Project project, String dataset, CommandOptions options, Console console)
      throws UsageException, IOException {
    if (options.has("held") && options.has("left-out")) {
      throw new UsageException("--held and --left-out exclude each other");
    }
    Path file =
        options
            .value("out")
            .map(console.folder()::resolve)
            .orElseThrow(() -> new UsageException("name the output with --out FILE"));
    Optional<String> problem =
        OutputFile.tableProblem(file).or(() -> Inputs.of(project).problem(file));
    if (problem.isPresent()) {
      throw new UsageException("--out: " + problem.get());
    }
    CheckResult result =
        ProjectCheck.run(project, ProjectCheck.HeldRows.GATHERED, BatchOption.number(options));
    List<HeldTable> tables =
        options.has("held")
            ? held(project, dataset, result)
            : LeftOutTables.of(project, dataset, result.batch().number());
    SuspenseFile.write(file, project.planFile(), tables);
    if (!options.quiet()) {
      long rows = tables.stream().mapToLong(table -> table.rows().size()).sum();
      console.out().println("written: " + file + ", " + NumberText.counted(rows, "row"));
    }
    return Status.DONE;
  }

  private static List<HeldTable> held(Project project, String dataset, CheckResult result) {
    Set<String> names = new HashSet<>(Set.of(dataset));
    for (FeedPlan feed : project.plan().feeds().values()) {
      if (feed.dataset().equals(dataset)) {
        names.add(feed.name());
      }
    }
    return result.held().stream().filter(table -> names.contains(table.name())).toList();
  }
}
