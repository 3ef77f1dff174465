package baddle.app.consolidate;

import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.changes.CheckedFile;
import baddle.app.changes.FileChange;
import baddle.app.changes.Refusal;
import baddle.app.kept.KeptResult;
import baddle.app.kept.ProjectState;
import baddle.app.reference.References;
import baddle.app.results.ResultFetcher;
import baddle.core.grid.GridOpener;
import baddle.formats.Formats;
import baddle.store.Store;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/**
 * Brings new and changed files into the datasets as one batch, or does nothing if there are none.
 */
public final class Consolidation {

  private Project project;
  private final GridOpener opener;
  private final Clock clock;
  private final int threads;
  private boolean rebuilds;
  private boolean byContent;
  private Optional<ConsolidateResult> again = Optional.empty();
  private String writer = "";

  /**
   * A consolidation that is yet to run.
   *
   * @param clock gives the batch its time
   * @param threads how many files are read at a time
   */
  public Consolidation(Project project, GridOpener opener, Clock clock, int threads) {
    this.project = project;
    this.opener = opener;
    this.clock = clock;
    this.threads = threads;
  }

  /**
   * What consolidating would say of a plan's project if it were done again with nothing changed.
   */
  public static KeptResult<ConsolidateResult> kept(Path planFile) {
    return new KeptResult<>(planFile, "consolidate", ConsolidateResult.class);
  }

  /** A consolidation that reads every format there is. */
  public static Consolidation of(Project project, Clock clock, int threads) {
    return new Consolidation(project, new Formats(), clock, threads);
  }

  /** The same, but files whose stored rows are damaged on disk are read again. */
  public Consolidation rebuilding() {
    Consolidation rebuilding = new Consolidation(project, opener, clock, threads);
    rebuilding.rebuilds = true;
    rebuilding.byContent = byContent;
    return rebuilding;
  }

  /** The same, but the content of every file is looked at, whatever its size and times are. */
  public Consolidation byContent() {
    Consolidation comparing = new Consolidation(project, opener, clock, threads);
    comparing.rebuilds = rebuilds;
    comparing.byContent = true;
    return comparing;
  }

  /**
   * Runs it once.
   *
   * @throws IOException if the store can't be read or written; it is as it was then
   */
  public ConsolidateResult run() throws IOException {
    Optional<ProjectState.Before> before =
        rebuilds || byContent ? Optional.empty() : ProjectState.before(project, clock.instant());
    new ResultFetcher(project, threads)
        .run(clock.instant().truncatedTo(ChronoUnit.SECONDS), byContent);
    References references = References.of(project, opener);
    project = project.with(references.plan());
    ConsolidateResult result;
    try (Store store = OwnStore.openToWrite(project)) {
      writer = store.writer();
      ChangeScan look = look(store, references);
      result = look.isToDo() ? bring(store, look) : unchanged(store, look);
      if (before.isPresent()) {
        again = again(store, references, look, result);
      }
    }
    before
        .flatMap(files -> files.with(writer))
        .ifPresent(state -> again.ifPresent(next -> kept(project.planFile()).keep(next, state)));
    return result;
  }

  /** What the store knows this one by that has written to it; empty before it was run. */
  public String writer() {
    return writer;
  }

  /** Whether files are told by what they are known by, and stored rows aren't looked at. */
  public boolean isPlain() {
    return !rebuilds && !byContent;
  }

  /**
   * What the next one would say if nothing changed until then; empty before it was run, or if that
   * isn't sure.
   */
  public Optional<ConsolidateResult> next() {
    return again;
  }

  private ChangeScan look(Store store, References references) throws IOException {
    return ChangeScan.of(
        project,
        opener,
        references,
        store,
        clock.instant(),
        new ChangeScan.How(rebuilds, byContent));
  }

  private ConsolidateResult bring(Store store, ChangeScan look) throws IOException {
    BatchMaker making = new BatchMaker(project, opener, threads, look);
    Instant now = clock.instant().truncatedTo(ChronoUnit.SECONDS);
    Optional<Batch> made = making.make(store, OwnStore.name(project), now);
    touch(store, look.changes().checked());
    refused(store, making.refused());
    return new ConsolidationReport(project.plan(), store, look)
        .of(made, making.findings(), making.refused());
  }

  /** What there is to say where nothing is to do. */
  private ConsolidateResult unchanged(Store store, ChangeScan look) throws IOException {
    touch(store, look.changes().checked());
    refused(store, look.changes().refused());
    return new ConsolidationReport(project.plan(), store, look)
        .of(Optional.empty(), look.findings(), look.changes().refused());
  }

  /**
   * What the next run will say if nothing changes until then; empty if that isn't sure. What goes
   * wrong in finding out takes nothing back of what was done.
   */
  private Optional<ConsolidateResult> again(
      Store store, References references, ChangeScan before, ConsolidateResult result) {
    try {
      ChangeScan look = before.isToDo() ? look(store, references) : before;
      if (!look.isStanding()) {
        return Optional.empty();
      }
      return Optional.of(before.isToDo() ? unchanged(store, look) : result);
    } catch (IOException e) {
      LoggerFactory.getLogger(Consolidation.class).debug("no answer is kept", e);
      return Optional.empty();
    }
  }

  private static void refused(Store store, List<Refusal> refused) throws IOException {
    store.setRefused(refused.stream().map(Refusal::stored).toList());
  }

  private static void touch(Store store, List<CheckedFile> checked) throws IOException {
    for (CheckedFile file : checked) {
      boolean unchanged = file.change() == FileChange.UNCHANGED && file.known().isPresent();
      if (unchanged
          && file.modified().isPresent()
          && !(file.known().get().modified().equals(file.modified())
              && file.known().get().place().equals(file.file().seen().place()))) {
        store.touch(
            file.known().get().id(), file.modified().getAsLong(), file.file().seen().place());
      }
    }
  }
}
