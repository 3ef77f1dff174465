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
import java.util.ArrayList;
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
 * The files that a command or a plan of its folder reads, onto which nothing may be written: plans,
 * the files they name, those that their feeds want, mended rows, the store. A file that Baddle
 * wrote isn't one of them, wherever it is, so that one plan may read what another writes.
 */
public final class Inputs {

  private final Optional<Project> project;
  private final Collection<Path> others;
  private final Map<Path, Map<String, Set<String>>> pathsByPlace = new HashMap<>();
  private @Nullable List<Project> projects;

  private Inputs(Optional<Project> project, Collection<Path> others) {
    this.project = project;
    this.others = List.copyOf(others);
  }

  private Set<Path> files() throws IOException {
    Set<Path> files = new LinkedHashSet<>(others);
    if (project.isPresent()) {
      files.addAll(ProjectFiles.of(project.get()).files());
      files.addAll(PlansBeside.files(project.get()));
    }
    return files;
  }

  /** This project first, then those of the other plans in its folder. */
  private List<Project> projects(Project own) throws IOException {
    List<Project> known = projects;
    if (known == null) {
      known = new ArrayList<>(List.of(own));
      known.addAll(PlansBeside.projects(own));
      projects = known;
    }
    return known;
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
        return Optional.of(
            output + " is read by this command or by a plan of the folder; name another file");
      }
      if (project.isPresent() && file.startsWith(Project.storeFolder(project.get().planFile()))) {
        return Optional.of(output + " lies in the store's folder; name another place");
      }
      Optional<Project> reading = project.isPresent() ? reading(project.get(), file) : project;
      if (reading.isPresent()) {
        boolean isOwn = reading.get().planFile().equals(project.get().planFile());
        return Optional.of(
            output
                + " is a file that was sent, and the plan "
                + (isOwn ? "" : reading.get().planFile().getFileName() + " ")
                + "reads it; name another file");
      }
    } catch (IOException e) {
      return Optional.of(output + " can't be looked at: " + e.getMessage());
    }
    return Optional.empty();
  }

  private boolean isSameAsOne(Path file) throws IOException {
    return isSameAsOne(file, files());
  }

  private static boolean isSameAsOne(Path file, Set<Path> inputs) throws IOException {
    for (Path input : inputs) {
      boolean both = Files.exists(file) && Files.exists(input);
      if (input.toAbsolutePath().normalize().equals(file)
          || (both && Files.isSameFile(input, file))) {
        return true;
      }
    }
    return false;
  }

  /** Which plan of the folder reads a file that is there and that no command wrote. */
  private Optional<Project> reading(Project own, Path file) throws IOException {
    if (!Files.isRegularFile(file)
        || OutputList.of(own.planFile()).hashes().contains(ContentHash.of(file))) {
      return Optional.empty();
    }
    for (Project one : projects(own)) {
      if (isSource(one, file)) {
        return Optional.of(one);
      }
    }
    return Optional.empty();
  }

  /** Whether a plan reads a file that is there. */
  private boolean isSource(Project own, Path file) throws IOException {
    Set<String> names = new LinkedHashSet<>(paths(own).getOrDefault(place(file), Set.of()));
    names.add(path(own, file));
    return file.startsWith(own.folder().resolve(MendedFiles.FOLDER))
        || own.plan().feeds().values().stream()
            .map(FeedPlan::files)
            .flatMap(Collection::stream)
            .anyMatch(pattern -> names.stream().anyMatch(name -> wants(pattern, name)))
        || isSameAsOne(file, ProjectFiles.of(own).files());
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
    Map<String, Set<String>> known = pathsByPlace.get(own.planFile());
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
      pathsByPlace.put(own.planFile(), found);
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
