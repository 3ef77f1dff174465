package baddle.app.review;

import baddle.core.finding.Place;
import baddle.core.outcome.ControlTotal;

/**
 * A control total of a source or of a list.
 *
 * @param feed the feed it is of
 * @param place where it is
 * @param total what is stated and what is there
 */
public record TotalLine(String feed, Place place, ControlTotal total) {}
