package baddle.store.entry;

import baddle.core.outcome.HeldValue;

/**
 * Rows that are held for one cause.
 *
 * @param feed the feed of their sources
 * @param value the value that caused it, or the first of several
 * @param values how many different values
 * @param rows how many rows have them
 */
public record StoredSuspense(String feed, HeldValue value, long values, long rows) {}
