package baddle.app.reading;

import baddle.app.ContentHash;
import baddle.app.FileWalk;
import baddle.app.Fingerprint;
import baddle.app.Project;
import baddle.app.output.OutputList;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/**
 * The files that a command or its plan reads, onto which nothing may be written: the plan, the
 * files it names, those that its feeds want, mended rows, the store. An output of an earlier time
 * isn't one of them, wherever it lies.
 */
public final class Inputs {

  private final Optional<Project> project;
  private final Collection<Path> others;
  private @Nullable Map<String, Set<String>> pathsByPlace;

  private Inputs(Optional<Project> project, Collection<Path> others) {
    this.project = project;
    this.others = List.copyOf(others);
  }

  private Set<Path> files() {
    Set<Path> files = new LinkedHashSet<>(others);
    project.ifPresent(one -> files.addAll(ProjectFiles.of(one).files()));
    return files;
  }

  /** Those of a project. */
  public static Inputs of(Project project) {
    return new Inputs(Optional.of(project), Set.of());
  }

  /**
   * Those of a command that is given files.
   *
   * @param project the project it belongs to besides, if any
   */
  public static Inputs of(Optional<Project> project, Collection<Path> files) {
    return new Inputs(project, files);
  }

  /** Why a file can't be written; empty where it is no input. */
  public Optional<String> problem(Path output) {
    Path file = output.toAbsolutePath().normalize();
    try {
      if (isSameAsOne(file)) {
        return Optional.of(output + " is read by this command or its plan; name another file");
      }
      if (project.isPresent() && file.startsWith(Project.storeFolder(project.get().planFile()))) {
        return Optional.of(output + " lies in the store's folder; name another place");
      }
      if (project.isPresent() && Files.exists(file) && isSource(project.get(), file)) {
        return Optional.of(
            output + " is a file that was sent, and the plan reads it; name another file");
      }
    } catch (IOException e) {
      return Optional.of(output + " can't be looked at: " + e.getMessage());
    }
    return Optional.empty();
  }

  private boolean isSameAsOne(Path file) throws IOException {
    for (Path input : files()) {
      boolean both = Files.exists(file) && Files.exists(input);
      if (input.toAbsolutePath().normalize().equals(file)
          || (both && Files.isSameFile(input, file))) {
        return true;
      }
    }
    return false;
  }

  /** Whether a file that is there is one of a feed's, and none that was written by a command. */
  private boolean isSource(Project own, Path file) throws IOException {
    if (!Files.isRegularFile(file)) {
      return false;
    }
    Set<String> names = new LinkedHashSet<>(paths(own).getOrDefault(place(file), Set.of()));
    names.add(path(own, file));
    boolean wanted =
        file.startsWith(own.folder().resolve(MendedFiles.FOLDER))
            || own.plan().feeds().values().stream()
                .map(FeedPlan::files)
                .flatMap(Collection::stream)
                .anyMatch(pattern -> names.stream().anyMatch(name -> wants(pattern, name)));
    return wanted && !OutputList.of(own.planFile()).hashes().contains(ContentHash.of(file));
  }

  /** By what the file system knows it by, so that links lead to one file. */
  private static String place(Path file) throws IOException {
    return Fingerprint.of(file).place();
  }

  private static String path(Project own, Path file) {
    return own.folder().relativize(file).toString().replace('\\', '/');
  }

  /** The paths of all files in the folders of the feeds, through links too, by their places. */
  private Map<String, Set<String>> paths(Project own) throws IOException {
    Map<String, Set<String>> known = pathsByPlace;
    if (known == null) {
      Map<String, Set<String>> found = new HashMap<>();
      Set<Path> roots = new LinkedHashSet<>();
      own.plan().feeds().values().stream()
          .flatMap(feed -> feed.files().stream())
          .forEach(pattern -> roots.add(own.folder().resolve(pattern.folder())));
      for (Path root : roots) {
        if (Files.isDirectory(root)) {
          FileWalk.of(root, new Paths(own, found));
        }
      }
      found.remove("");
      pathsByPlace = found;
      known = found;
    }
    return known;
  }

  /** Notes the paths of files; what can't be looked at is nobody's source. */
  private record Paths(Project project, Map<String, Set<String>> found) implements FileWalk.Visit {

    @Override
    public void file(Path file, Fingerprint seen) {
      found
          .computeIfAbsent(seen.place(), place -> new LinkedHashSet<>())
          .add(path(project, file.normalize()));
    }

    @Override
    public void failed(Path path, IOException why) {
      LoggerFactory.getLogger(Inputs.class).debug("{} can't be looked at", path, why);
    }
  }

  private static boolean wants(NamePattern pattern, String path) {
    return pattern.match(path).isPresent() || pattern.unreadablePeriod(path).isPresent();
  }
}
