package baddle.store;

import java.time.Instant;

/**
 * One act of bringing sources into the dataset.
 *
 * @param number from 1
 * @param madeAt when it began
 */
public record Batch(int number, Instant madeAt) {}
