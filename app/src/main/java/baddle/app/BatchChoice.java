package baddle.app;

import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.OptionalInt;

/** Finds the batch that is meant. */
public final class BatchChoice {

  private BatchChoice() {}

  /**
   * A batch of a project.
   *
   * @param number which; empty for the last
   * @throws StoreException if there is none, or not this one
   */
  public static Batch of(Store store, Project project, OptionalInt number) throws IOException {
    Batch last =
        store
            .catalogue()
            .lastBatch()
            .orElseThrow(() -> StoreException.nothingConsolidated(project.storeFolder()));
    if (number.isEmpty()) {
      return last;
    }
    Batch chosen =
        store.catalogue().batches().stream()
            .filter(batch -> batch.number() == number.getAsInt())
            .findFirst()
            .orElseThrow(
                () ->
                    StoreException.noBatch(
                        number.getAsInt(), last.number(), project.storeFolder()));
    if (chosen.tidied()) {
      throw StoreException.removed(chosen.number(), project.storeFolder());
    }
    return chosen;
  }
}
