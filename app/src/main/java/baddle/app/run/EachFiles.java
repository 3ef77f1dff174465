package baddle.app.run;

import baddle.app.ContentHash;
import baddle.app.Project;
import baddle.app.output.OutputFile;
import baddle.app.output.OutputList;
import baddle.app.reading.OwnList;
import baddle.plan.output.ReportPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The files that reports with a file for each value have written, so that one whose value has gone
 * from the data is known: it shows an earlier batch for good.
 */
final class EachFiles {

  private static final List<String> COLUMNS = List.of("report", "file");

  private final Project project;
  private final OwnList list;
  private final List<List<String>> lines = new ArrayList<>();
  private final List<Path> gone = new ArrayList<>();
  private final List<Path> removed = new ArrayList<>();

  EachFiles(Project project) {
    this.project = project;
    this.list = new OwnList(project.storeFolder().resolve("reports.csv"), COLUMNS);
  }

  /**
   * Compares what reports have written now with what they wrote before.
   *
   * @param written the files of each report that has one for each value
   */
  void settle(Map<ReportPlan, Set<Path>> written) throws IOException {
    List<Map<String, String>> before = list.lines();
    Set<String> own = OutputList.of(project.planFile()).hashes();
    for (Map.Entry<ReportPlan, Set<Path>> one : written.entrySet()) {
      String report = one.getKey().file();
      Set<Path> now = new LinkedHashSet<>();
      one.getValue().forEach(file -> now.add(file.toAbsolutePath().normalize()));
      now.forEach(file -> lines.add(List.of(report, name(file))));
      for (Map<String, String> line : before) {
        Path file = project.folder().resolve(line.getOrDefault("file", "")).normalize();
        boolean isGone =
            report.equals(line.get("report"))
                && !now.contains(file.toAbsolutePath())
                && Files.isRegularFile(file);
        if (isGone && one.getKey().removesGone() && own.contains(ContentHash.of(file))) {
          Files.delete(file);
          removed.add(file);
        } else if (isGone) {
          gone.add(file);
          lines.add(List.of(report, name(file)));
        }
      }
    }
    Set<List<String>> known = new HashSet<>();
    before.forEach(line -> known.add(COLUMNS.stream().map(c -> line.getOrDefault(c, "")).toList()));
    if (!known.equals(new HashSet<>(lines))) {
      try (OutputFile.Staged beside = list.beside(lines)) {
        beside.publish();
      }
    }
  }

  private String name(Path file) {
    return project
        .folder()
        .toAbsolutePath()
        .normalize()
        .relativize(file.toAbsolutePath())
        .toString()
        .replace('\\', '/');
  }

  /** Files of values that the data has no more. */
  List<Path> gone() {
    return gone;
  }

  /** Such files that were removed. */
  List<Path> removed() {
    return removed;
  }
}
