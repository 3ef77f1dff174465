package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.app.review.Worth;
import baddle.core.derivation.ClosedMark;
import baddle.core.derivation.StoppedException;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.plan.Restatement;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredKeptOut;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Keeps the rows of closed periods unchanged, derived columns included, whatever happens to the
 * files they came from. A row is recognised by the values that were read, never by its file.
 */
public final class ClosedRows {

  private final Plan plan;
  private final Store store;
  private final int last;
  private final Set<Integer> damaged;
  private final ClosedPeriods closed;
  private final boolean keeps;
  private final List<StoredKeptOut> keptOut;
  private final Map<String, ClosedPeriods> ofDatasets = new HashMap<>();
  private final Map<Long, List<StoredSource>> sources = new HashMap<>();

  /**
   * Reads what a project has closed.
   *
   * @param last its last batch; 0 if there is none
   */
  public ClosedRows(Plan plan, Store store, int last) throws IOException {
    this(plan, store, last, Set.of());
  }

  /**
   * Reads what a project has closed.
   *
   * @param last its last batch; 0 if there is none
   * @param damaged parts whose rows can't be read
   */
  public ClosedRows(Plan plan, Store store, int last, Set<Integer> damaged) throws IOException {
    this.plan = plan;
    this.store = store;
    this.last = last;
    this.damaged = Set.copyOf(damaged);
    this.closed = ClosedPeriods.of(store, plan);
    this.keeps = plan.restatement() == Restatement.KEEP_OUT && !closed.all().isEmpty();
    boolean wasClosed = !store.closings().all().isEmpty();
    this.keptOut = wasClosed ? store.closings().keptOut(last) : List.of();
    for (StoredSource source :
        wasClosed ? store.catalogue().sources(last) : List.<StoredSource>of()) {
      sources.computeIfAbsent(source.file(), file -> new ArrayList<>()).add(source);
    }
  }

  /** Whether any period is closed, and the plan keeps changes out. */
  public boolean keepsAny() {
    return keeps;
  }

  /** The stored files; those that must be read again look as if they had never been read. */
  public List<StoredFile> known(List<StoredFile> files) {
    Set<Long> again = new HashSet<>();
    keptOut.stream()
        .filter(one -> !isClosed(one.period()))
        .map(StoredKeptOut::file)
        .forEach(again::add);
    return files.stream()
        .map(file -> again.contains(file.id()) || hasReopened(file) ? file.unread() : file)
        .toList();
  }

  private boolean isClosed(String period) {
    return keeps && closed.has(period);
  }

  private List<StoredSource> sources(StoredFile file) {
    return sources.getOrDefault(file.id(), List.of());
  }

  private boolean hasReopened(StoredFile file) {
    return sources(file).stream().anyMatch(source -> source.isKept() && !stays(source));
  }

  private boolean stays(StoredSource source) {
    return source.closedPeriods().stream().allMatch(this::isClosed);
  }

  /** Whether a file has only rows that closed periods keep. */
  public boolean isKept(StoredFile file) {
    List<StoredSource> own = sources(file);
    return !own.isEmpty() && own.stream().allMatch(source -> source.isKept() && stays(source));
  }

  /** Whether all sources of a file are of closed periods. */
  public boolean isClosed(StoredFile file) {
    List<StoredSource> own = sources(file);
    return keeps
        && !own.isEmpty()
        && own.stream().allMatch(source -> closed.of(source.period()).isPresent());
  }

  /**
   * The rows of a dataset whose derived columns and state don't change.
   *
   * @param batch the batch that is being written
   */
  public Optional<FrozenRows> frozen(DatasetPlan dataset, int batch) throws IOException {
    if (!keeps) {
      return Optional.empty();
    }
    List<StoredSource> now = sourcesAt(dataset, batch);
    RowPeriods periods = new RowPeriods(dataset, of(dataset), now);
    return periods.isNone() ? Optional.empty() : Optional.of(new FrozenRows(dataset, periods, now));
  }

  private List<StoredSource> sourcesAt(DatasetPlan dataset, int batch) throws IOException {
    Set<Long> files = new HashSet<>();
    for (StoredFile file : store.catalogue().files(batch)) {
      if (file.dataset().equals(dataset.name())) {
        files.add(file.id());
      }
    }
    return store.catalogue().sources(batch).stream()
        .filter(source -> files.contains(source.file()))
        .toList();
  }

  /**
   * Keeps the closed rows of a dataset. Call it once the batch has read the dataset's files.
   *
   * @param added the files of the dataset that were read
   * @param leaving those whose rows leave it
   * @param parts makes parts for rows that are kept
   * @return the parts that rows were copied into
   */
  public Set<Integer> settle(
      BatchWriter batch,
      DatasetPlan dataset,
      List<AddedFile> added,
      List<StoredFile> leaving,
      ClosedParts parts)
      throws IOException {
    ClosedPeriods own = of(dataset);
    if (own.all().isEmpty() || (added.isEmpty() && leaving.isEmpty())) {
      return Set.of();
    }
    List<StoredFile> displaced = new ArrayList<>(leaving);
    added.forEach(file -> file.known().ifPresent(displaced::add));
    List<StoredSource> before = sourcesAt(dataset, last);
    RowPeriods periods = new RowPeriods(dataset, own, before);
    Optional<DatasetReader> reader = reader(dataset, last);
    Set<Integer> written = new TreeSet<>();
    if (keeps && reader.isPresent() && !displaced.isEmpty()) {
      KeptRows kept =
          new KeptRows(batch, dataset, blanks(reader.get(), dataset), periods, own, parts, added);
      kept.keep(
          displaced,
          sources,
          damaged,
          keptOut.stream().filter(one -> one.kind() == StoredKeptOut.Kind.DERIVED).toList());
      written.addAll(kept.written());
    }
    judge(batch, dataset, own, added, displaced, before);
    if (keeps) {
      int number = batch.batch().number();
      List<StoredSource> now = sourcesAt(dataset, number);
      Optional<DatasetReader> rows = reader(dataset, number);
      if (rows.isPresent()) {
        new GoneRows(
                batch, dataset, blanks(rows.get(), dataset), new RowPeriods(dataset, own, now), now)
            .store();
      }
    }
    return written;
  }

  /**
   * Proves that no closed period has moved.
   *
   * @param batch a batch that is to follow the last one
   * @throws StoppedException if one has
   */
  public void prove(int batch) throws IOException {
    if (!keeps || !damaged.isEmpty()) {
      return;
    }
    for (DatasetPlan dataset : plan.datasets().values()) {
      List<ClosedProof.Change> changes =
          ClosedProof.changes(store, dataset, of(dataset), last, batch);
      if (!changes.isEmpty()) {
        ClosedProof.Change first = changes.get(0);
        String period = first.period().period().toString();
        throw new StoppedException(
            "rows of "
                + dataset.name()
                + " of "
                + period
                + ", which is closed, would change: "
                + first.path()
                + ": "
                + first.text("now", "after it")
                + "; nothing has been changed; if they are to, baddle reopen "
                + period
                + " --because REASON first");
      }
    }
  }

  /** The periods that were closed with rows of a dataset. */
  private ClosedPeriods of(DatasetPlan dataset) throws IOException {
    ClosedPeriods known = ofDatasets.get(dataset.name());
    if (known == null) {
      known = closed.with(dataset, store);
      ofDatasets.put(dataset.name(), known);
    }
    return known;
  }

  private Optional<DatasetReader> reader(DatasetPlan dataset, int batch) throws IOException {
    try {
      return Optional.of(store.dataset(dataset.name(), batch));
    } catch (StoreException.Absent e) {
      return Optional.empty();
    }
  }

  private static DatasetReader blanks(DatasetReader reader, DatasetPlan dataset) {
    return reader.orBlank(dataset.schema());
  }

  private void judge(
      BatchWriter batch,
      DatasetPlan dataset,
      ClosedPeriods own,
      List<AddedFile> added,
      List<StoredFile> displaced,
      List<StoredSource> before)
      throws IOException {
    List<AddedFile> readable = added.stream().filter(file -> !isDamaged(file)).toList();
    List<StoredSource> read = readable.stream().flatMap(file -> file.sources().stream()).toList();
    RowPeriods periods = new RowPeriods(dataset, own, read);
    Optional<DatasetReader> now = reader(dataset, batch.batch().number());
    if (now.isEmpty() || periods.isNone()) {
      return;
    }
    BitSet hit = hit(now.get(), periods, read);
    if (hit.isEmpty()) {
      return;
    }
    KnownRows known = known(dataset, own, displaced, before, hit);
    JudgedRows judged = new JudgedRows(batch, plan, dataset, now.get(), periods, known, readable);
    if (keeps) {
      judged.mark();
    } else {
      judged.count();
    }
    for (Map.Entry<AddedFile, Map<ClosedMark.Kind, PeriodTallies>> file :
        judged.tallies().entrySet()) {
      for (Map.Entry<ClosedMark.Kind, PeriodTallies> kind : file.getValue().entrySet()) {
        if (keeps) {
          kind.getValue().store(batch.keptOut(), file.getKey().file(), stored(kind.getKey()));
        } else if (kind.getKey() == ClosedMark.Kind.LATE) {
          book(batch, dataset, file.getKey(), kind.getValue());
        }
      }
    }
  }

  private boolean isDamaged(AddedFile file) {
    return file.known().stream()
        .flatMap(known -> sources(known).stream())
        .anyMatch(source -> damaged.contains(source.part()));
  }

  private static StoredKeptOut.Kind stored(ClosedMark.Kind kind) {
    return switch (kind) {
      case LATE -> StoredKeptOut.Kind.LATE;
      case AGAIN -> StoredKeptOut.Kind.AGAIN;
      case LEFT_OUT -> StoredKeptOut.Kind.LEFT_OUT;
    };
  }

  /** The closed periods that sources have rows of. */
  private static BitSet hit(DatasetReader reader, RowPeriods periods, List<StoredSource> sources)
      throws IOException {
    Set<List<Integer>> wanted = new HashSet<>();
    Set<Integer> parts = new HashSet<>();
    for (StoredSource source : sources) {
      if (periods.mayHaveAny(source)) {
        wanted.add(List.of(source.part(), source.number()));
        parts.add(source.part());
      }
    }
    BitSet hit = new BitSet();
    reader.scanParts(
        periods.columns(),
        parts::contains,
        block -> {
          int[] of = periods.of(block);
          for (DatasetReader.LiveRange range : block.live()) {
            boolean isWanted = wanted.contains(List.of(block.part(), range.source()));
            for (int row = range.from(); isWanted && row < range.to(); row++) {
              hit.set(of[row]);
            }
          }
        });
    hit.clear(0);
    return hit;
  }

  /** The rows to compare with: all closed ones, or if changes are booked, those of moved files. */
  private KnownRows known(
      DatasetPlan dataset,
      ClosedPeriods own,
      List<StoredFile> displaced,
      List<StoredSource> before,
      BitSet hit)
      throws IOException {
    Optional<DatasetReader> reader = reader(dataset, last);
    if (reader.isEmpty()) {
      return new KnownRows();
    }
    Set<Long> moved = new HashSet<>();
    displaced.forEach(file -> moved.add(file.id()));
    Set<List<Integer>> chosen = new HashSet<>();
    for (StoredSource source : before) {
      if (keeps || moved.contains(source.file())) {
        chosen.add(List.of(source.part(), source.number()));
      }
    }
    Set<Integer> parts = new TreeSet<>(reader.get().parts());
    parts.removeAll(damaged);
    return KnownRows.of(
        dataset,
        blanks(reader.get(), dataset),
        new RowPeriods(dataset, own, before),
        hit,
        parts,
        (part, source) -> chosen.contains(List.of(part, source)));
  }

  private static void book(
      BatchWriter batch, DatasetPlan dataset, AddedFile file, PeriodTallies late)
      throws IOException {
    late.each(
        (period, rows, amount) ->
            batch.addFinding(
                file.file(),
                Finding.of(
                        FindingCode.LATE_ROWS_BOOKED,
                        Place.file(file.path()),
                        Worth.of(rows, dataset.amount(), amount)
                            + " of "
                            + period
                            + ", which is closed, came in later; booked, as the plan says",
                        "see what moved: baddle compare --since-close " + period)
                    .touching(amount)));
  }
}
