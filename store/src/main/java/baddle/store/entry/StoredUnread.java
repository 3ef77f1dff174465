package baddle.store.entry;

import baddle.core.finding.Place;
import java.math.BigDecimal;

/**
 * Filled cells of a live source that nobody reads.
 *
 * @param feed the source's feed
 * @param place its file, the sheet the cells are on, and the heading above them
 * @param range the rectangle around them
 * @param cells how many there are
 * @param numbers how many of them are numbers
 * @param sum what these add up to
 */
public record StoredUnread(
    String feed, Place place, String range, long cells, long numbers, BigDecimal sum) {}
