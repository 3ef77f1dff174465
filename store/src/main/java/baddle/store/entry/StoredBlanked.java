package baddle.store.entry;

import baddle.core.finding.Place;
import baddle.core.outcome.HeldValue;

/**
 * A value that couldn't be read, in a row that is kept with a blank.
 *
 * @param feed the feed of its source
 * @param place the row
 * @param value what was sent, where, and what was expected
 */
public record StoredBlanked(String feed, Place place, HeldValue value) {}
