package baddle.store.entry;

import baddle.core.finding.Place;
import baddle.core.outcome.ControlTotal;

/**
 * A control total of a source.
 *
 * @param feed the feed of the source
 * @param place where it is
 * @param total what is stated and what is there
 */
public record StoredTotal(String feed, Place place, ControlTotal total) {}
