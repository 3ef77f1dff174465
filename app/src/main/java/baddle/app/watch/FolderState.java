package baddle.app.watch;

import baddle.app.Project;
import baddle.app.reading.MendedFiles;
import baddle.plan.FeedPlan;
import baddle.plan.LookupPlan;
import baddle.plan.NamePattern;
import baddle.plan.ReportPlan;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/**
 * The files of a project's folders as they lie there, by size and time of modification. Whether a
 * feed wants a file isn't asked, so that looking costs next to nothing.
 *
 * @param files by path
 */
record FolderState(Map<String, String> files) {

  /** Nothing was seen yet. */
  static final FolderState NOTHING = new FolderState(Map.of());

  /** As it is now; a file that vanishes meanwhile isn't there. */
  static FolderState of(Project project) throws IOException {
    Set<Path> folders = new HashSet<>();
    folders.add(project.folder().resolve(MendedFiles.FOLDER));
    for (FeedPlan feed : project.plan().feeds().values()) {
      for (NamePattern pattern : feed.files()) {
        folders.add(project.folder().resolve(pattern.folder()));
      }
    }
    Map<String, String> files = new HashMap<>();
    for (Path folder : folders) {
      if (Files.isDirectory(folder)) {
        Files.walkFileTree(folder, new Collector(folder, files));
      }
    }
    add(project.planFile(), files);
    for (LookupPlan lookup : project.plan().lookups().values()) {
      lookup
          .feed()
          .map(feed -> feed.files().get(0).toString())
          .ifPresent(path -> add(project.folder().resolve(path), files));
    }
    for (ReportPlan report : project.plan().reports()) {
      files.remove(project.folder().resolve(report.file()).toString());
    }
    return new FolderState(files);
  }

  private static void add(Path file, Map<String, String> files) {
    try {
      add(file, Files.readAttributes(file, BasicFileAttributes.class), files);
    } catch (IOException e) {
      files.remove(file.toString());
    }
  }

  private static void add(Path file, BasicFileAttributes attributes, Map<String, String> files) {
    files.put(file.toString(), attributes.size() + " " + attributes.lastModifiedTime().toMillis());
  }

  private static final class Collector extends SimpleFileVisitor<Path> {

    private final Path root;
    private final Map<String, String> files;

    Collector(Path root, Map<String, String> files) {
      this.root = root;
      this.files = files;
    }

    @Override
    public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
      return isHidden(folder) && !folder.equals(root)
          ? FileVisitResult.SKIP_SUBTREE
          : FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
      if (!isHidden(file)) {
        add(file, attributes, files);
      }
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) {
      return FileVisitResult.CONTINUE;
    }

    private static boolean isHidden(Path path) {
      return String.valueOf(path.getFileName()).startsWith(".");
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
