package baddle.app.run;

import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.export.RowsFile;
import baddle.app.fill.WorkbookFill;
import baddle.app.reading.Inputs;
import baddle.app.summarize.ReportFile;
import baddle.plan.output.ReportPlan;
import baddle.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Where a plan's reports are. */
public final class ReportPlaces {

  private ReportPlaces() {}

  /** Why the plan's reports can't be written; empty where they can. */
  public static Optional<String> problem(Project project) {
    Inputs inputs = Inputs.of(project);
    Set<Path> places = new HashSet<>();
    for (ReportPlan report : project.plan().reports()) {
      Path file = file(project, report);
      if (!places.add(file)) {
        return Optional.of("two reports are called " + report.file());
      }
      Optional<String> input = inputs.problem(file);
      if (input.isPresent()) {
        return input;
      }
      boolean folderIsMade =
          file.startsWith(project.folder()) && Files.notExists(file.resolveSibling(""));
      Path looked = folderIsMade ? project.folder().resolve(file.getFileName()) : file;
      Optional<String> problem =
          report.rows().isPresent()
              ? RowsFile.problem(looked)
              : ReportFile.problem(looked, report.summaries().size());
      if (problem.isPresent()) {
        return problem;
      }
    }
    return WorkbookFill.problem(project);
  }

  /**
   * Which batches the reports show as they lie there now, in words; empty where there are none, or
   * nothing is known of them.
   */
  public static Optional<String> shown(Project project) {
    try (Store store = OwnStore.openToRead(project)) {
      Map<Integer, List<String>> reports = new TreeMap<>();
      store
          .catalogue()
          .reported()
          .forEach(
              (report, batch) -> {
                if (Files.isRegularFile(project.folder().resolve(report))) {
                  reports.computeIfAbsent(batch, b -> new ArrayList<>()).add(report);
                }
              });
      return reports.isEmpty()
          ? Optional.empty()
          : Optional.of(
              reports.entrySet().stream()
                  .map(
                      one ->
                          String.join(", ", one.getValue()) + " as batch " + one.getKey() + " was")
                  .collect(Collectors.joining("; ")));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  static Path file(Project project, ReportPlan report) {
    return project.folder().resolve(report.file()).normalize();
  }
}
