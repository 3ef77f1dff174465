package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.plan.Restatement;
import baddle.store.Adoption;
import baddle.store.BatchWriter;
import baddle.store.Closings;
import baddle.store.Store;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Lets the sources of closed periods stay what they were, where the plan wants that: what came of
 * reading them again is taken out of the batch, and it is noted that it was.
 */
public final class ClosedSources {

  private static final String DERIVED_ANEW =
      "a lookup or the plan has changed, and columns would have other values now";

  private final Plan plan;
  private final Store store;
  private final int last;
  private final boolean keeps;
  private final ClosedPeriods closed;
  private final Map<Long, List<StoredSource>> sources = new TreeMap<>();
  private final List<Closings.KeptOut> keptOut;

  /**
   * Of a project.
   *
   * @param last its last batch; 0 if there is none
   */
  public ClosedSources(Plan plan, Store store, int last) throws IOException {
    this(plan, store, last, Set.of());
  }

  /**
   * Of a project.
   *
   * @param last its last batch; 0 if there is none
   * @param damaged parts whose rows can't stay what they were
   */
  public ClosedSources(Plan plan, Store store, int last, Set<Integer> damaged) throws IOException {
    this.plan = plan;
    this.store = store;
    this.last = last;
    this.closed = ClosedPeriods.of(store, plan);
    this.keeps = plan.restatement() == Restatement.KEEP_OUT && !closed.all().isEmpty();
    this.keptOut = store.closings().keptOut(last);
    if (keeps) {
      Set<Long> dated = new HashSet<>();
      for (StoredFile file : store.catalogue().files(last)) {
        if (isDated(plan, file.dataset())) {
          dated.add(file.id());
        }
      }
      for (StoredSource source : store.catalogue().sources(last)) {
        if (damaged.contains(source.part()) || dated.contains(source.file())) {
          continue;
        }
        sources.computeIfAbsent(source.file(), file -> new ArrayList<>()).add(source);
      }
    }
  }

  /** Whether rows may keep what they were. */
  public boolean keepsAny() {
    return keeps;
  }

  private boolean keeps(StoredSource source) {
    return keeps && closed.of(source.period()).isPresent();
  }

  /** The files as the store knows them; those that have to be read again as if it didn't. */
  public List<StoredFile> known(List<StoredFile> files) {
    Set<Long> again = new HashSet<>();
    for (Closings.KeptOut one : keptOut) {
      if (!keeps || closed.of(one.period()).isEmpty()) {
        again.add(one.file());
      }
    }
    return files.stream().map(file -> again.contains(file.id()) ? file.unread() : file).toList();
  }

  /** Those of some files that leave the datasets; the others are of closed periods altogether. */
  public List<StoredFile> leaving(List<StoredFile> files) {
    return files.stream().filter(file -> !isNotedAsKept(file)).toList();
  }

  private boolean isNotedAsKept(StoredFile file) {
    return isClosed(file) && keptOut.stream().anyMatch(one -> one.file() == file.id());
  }

  /** Whether all that a file has is of closed periods, and stays. */
  public boolean isClosed(StoredFile file) {
    if (isDated(plan, file.dataset())) {
      return keeps && isAllKept(file);
    }
    List<StoredSource> all = sources.getOrDefault(file.id(), List.of());
    return !all.isEmpty() && all.stream().allMatch(this::keeps);
  }

  /** Whether all that there still is of a file are rows that were kept when it went. */
  private boolean isAllKept(StoredFile file) {
    List<Closings.KeptOut> own = keptOut.stream().filter(one -> one.file() == file.id()).toList();
    return file.intake().isEmpty()
        && !own.isEmpty()
        && own.stream().allMatch(one -> closed.of(one.period()).isPresent());
  }

  /** Takes a file's rows out of the datasets, but for those of closed periods. */
  public void retire(BatchWriter batch, StoredFile file) throws IOException {
    List<StoredSource> kept =
        sources.getOrDefault(file.id(), List.of()).stream().filter(this::keeps).toList();
    Adoption adoption = batch.adoption();
    long now = file.id();
    if (isClosed(file)) {
      adoption.forgetIntake(now);
    } else {
      batch.retire(now);
      now = kept.isEmpty() ? now : batch.addFile(file.unread());
      for (StoredSource source : kept) {
        adoption.keepSource(source, now);
        adoption.keepFindings(file.id(), now, source.sheet());
      }
    }
    for (StoredSource source : kept) {
      adoption.keepOut(
          now, source.sheet(), source.period(), false, "the file is gone, or no feed wants it now");
    }
  }

  /**
   * Gives files of a batch back what they had of closed periods.
   *
   * @param datasets of which datasets
   * @param added the files of these that were read
   */
  public void settle(BatchWriter batch, Collection<DatasetPlan> datasets, List<AddedSource> added)
      throws IOException {
    if (keeps) {
      KeptSources kept = new KeptSources(store, last, sources, this::keeps);
      for (DatasetPlan dataset : datasets) {
        kept.settle(batch, dataset, added);
      }
    }
  }

  /** Whether a row's derived values stay unchanged, by the part and number of its source. */
  public Set<List<Integer>> frozen() {
    Set<List<Integer>> frozen = new HashSet<>();
    for (List<StoredSource> ofFile : sources.values()) {
      for (StoredSource source : ofFile) {
        if (keeps(source)) {
          frozen.add(List.of(source.part(), source.number()));
        }
      }
    }
    return frozen;
  }

  /** Which rows of a dataset keep their derived values by their date. */
  public Optional<FrozenDays> frozenDays(DatasetPlan dataset) {
    return dataset
        .datedBy()
        .filter(date -> plan.restatement() == Restatement.KEEP_OUT && !closed.all().isEmpty())
        .map(date -> new FrozenDays(closed, date));
  }

  /**
   * Notes of which sources of closed periods values computed anew are kept out.
   *
   * @param looked those whose values were computed anew, by part and number, and the periods of
   *     their rows; an empty one for the source's own
   * @param differing those of them that have other values
   */
  public void keepOutDerived(
      BatchWriter batch,
      Map<List<Integer>, Set<String>> looked,
      Map<List<Integer>, Set<String>> differing)
      throws IOException {
    int number = batch.batch().number();
    for (StoredSource source : store.catalogue().sources(number)) {
      List<Integer> at = List.of(source.part(), source.number());
      for (String period : looked.getOrDefault(at, Set.of())) {
        String own = period.isEmpty() ? source.period() : period;
        if (differing.getOrDefault(at, Set.of()).contains(period)) {
          batch.adoption().keepOut(source.file(), source.sheet(), own, true, DERIVED_ANEW);
        } else {
          batch.adoption().takeDerived(source.file(), source.sheet(), own);
        }
      }
    }
  }

  /** Whether rows of a dataset are looked at one by one. */
  private static boolean isDated(Plan plan, String dataset) {
    return Optional.ofNullable(plan.datasets().get(dataset))
        .flatMap(DatasetPlan::datedBy)
        .isPresent();
  }
}
