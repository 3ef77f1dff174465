package baddle.app.kept;

import baddle.app.Fingerprint;
import baddle.app.Project;
import baddle.app.output.OutputList;
import baddle.app.reading.ProjectFiles;
import baddle.store.StoreState;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.slf4j.LoggerFactory;

/**
 * All that what is reported of a project depends on, besides the program: where the project is, the
 * plan and every file it names, name, size and time of every file in its folders, and the state of
 * its store. It never holds for a copy: the project's own path is part of it, and of each file the
 * device and number by which the file system knows it.
 *
 * @param folder the project's folder, absolute
 * @param storeFolder where the store is
 * @param storeFile what the store's file is told from another by
 * @param storeWriter who wrote to it last
 * @param files what each file and folder is told from another by; paths below the project's folder
 *     are relative to it
 */
public record ProjectState(
    String folder,
    Path storeFolder,
    String storeFile,
    String storeWriter,
    Map<String, String> files) {

  /**
   * The files as they were before anything was looked at, so that whatever changes from then on is
   * seen later on.
   *
   * @param project whose they are
   * @param files what each file and folder is told from another by
   */
  public record Before(Project project, Map<String, String> files) {

    /**
     * The whole state, once the store has been read or written.
     *
     * @param writer who should have written to it last
     * @return empty if somebody else has, or it can't be told without opening it
     */
    public Optional<ProjectState> with(String writer) {
      try {
        Path folder = project.storeFolder();
        return StoreState.of(folder)
            .filter(state -> state.writer().equals(writer))
            .map(
                state ->
                    new ProjectState(
                        project.folder().toString(), folder, state.file(), writer, files));
      } catch (IOException e) {
        return Optional.empty();
      }
    }

    /** Whether the files are the same, those aside that this program writes lists into. */
    public boolean isSameAs(Before other) {
      String outputs =
          FilesFingerprint.key(project.folder(), OutputList.of(project.planFile()).file());
      Map<String, String> own = new LinkedHashMap<>(files);
      Map<String, String> others = new LinkedHashMap<>(other.files);
      own.remove(outputs);
      others.remove(outputs);
      return own.equals(others);
    }

    /** The plan and the files it names, without the folders of sources. */
    public Before onlyNamed() {
      Map<String, String> named = new LinkedHashMap<>(files);
      named.keySet().removeIf(FilesFingerprint::isFolder);
      return new Before(project, named);
    }

    /** The same with more files, which results are written into. */
    public Optional<Before> and(Collection<Path> more) {
      try {
        Map<String, String> all = new LinkedHashMap<>(files);
        all.putAll(
            FilesFingerprint.of(project.folder(), new ProjectFiles(Set.of(), Set.copyOf(more)))
                .parts());
        return Optional.of(new Before(project, all));
      } catch (IOException e) {
        return Optional.empty();
      }
    }
  }

  /**
   * Looks at the files.
   *
   * @return empty where nothing can be kept: a change of a file could go unseen, not all can be
   *     looked at, the plan has parameters, or asks databases
   */
  public static Optional<Before> before(Project project, Instant now) {
    boolean asks = project.plan().feeds().values().stream().anyMatch(f -> f.query().isPresent());
    if (asks
        || project.elsewhere().isPresent()
        || !project.plan().parameters().values().isEmpty()) {
      return Optional.empty();
    }
    try {
      FilesFingerprint fingerprint =
          FilesFingerprint.of(project.folder(), ProjectFiles.of(project));
      return Fingerprint.isSettled(
              fingerprint.youngest(), ChronoUnit.NANOS.between(Instant.EPOCH, now))
          ? new Before(project, fingerprint.parts())
              .and(List.of(OutputList.of(project.planFile()).file()))
          : Optional.empty();
    } catch (IOException e) {
      LoggerFactory.getLogger(ProjectState.class).debug("nothing is kept", e);
      return Optional.empty();
    }
  }

  /** Who wrote to a project's store last; empty where that can't be told without opening it. */
  public static Optional<String> writer(Project project) {
    try {
      return StoreState.of(project.storeFolder()).map(StoreState::writer);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /**
   * Whether all is still so.
   *
   * @param project the folder of the project that asks, absolute
   */
  boolean holds(Path project) throws IOException {
    StoreState state = new StoreState(storeFile, storeWriter);
    return project.toString().equals(folder)
        && StoreState.of(storeFolder).filter(state::equals).isPresent()
        && FilesFingerprint.holds(project, files);
  }
}
