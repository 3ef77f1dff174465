package baddle.app.watch;

import baddle.app.FileWalk;
import baddle.app.Fingerprint;
import baddle.app.Project;
import baddle.app.reading.ProjectFiles;
import baddle.plan.output.ReportPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.slf4j.LoggerFactory;

/**
 * The files of a project's folders as they lie there, by their fingerprints. Whether a feed wants a
 * file isn't asked, so that looking costs next to nothing.
 *
 * @param files by path
 */
record FolderState(Map<String, String> files) {

  /** Nothing was seen yet. */
  static final FolderState NOTHING = new FolderState(Map.of());

  /** As it is now; a file that vanishes meanwhile isn't there. */
  static FolderState of(Project project) throws IOException {
    ProjectFiles there = ProjectFiles.of(project);
    Map<String, String> files = new HashMap<>();
    for (Path folder : there.folders()) {
      if (Files.isDirectory(folder)) {
        FileWalk.of(folder, new Collector(files));
      }
    }
    there.files().forEach(file -> add(file, files));
    for (ReportPlan report : project.plan().reports()) {
      files.remove(project.folder().resolve(report.file()).toString());
    }
    return new FolderState(files);
  }

  private static void add(Path file, Map<String, String> files) {
    try {
      files.put(file.toString(), Fingerprint.of(file).text());
    } catch (IOException e) {
      files.remove(file.toString());
    }
  }

  private record Collector(Map<String, String> files) implements FileWalk.Visit {

    @Override
    public void file(Path file, Fingerprint found) {
      files.put(file.toString(), found.text());
    }

    @Override
    public void failed(Path path, IOException why) {
      LoggerFactory.getLogger(FolderState.class).debug("passed over", why);
    }
  }

  /** How many files are other ones, new or gone since another state. */
  long differences(FolderState before) {
    long same =
        files.entrySet().stream()
            .filter(file -> file.getValue().equals(before.files().get(file.getKey())))
            .count();
    long gone = before.files().keySet().stream().filter(f -> !files.containsKey(f)).count();
    return files.size() - same + gone;
  }
}
