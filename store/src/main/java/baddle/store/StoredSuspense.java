package baddle.store;

import baddle.core.intake.HeldValue;

/**
 * Rows that are held for one cause.
 *
 * @param feed the feed of their sources
 * @param value the first of the values that caused it
 * @param rows how many
 */
public record StoredSuspense(String feed, HeldValue value, long rows) {}
