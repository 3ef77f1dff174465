package baddle.app.compare;

import baddle.app.reference.DerivedBy;
import baddle.store.Catalogue;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredMended;
import java.io.IOException;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** Tells why the rows of a dataset's sources make another figure at one batch than at another. */
final class Reasons {

  private static final Set<Reason> DERIVED =
      EnumSet.of(Reason.LOOKUP_CHANGED, Reason.PLAN_CHANGED, Reason.PLAN_AND_LOOKUP_CHANGED);

  private final Map<String, SourceChange.Kind> kinds = new HashMap<>();
  private final Set<String> mended = new HashSet<>();

  /** Files that were read again only because a period was opened again. */
  private final Set<String> letIn = new HashSet<>();

  private final Reason unchangedFile;
  private final boolean late;

  /**
   * Of a dataset.
   *
   * @param changes the files that differ
   * @param late whether only rows dated in a period that was closed before are compared
   * @param reopened whether a period was opened again between the batches
   */
  Reasons(
      Catalogue catalogue,
      String dataset,
      int before,
      int after,
      List<SourceChange> changes,
      boolean late,
      boolean reopened)
      throws IOException {
    changes.forEach(change -> kinds.put(change.path(), change.kind()));
    this.late = late;
    this.unchangedFile =
        derived(catalogue.derivation(dataset, before), catalogue.derivation(dataset, after));
    if (reopened && kinds.containsValue(SourceChange.Kind.READ_AGAIN)) {
      Map<String, String> old = readings(catalogue.files(before), dataset);
      readings(catalogue.files(after), dataset)
          .forEach(
              (path, reading) -> {
                if (reading.equals(old.get(path))) {
                  letIn.add(path);
                }
              });
    }
    Set<StoredMended> then = new HashSet<>(catalogue.outcomes().mended(before));
    Set<StoredMended> now = new HashSet<>(catalogue.outcomes().mended(after));
    then.stream().filter(one -> !now.contains(one)).forEach(this::addMended);
    now.stream().filter(one -> !then.contains(one)).forEach(this::addMended);
  }

  /** How the files of a dataset were read, by their paths. */
  private static Map<String, String> readings(List<StoredFile> files, String dataset) {
    Map<String, String> readings = new HashMap<>();
    for (StoredFile file : files) {
      if (file.dataset().equals(dataset)) {
        readings.put(file.path(), file.intake());
      }
    }
    return readings;
  }

  private void addMended(StoredMended value) {
    mended.add(Objects.requireNonNull(value.place().file()));
  }

  private static Reason derived(Optional<String> then, Optional<String> now) {
    if (then.equals(now)) {
      return Reason.OTHER_ROWS_COUNT;
    }
    if (then.isEmpty() || now.isEmpty()) {
      return Reason.PLAN_CHANGED;
    }
    Optional<DerivedBy> old = DerivedBy.parse(then.get());
    Optional<DerivedBy> fresh = DerivedBy.parse(now.get());
    if (old.isEmpty() || fresh.isEmpty()) {
      return Reason.NOT_KNOWN;
    }
    boolean plan = !old.get().plan().equals(fresh.get().plan());
    boolean lookup =
        !old.get().files().equals(fresh.get().files())
            || !old.get().rows().equals(fresh.get().rows());
    return plan && lookup
        ? Reason.PLAN_AND_LOOKUP_CHANGED
        : plan ? Reason.PLAN_CHANGED : Reason.LOOKUP_CHANGED;
  }

  /** Why rows of files that haven't changed may hold something else; empty where they don't. */
  Optional<Reason> ofUnchanged() {
    return Optional.of(unchangedFile).filter(DERIVED::contains);
  }

  /**
   * Why a file's rows make another figure.
   *
   * @param parts which of its rows differ
   */
  Reason of(String file, Map<RowChange, Cause.Part> parts) {
    SourceChange.Kind kind = kinds.get(file);
    if (kind == null) {
      return unchangedFile;
    }
    boolean onlyMore = parts.keySet().equals(Set.of(RowChange.ADDED));
    return switch (kind) {
      case NEW -> late ? Reason.LATE_ROWS : Reason.FILE_NEW;
      case REPLACED -> late && onlyMore ? Reason.LATE_ROWS : Reason.FILE_CHANGED;
      case READ_AGAIN ->
          mended.contains(file)
              ? Reason.ROWS_MENDED
              : letIn.contains(file) ? Reason.PERIOD_REOPENED : Reason.PLAN_CHANGED;
      case RENAMED -> Reason.FILE_RENAMED;
      case MOVED -> Reason.PLAN_CHANGED;
      case GONE, KEPT -> Reason.FILE_GONE;
    };
  }
}
