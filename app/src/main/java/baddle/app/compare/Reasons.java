package baddle.app.compare;

import baddle.app.reference.DerivedBy;
import baddle.store.Store;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Tells why the rows of a dataset's sources make another figure at one batch than at another. */
final class Reasons {

  private final Map<String, SourceChange.Kind> kinds = new HashMap<>();
  private final Reason unchangedFile;
  private final boolean late;

  /**
   * Of a dataset.
   *
   * @param changes the files that differ
   * @param late whether only rows dated in a period that was closed before are compared
   */
  Reasons(
      Store store, String dataset, int before, int after, List<SourceChange> changes, boolean late)
      throws IOException {
    changes.forEach(change -> kinds.put(change.path(), change.kind()));
    this.late = late;
    this.unchangedFile = derived(by(store, dataset, before), by(store, dataset, after));
  }

  private static Optional<DerivedBy> by(Store store, String dataset, int batch) throws IOException {
    return store.catalogue().derivation(dataset, batch).flatMap(DerivedBy::parse);
  }

  private static Reason derived(Optional<DerivedBy> then, Optional<DerivedBy> now) {
    if (then.isEmpty() || now.isEmpty()) {
      return then.isEmpty() && now.isEmpty() ? Reason.OTHER_ROWS_COUNT : Reason.PLAN_CHANGED;
    }
    boolean plan = !then.get().plan().equals(now.get().plan());
    boolean lookup =
        !then.get().files().equals(now.get().files())
            || !then.get().rows().equals(now.get().rows());
    if (plan) {
      return lookup ? Reason.PLAN_AND_LOOKUP_CHANGED : Reason.PLAN_CHANGED;
    }
    return lookup ? Reason.LOOKUP_CHANGED : Reason.OTHER_ROWS_COUNT;
  }

  /** Why rows of files that haven't changed may hold something else; empty where they don't. */
  Optional<Reason> ofUnchanged() {
    return unchangedFile == Reason.OTHER_ROWS_COUNT ? Optional.empty() : Optional.of(unchangedFile);
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
      case READ_AGAIN -> Reason.PLAN_CHANGED;
      case RENAMED -> Reason.FILE_RENAMED;
      case GONE -> Reason.FILE_GONE;
    };
  }
}
