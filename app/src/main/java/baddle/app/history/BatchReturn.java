package baddle.app.history;

import baddle.app.BatchChoice;
import baddle.app.BatchStamp;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.closed.ClosedRows;
import baddle.app.compare.SourceChange;
import baddle.store.BatchWriter;
import baddle.store.Store;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Makes the state of an earlier batch current again, as a new batch. The batches between stay.
 *
 * @param made the new batch; empty where the earlier one is current already
 * @param earlier the one whose state it has
 * @param changes the files that differ from what was current before
 */
public record BatchReturn(
    Optional<BatchStamp> made, BatchStamp earlier, List<SourceChange> changes) {

  /** Copies the list. */
  public BatchReturn {
    changes = List.copyOf(changes);
  }

  /**
   * Returns to a batch.
   *
   * @param clock gives the new batch its time
   * @throws baddle.store.StoreException if there is no such batch any more
   * @throws StoppedException if a closed period has other rows in it, and closed periods stay
   */
  public static BatchReturn to(int number, Project project, Clock clock) throws IOException {
    try (Store store = OwnStore.openToWrite(project)) {
      Batch earlier = BatchChoice.of(store, project, OptionalInt.of(number));
      Batch last = BatchChoice.of(store, project, OptionalInt.empty());
      if (earlier.number() == last.number()) {
        return new BatchReturn(Optional.empty(), BatchStamp.of(earlier), List.of());
      }
      Batch made;
      try (BatchWriter batch = store.beginBatch(clock.instant().truncatedTo(ChronoUnit.SECONDS))) {
        batch.adoption().backTo(number);
        new ClosedRows(project.plan(), store, last.number()).prove(batch.batch().number());
        batch.commit();
        made = batch.batch();
      }
      return new BatchReturn(
          Optional.of(BatchStamp.of(made)),
          BatchStamp.of(earlier),
          SourceChange.between(store.catalogue(), last.number(), made.number()));
    }
  }
}
