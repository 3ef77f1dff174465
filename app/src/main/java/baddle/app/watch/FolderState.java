package baddle.app.watch;

import baddle.app.Project;
import baddle.app.consolidate.FeedFiles;
import baddle.app.reading.MendedFiles;
import baddle.plan.LookupPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The files of a project as they lie there, by size and time of modification.
 *
 * @param files by path
 */
record FolderState(Map<String, String> files) {

  /** As it is now; a file that vanishes meanwhile isn't there. */
  static FolderState of(Project project) throws IOException {
    Map<String, String> files = new TreeMap<>();
    for (FeedFiles.FeedFile file : FeedFiles.of(project).files()) {
      add(file.path(), file.file(), files);
    }
    add(Project.PLAN_NAME, project.planFile(), files);
    for (LookupPlan lookup : project.plan().lookups().values()) {
      lookup
          .feed()
          .map(feed -> feed.files().get(0).toString())
          .ifPresent(path -> add(path, project.folder().resolve(path), files));
    }
    Path mended = project.folder().resolve(MendedFiles.FOLDER);
    if (Files.isDirectory(mended)) {
      try (Stream<Path> there = Files.list(mended)) {
        for (Path file : there.toList()) {
          add(file.toString(), file, files);
        }
      }
    }
    return new FolderState(files);
  }

  private static void add(String path, Path file, Map<String, String> files) {
    try {
      BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
      files.put(path, attributes.size() + " " + attributes.lastModifiedTime().toMillis());
    } catch (IOException e) {
      files.remove(path);
    }
  }

  /** How many files are other ones, new or gone since another state. */
  long differences(FolderState before) {
    long same =
        files.entrySet().stream()
            .filter(file -> file.getValue().equals(before.files().get(file.getKey())))
            .count();
    return files.size()
        - same
        + before.files().keySet().stream().filter(f -> !files.containsKey(f)).count();
  }
}
