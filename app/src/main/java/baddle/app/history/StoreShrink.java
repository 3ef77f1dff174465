package baddle.app.history;

import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.store.Removal;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredClosing;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Removes what only old batches need.
 *
 * @param kept the numbers of the batches that stay readable
 * @param batches how many batches can't be seen any more
 * @param files how many files' rows go, or went
 * @param parts how many parts go whole
 * @param bytes how many bytes of stored columns
 * @param done whether it went
 */
public record StoreShrink(
    List<Integer> kept, long batches, long files, long parts, long bytes, boolean done) {

  /** Whether there is nothing to remove. */
  public boolean isNone() {
    return batches == 0 && bytes == 0;
  }

  /** Copies the list. */
  public StoreShrink {
    kept = List.copyOf(kept);
  }

  /**
   * Tidies a project.
   *
   * @param last how many of the last batches stay, at least 1; those that a closed period was
   *     closed with stay too
   * @param really whether to remove anything, or only to say how much it would be
   */
  public static StoreShrink of(Project project, int last, boolean really) throws IOException {
    try (Store store = OwnStore.openToWrite(project)) {
      List<Batch> batches =
          store.catalogue().batches().stream().filter(batch -> !batch.tidied()).toList();
      if (batches.isEmpty()) {
        throw StoreException.nothingConsolidated(project.storeFolder());
      }
      Set<Integer> kept = new TreeSet<>();
      batches.subList(Math.max(0, batches.size() - last), batches.size()).stream()
          .map(Batch::number)
          .forEach(kept::add);
      store.closings().closed().stream().map(StoredClosing::batch).forEach(kept::add);
      Removal removal = store.removal(kept);
      Removal.Amount amount = really ? removal.run() : removal.amount();
      return new StoreShrink(
          List.copyOf(kept),
          amount.batches(),
          amount.files(),
          amount.parts(),
          amount.bytes(),
          really);
    }
  }
}
