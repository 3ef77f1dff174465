package baddle.app.consolidate;

import baddle.app.BatchStamp;
import baddle.app.Progress;
import baddle.app.Project;
import baddle.app.reading.MendedFiles;
import baddle.app.reading.ReadSource;
import baddle.app.reference.References;
import baddle.app.review.FindingPolicy;
import baddle.app.review.Restatements;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.GridOpener;
import baddle.core.intake.RowCounts;
import baddle.formats.Formats;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.store.Batch;
import baddle.store.BatchWriter;
import baddle.store.Catalogue;
import baddle.store.Store;
import baddle.store.StoredFile;
import baddle.store.StoredSource;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Brings new and changed files into the datasets as one batch, or does nothing if there are none.
 */
public final class Consolidation {

  private Project project;
  private final GridOpener opener;
  private final Clock clock;
  private final Progress progress;
  private final int threads;
  private final List<Finding> findings = new ArrayList<>();
  private boolean rebuilds;

  /**
   * A consolidation that is yet to run.
   *
   * @param clock gives the batch its time
   * @param threads how many files are read at a time
   */
  public Consolidation(
      Project project, GridOpener opener, Clock clock, Progress progress, int threads) {
    this.project = project;
    this.opener = opener;
    this.clock = clock;
    this.progress = progress;
    this.threads = threads;
  }

  /** A consolidation that reads every format there is. */
  public static Consolidation of(Project project, Clock clock, Progress progress, int threads) {
    return new Consolidation(project, new Formats(), clock, progress, threads);
  }

  /** The same, but files whose stored rows are damaged on disk are read again. */
  public Consolidation rebuilding() {
    Consolidation rebuilding = new Consolidation(project, opener, clock, progress, threads);
    rebuilding.rebuilds = true;
    return rebuilding;
  }

  /**
   * Runs it once.
   *
   * @throws IOException if the store can't be read or written; it is as it was then
   */
  public ConsolidateResult run() throws IOException {
    References references = References.of(project, opener);
    project = new Project(project.planFile(), references.plan());
    try (Store store = Store.openToWrite(project.storeFolder())) {
      return run(store, references);
    }
  }

  private ConsolidateResult run(Store store, References references) throws IOException {
    Instant now = clock.instant().truncatedTo(ChronoUnit.SECONDS);
    int last = store.catalogue().lastBatch().map(Batch::number).orElse(0);
    Damage damage = rebuilds ? Damage.find(project.plan(), store, last) : Damage.NONE;
    ClosedSources closed = new ClosedSources(project.plan(), store, last, damage.parts());
    List<StoredFile> known = damage.known(closed.known(store.catalogue().files(last)));
    MendedFiles mended = MendedFiles.of(project, opener);
    FileChanges changes =
        FileChanges.of(
            project,
            known,
            closed,
            mended,
            ChronoUnit.NANOS.between(Instant.EPOCH, clock.instant()));
    findings.addAll(changes.findings());
    findings.addAll(damage.findings(known, changes.checked()));
    findings.addAll(changes.gone().findings());
    Map<String, Integer> failed = new HashMap<>(changes.unreadable());
    Optional<Batch> made = Optional.empty();
    Derived derived = new Derived(project, references, store, closed);
    if (changes.any() || derived.isOutOfDate(known)) {
      made = makeBatch(store, now, changes, failed, derived, closed);
    }
    touch(store, changes.checked());
    findings.addAll(mended.findings());
    int current = store.catalogue().lastBatch().map(Batch::number).orElse(0);
    findings.addAll(mended.unused(store.catalogue().mended(current)));
    return result(store, made, changes, failed, derived);
  }

  /** Writes the batch; empty if no file could be read and none had to go. */
  private Optional<Batch> makeBatch(
      Store store,
      Instant now,
      FileChanges changes,
      Map<String, Integer> failed,
      Derived derived,
      ClosedSources closed)
      throws IOException {
    try (BatchWriter batch = store.beginBatch(now)) {
      boolean changed = !changes.leaving().isEmpty();
      List<CheckedFile> checked = changes.checked();
      Set<Long> adopted = new HashSet<>();
      for (CheckedFile file : checked) {
        if (file.change() == FileChange.RENAMED) {
          StoredFile before = file.known().orElseThrow();
          adopted.add(before.id());
          batch.retire(before.id());
          batch.adoption().adopt(before.id(), file.toStore());
        }
      }
      changed |= !adopted.isEmpty();
      for (StoredFile file : changes.leaving()) {
        if (!adopted.contains(file.id())) {
          closed.retire(batch, file);
        }
      }
      BatchReading reading =
          new BatchReading(project.plan(), opener, batch, progress, derived.derivations());
      int filesRead = 0;
      for (List<DatasetPlan> wave : derived.waves()) {
        Set<String> names = wave.stream().map(DatasetPlan::name).collect(Collectors.toSet());
        derived.prepare(wave, batch);
        List<FileOutcome> outcomes =
            reading.read(
                checked.stream()
                    .filter(CheckedFile::isToRead)
                    .filter(file -> names.contains(file.file().feed().dataset()))
                    .toList(),
                threads);
        filesRead += outcomes.size();
        List<ClosedSources.Added> added = new ArrayList<>();
        for (FileOutcome outcome : outcomes) {
          findings.addAll(outcome.failed() ? withOldRows(outcome) : List.of());
          if (outcome.failed()) {
            failed.merge(outcome.file().file().feed().name(), 1, Integer::sum);
          } else {
            added.add(add(batch, outcome));
            changed = true;
          }
        }
        closed.settle(batch, wave, added);
        changed |= derived.finish(wave, batch);
      }
      if (!changed) {
        return Optional.empty();
      }
      for (Finding finding : findings) {
        batch.addFinding(null, finding);
      }
      batch.commit();
      Logger log = LoggerFactory.getLogger(Consolidation.class);
      log.info(
          "batch {}: {} files read, {} gone", batch.batch(), filesRead, changes.leaving().size());
      return Optional.of(batch.batch());
    }
  }

  private static List<Finding> withOldRows(FileOutcome outcome) {
    if (outcome.file().known().isEmpty()) {
      return outcome.findings();
    }
    return outcome.findings().stream()
        .map(finding -> finding.adding("; the rows it had before stay in the dataset"))
        .toList();
  }

  private static ClosedSources.Added add(BatchWriter batch, FileOutcome outcome)
      throws IOException {
    if (outcome.file().known().isPresent()) {
      batch.retire(outcome.file().known().get().id());
    }
    long file = batch.addFile(outcome.file().toStore());
    List<StoredSource> sources = new ArrayList<>();
    for (ReadSource source : outcome.sources()) {
      StoredSource stored =
          new StoredSource(
              file,
              outcome.part(),
              source.number(),
              source.sheet(),
              source.period(),
              source.intake().headingRow(),
              source.intake().range().toString(),
              source.message(),
              source.intake().counts(),
              source.firstRow());
      sources.add(stored);
      batch.addSource(stored);
      batch.addTreated(stored, source.intake().treated());
    }
    for (Finding finding : outcome.findings()) {
      batch.addFinding(file, finding);
    }
    return new ClosedSources.Added(
        file, outcome.file().file().feed().dataset(), outcome.file().known(), sources);
  }

  private static void touch(Store store, List<CheckedFile> checked) throws IOException {
    for (CheckedFile file : checked) {
      boolean unchanged = file.change() == FileChange.UNCHANGED && file.known().isPresent();
      if (unchanged
          && file.modified().isPresent()
          && !file.known().get().modified().equals(file.modified())) {
        store.touch(file.known().get().id(), file.modified().getAsLong());
      }
    }
  }

  private ConsolidateResult result(
      Store store,
      Optional<Batch> made,
      FileChanges changes,
      Map<String, Integer> failed,
      Derived derived)
      throws IOException {
    Catalogue catalogue = store.catalogue();
    Optional<Batch> current = catalogue.lastBatch();
    int number = current.map(Batch::number).orElse(0);
    Map<String, RowCounts> rowsOfFeed = catalogue.rowsOfFeeds(number);
    RowCounts all = rowsOfFeed.values().stream().reduce(RowCounts.NONE, RowCounts::plus);
    List<FeedLine> lines = new ArrayList<>();
    for (FeedPlan feed : project.plan().feeds().values()) {
      lines.add(
          line(
              feed,
              changes,
              failed.getOrDefault(feed.name(), 0),
              rowsOfFeed.getOrDefault(feed.name(), RowCounts.NONE)));
    }
    findings.addAll(catalogue.findings(number));
    findings.addAll(catalogue.findingsOfDatasets(number));
    findings.addAll(Restatements.findings(project.plan(), store, number));
    FindingPolicy.Result policed =
        new FindingPolicy(project.plan(), catalogue.sources(number)).apply(findings);
    ConsolidateResult result =
        new ConsolidateResult(
            made.map(BatchStamp::of),
            current.map(BatchStamp::of),
            lines,
            catalogue.storedRows(number),
            all,
            derived.changedRows(),
            policed.findings(),
            policed.accepted().size());
    return result.addsUp() ? result : broken(result);
  }

  private static FeedLine line(FeedPlan feed, FileChanges all, int failed, RowCounts rows) {
    Map<FileChange, Long> changes =
        all.checked().stream()
            .filter(file -> file.file().feed().name().equals(feed.name()))
            .collect(Collectors.groupingBy(CheckedFile::change, Collectors.counting()));
    return new FeedLine(
        feed.name(),
        changes.values().stream().mapToInt(Long::intValue).sum(),
        changes.getOrDefault(FileChange.NEW, 0L).intValue(),
        changes.getOrDefault(FileChange.CHANGED, 0L).intValue(),
        changes.getOrDefault(FileChange.RENAMED, 0L).intValue(),
        changes.getOrDefault(FileChange.UNCHANGED, 0L).intValue(),
        changes.getOrDefault(FileChange.DUPLICATE, 0L).intValue(),
        failed,
        all.gone().count(feed.name()),
        rows);
  }

  private static ConsolidateResult broken(ConsolidateResult result) {
    List<Finding> findings = new ArrayList<>(result.findings());
    findings.add(
        0,
        Finding.of(
            FindingCode.COMPLETENESS_BROKEN,
            Place.nowhere(),
            "the rows don't add up: " + result.rows() + ", stored " + result.inDataset(),
            "this is a defect of Baddle; don't use the figures, and report it"));
    return new ConsolidateResult(
        result.made(),
        result.current(),
        result.feeds(),
        result.inDataset(),
        result.rows(),
        result.derivedAnew(),
        findings,
        result.accepted());
  }
}
