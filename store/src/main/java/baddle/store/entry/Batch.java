package baddle.store.entry;

import java.time.Instant;
import java.util.OptionalInt;

/**
 * One act of bringing sources into the dataset.
 *
 * @param number from 1
 * @param madeAt when it began
 * @param backTo the batch whose state it made current again; empty for most
 * @param tidied whether what it had has been removed
 */
public record Batch(int number, Instant madeAt, OptionalInt backTo, boolean tidied) {

  /** One that brings sources in. */
  public static Batch of(int number, Instant madeAt) {
    return new Batch(number, madeAt, OptionalInt.empty(), false);
  }
}
