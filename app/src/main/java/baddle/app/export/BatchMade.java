package baddle.app.export;

import baddle.core.table.Origin;
import baddle.store.Store;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/**
 * When a batch was made, as what was handed over says it: batches of two stores have the same
 * numbers, and nothing goes on with one of another store.
 */
final class BatchMade {

  private BatchMade() {}

  static long micros(Batch batch) {
    return ChronoUnit.MICROS.between(Instant.EPOCH, batch.madeAt());
  }

  static String text(Batch batch) {
    return Origin.BATCH_TIME.type().shown(micros(batch));
  }

  /** Whether a store has a batch of this number, made then. */
  static boolean isKnown(Store store, int number, String made) throws IOException {
    return store.catalogue().batches().stream()
        .anyMatch(batch -> batch.number() == number && text(batch).equals(made));
  }
}
