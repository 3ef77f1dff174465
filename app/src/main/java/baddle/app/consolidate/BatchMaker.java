package baddle.app.consolidate;

import baddle.app.BatchStamp;
import baddle.app.Progress;
import baddle.app.Project;
import baddle.app.changes.CheckedFile;
import baddle.app.changes.FileChange;
import baddle.app.changes.FileChanges;
import baddle.app.changes.Refusal;
import baddle.app.closed.AddedFile;
import baddle.app.closed.ClosedRows;
import baddle.app.derived.Derived;
import baddle.app.parts.FileOutcome;
import baddle.app.parts.SampledSource;
import baddle.app.reading.ReadSource;
import baddle.core.finding.Finding;
import baddle.core.grid.GridOpener;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.BatchWriter;
import baddle.store.Store;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.time.Instant;
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

/** Makes one batch of what a look has shown. */
final class BatchMaker {

  private final Plan plan;
  private final GridOpener opener;
  private final Progress progress;
  private final int threads;
  private final ChangeScan look;
  private final List<Finding> findings;
  private final List<Refusal> refused;

  /**
   * A batch that is yet to be made.
   *
   * @param threads how many files are read at a time
   */
  BatchMaker(Project project, GridOpener opener, int threads, ChangeScan look) {
    this.plan = project.plan();
    this.opener = opener;
    this.progress = project.progress();
    this.threads = threads;
    this.look = look;
    this.findings = look.findings();
    this.refused = new ArrayList<>(look.changes().refused());
  }

  /** What wants a person's eye so far. */
  List<Finding> findings() {
    return findings;
  }

  /** The files that couldn't be read. */
  List<Refusal> refused() {
    return refused;
  }

  /**
   * Writes the batch; empty if no file could be read and none had to go.
   *
   * @param planName what the store is to know the plan by
   */
  Optional<Batch> make(Store store, String planName, Instant now) throws IOException {
    FileChanges changes = look.changes();
    ClosedRows closed = look.closed();
    Derived derived = look.derived();
    Optional<Batch> last = store.catalogue().lastBatch();
    EarlierHeadings headings = new EarlierHeadings(absentHeadings(store));
    FewerPeriods periods =
        new FewerPeriods(
            last.isEmpty() ? List.of() : store.catalogue().headings(last.get().number()));
    try (BatchWriter batch = store.beginBatch(now)) {
      batch.setPlan(planName);
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
          batch.retire(file.id());
        }
      }
      FilePartsReader reading =
          new FilePartsReader(plan, opener, batch, progress, derived.derivations());
      SenderWriting senders = senders(store, last);
      int filesRead = 0;
      for (List<DatasetPlan> wave : derived.waves()) {
        Set<String> names = wave.stream().map(DatasetPlan::name).collect(Collectors.toSet());
        derived.prepare(wave, batch);
        List<CheckedFile> ofWave =
            checked.stream().filter(file -> names.contains(file.file().feed().dataset())).toList();
        List<FileOutcome> outcomes =
            reading.read(
                ofWave.stream().filter(CheckedFile::isToRead).toList(),
                ofWave.stream().filter(this::mayBeReadAgain).toList(),
                threads,
                senders);
        filesRead += outcomes.size();
        List<AddedFile> added = new ArrayList<>();
        for (FileOutcome outcome : outcomes) {
          if (outcome.failed()) {
            refuse(outcome);
          } else {
            List<Finding> judged = new ArrayList<>(headings.judged(outcome));
            judged.addAll(periods.findings(outcome));
            added.add(add(batch, outcome, senders.used(outcome.file().file()), judged));
            changed = true;
          }
        }
        Set<Integer> copied = new HashSet<>();
        for (DatasetPlan dataset : wave) {
          copied.addAll(
              closed.settle(
                  batch,
                  dataset,
                  added.stream().filter(file -> isOf(file.dataset(), dataset)).toList(),
                  changes.leaving().stream()
                      .filter(file -> isOf(file.dataset(), dataset))
                      .filter(file -> !adopted.contains(file.id()))
                      .toList(),
                  reading::part));
        }
        changed |= derived.finish(wave, batch, copied);
      }
      if (!changed) {
        return Optional.empty();
      }
      batch.endFindingsOfOthers(plan.datasets().keySet());
      for (Finding finding : findings) {
        batch.addFinding(null, finding);
      }
      closed.prove(batch.batch().number());
      batch.commit();
      Logger log = LoggerFactory.getLogger(BatchMaker.class);
      log.info(
          "batch {}: {} files read, {} gone",
          BatchStamp.of(batch.batch()),
          filesRead,
          changes.leaving().size());
      return Optional.of(batch.batch());
    }
  }

  private static boolean isOf(String name, DatasetPlan dataset) {
    return name.equals(dataset.name());
  }

  /** Notes a file that couldn't be read by each of the reasons. */
  private void refuse(FileOutcome outcome) {
    boolean hasRows = outcome.file().known().isPresent();
    for (Finding finding : outcome.findings()) {
      if (finding.isError()) {
        Refusal refusal = Refusal.of(outcome.file().file(), hasRows, finding);
        refused.add(refusal);
        findings.add(refusal.finding());
      } else {
        findings.add(finding);
      }
    }
  }

  private static Map<String, Map<String, List<Set<String>>>> absentHeadings(Store store)
      throws IOException {
    Optional<Batch> last = store.catalogue().lastBatch();
    return last.isEmpty() ? Map.of() : store.catalogue().absentHeadings(last.get().number());
  }

  /** How the stored files are written whose rows stay. */
  private SenderWriting senders(Store store, Optional<Batch> last) throws IOException {
    Map<String, Optional<String>> paths = new HashMap<>();
    for (StoredFile file : look.changes().leaving()) {
      paths.put(SenderWriting.key(file.feed(), file.path()), Optional.empty());
    }
    for (CheckedFile file : look.changes().checked()) {
      file.known()
          .map(known -> SenderWriting.key(known.feed(), known.path()))
          .ifPresent(
              key -> {
                if (file.change() == FileChange.RENAMED) {
                  paths.put(key, Optional.of(file.file().path()));
                } else if (file.isToRead()) {
                  paths.put(key, Optional.empty());
                }
              });
    }
    return new SenderWriting(
        last.isEmpty() ? List.of() : store.catalogue().writings(last.get().number()), paths);
  }

  private boolean mayBeReadAgain(CheckedFile file) {
    return file.change() == FileChange.UNCHANGED
        && file.known().filter(known -> !look.closed().isClosed(known)).isPresent();
  }

  private static AddedFile add(
      BatchWriter batch, FileOutcome outcome, String readAs, List<Finding> findings)
      throws IOException {
    if (outcome.file().known().isPresent()) {
      batch.retire(outcome.file().known().get().id());
    }
    long file = batch.addFile(outcome.file().toStore().readAs(readAs));
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
              source.firstRow(),
              "");
      sources.add(stored);
      batch.addSource(stored);
      batch.details().addTreated(stored, source.intake().treated());
      batch.details().addCells(stored, source.intake().cells());
    }
    for (Finding finding : findings) {
      batch.addFinding(file, finding);
    }
    for (Map.Entry<Integer, SampledSource> sample : outcome.samples().entrySet()) {
      batch
          .details()
          .addSample(
              outcome.part(),
              sample.getKey(),
              sample.getValue().hashes(),
              sample.getValue().sums());
    }
    return new AddedFile(
        file,
        outcome.file().file().path(),
        outcome.file().file().feed().name(),
        outcome.file().file().feed().dataset(),
        outcome.file().known(),
        sources);
  }
}
