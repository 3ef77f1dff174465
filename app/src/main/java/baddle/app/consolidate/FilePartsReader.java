package baddle.app.consolidate;

import baddle.app.Awaited;
import baddle.app.Progress;
import baddle.app.Progress.Work;
import baddle.app.changes.CheckedFile;
import baddle.app.derived.Derivations;
import baddle.app.parts.FileOutcome;
import baddle.app.parts.PartSources;
import baddle.app.parts.Parts;
import baddle.app.parts.SourcePeriods;
import baddle.app.reading.FoundFile;
import baddle.core.derivation.Derivation;
import baddle.core.grid.GridOpener;
import baddle.core.intake.IntakeSpec;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Schema;
import baddle.core.value.Convention;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.Plan;
import baddle.store.BatchWriter;
import baddle.store.PartWriter;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;

/** Reads the files of a batch, several parts at a time; results come in the order of the files. */
final class FilePartsReader {

  private static final int CELLS_PER_BLOCK = 1 << 21;
  private static final int LEAST_ROWS = 4096;

  private final Plan plan;
  private final GridOpener opener;
  private final BatchWriter batch;
  private final Progress progress;
  private final Derivations derivations;
  private int partsBegun;

  FilePartsReader(
      Plan plan, GridOpener opener, BatchWriter batch, Progress progress, Derivations derivations) {
    this.derivations = derivations;
    this.plan = plan;
    this.opener = opener;
    this.batch = batch;
    this.progress = progress;
  }

  /**
   * Reads files with so many threads; may be called again for other datasets. What the values of a
   * file leave open is decided by what its sender's other files show, once these are read.
   *
   * @param others files whose rows are known; those are read again that leave something open which
   *     other files now show
   * @param senders what known files show; it learns what the files show
   */
  List<FileOutcome> read(
      List<CheckedFile> files, List<CheckedFile> others, int threads, SenderWriting senders)
      throws IOException {
    Map<FoundFile, FileOutcome> open = new ConcurrentHashMap<>();
    List<FileOutcome> outcomes =
        new ArrayList<>(read(files, threads, file -> Set.of(), Optional.of(open)));
    outcomes.forEach(senders::add);
    open.values().forEach(senders::add);
    List<CheckedFile> again = new ArrayList<>();
    files.stream().filter(file -> open.containsKey(file.file())).forEach(again::add);
    others.stream().filter(senders::isReadOtherwise).forEach(again::add);
    outcomes.addAll(read(again, threads, senders::siblings, Optional.empty()));
    return outcomes;
  }

  private List<FileOutcome> read(
      List<CheckedFile> files,
      int threads,
      Function<FoundFile, Set<Convention>> siblings,
      Optional<Map<FoundFile, FileOutcome>> open)
      throws IOException {
    if (files.isEmpty()) {
      return List.of();
    }
    List<List<CheckedFile>> parts = Parts.of(files);
    progress.begin(
        Work.READING, files.size(), files.stream().mapToLong(file -> file.file().size()).sum());
    ExecutorService workers = Executors.newFixedThreadPool(threads);
    try {
      List<Future<List<FileOutcome>>> pending = new ArrayList<>();
      for (int i = 0; i < parts.size(); i++) {
        int index = i;
        int part = partsBegun + i;
        pending.add(workers.submit(() -> readPart(part, parts.get(index), siblings, open)));
      }
      partsBegun += parts.size();
      List<FileOutcome> outcomes = new ArrayList<>();
      for (Future<List<FileOutcome>> part : pending) {
        outcomes.addAll(Awaited.of(part));
      }
      return outcomes;
    } finally {
      Awaited.end(workers);
      progress.end(Work.READING);
    }
  }

  /** A part for rows that aren't read from files; call it when no file is being read. */
  PartWriter part(DatasetPlan dataset, Schema schema) {
    return batch.part(partsBegun++, dataset.name(), schema);
  }

  private List<FileOutcome> readPart(
      int index,
      List<CheckedFile> files,
      Function<FoundFile, Set<Convention>> siblings,
      Optional<Map<FoundFile, FileOutcome>> open)
      throws IOException {
    DatasetPlan dataset =
        Objects.requireNonNull(plan.datasets().get(files.get(0).file().feed().dataset()));
    IntakeSpec spec = new IntakeSpec(dataset.columns(), Map.of());
    Optional<Derivation> derivation = derivations.of(dataset);
    Schema schema = derivation.map(Derivation::schema).orElseGet(dataset::schema);
    int rows = Math.max(LEAST_ROWS, Math.min(Block.MOST_ROWS, CELLS_PER_BLOCK / schema.size()));
    List<FileOutcome> outcomes = new ArrayList<>();
    long read = 0;
    long[] told = new long[1];
    try (PartWriter part = batch.part(index, dataset.name(), schema)) {
      PartSources sources = new PartSources(part);
      SourcePeriods periods = new SourcePeriods(sources, feeds(dataset));
      SourceSamples samples = new SourceSamples(sources, plan, dataset, schema);
      BlockBuilder blocks =
          new BlockBuilder(
              spec.workingSchema(cellColumns(dataset)),
              rows,
              (block, from, to) -> {
                try {
                  Block whole = whole(block, derivation, schema);
                  periods.accept(whole);
                  samples.accept(whole);
                  part.accept(whole, from, to);
                  progress.step(Work.READING, 0, 0, to - from);
                  told[0] += to - from;
                } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
                  throw new BlockFailure(e);
                }
              });
      sources.into(blocks);
      FileIntake intake = new FileIntake(plan, dataset, opener, blocks, sources);
      for (CheckedFile file : files) {
        FileOutcome outcome = intake.read(file, siblings.apply(file.file()));
        if (open.isPresent() && !outcome.writing().open().isEmpty()) {
          intake.drop();
          open.get().put(file.file(), outcome);
        } else {
          outcomes.add(outcome);
        }
        read += outcome.sources().stream().mapToLong(s -> s.intake().counts().read()).sum();
        progress.step(Work.READING, 1, file.file().size(), Math.max(0, read - told[0]));
        told[0] = Math.max(told[0], read);
      }
      blocks.flush();
      part.end();
      return samples.settle(periods.settle(outcomes));
    }
  }

  private List<FeedPlan> feeds(DatasetPlan dataset) {
    return plan.feeds().values().stream()
        .filter(feed -> feed.dataset().equals(dataset.name()))
        .toList();
  }

  /** The columns that only rules of the dataset's feeds read. */
  private List<String> cellColumns(DatasetPlan dataset) {
    return feeds(dataset).stream()
        .flatMap(feed -> feed.shaping().cellColumns().stream())
        .distinct()
        .toList();
  }

  private static Block whole(Block block, Optional<Derivation> derivation, Schema schema)
      throws IOException {
    return derivation.isPresent() ? derivation.get().apply(block) : block.only(schema);
  }
}
