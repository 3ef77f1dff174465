package baddle.app;

import baddle.store.entry.Batch;
import java.time.Instant;

/**
 * Which batch, for a person.
 *
 * @param number from 1
 * @param madeAt when it was made
 */
public record BatchStamp(int number, Instant madeAt) {

  /** Of the store's batch. */
  public static BatchStamp of(Batch batch) {
    return new BatchStamp(batch.number(), batch.madeAt());
  }

  /** {@code 3, made at 2026-11-23T07:40:12.345Z}. */
  @Override
  public String toString() {
    return number + ", made at " + madeAt;
  }
}
