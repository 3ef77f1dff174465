package baddle.store.entry;

import baddle.core.finding.Place;

/**
 * Rows of a source that were left out.
 *
 * @param feed the feed of the source
 * @param place the source
 * @param because the rule's reason
 * @param rows how many
 * @param read how many rows the source has in all
 * @param batch the batch that brought the source in
 */
public record StoredLeftOut(
    String feed, Place place, String because, long rows, long read, int batch) {}
