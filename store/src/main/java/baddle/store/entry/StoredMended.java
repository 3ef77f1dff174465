package baddle.store.entry;

import baddle.core.finding.Place;

/**
 * A value that was read as a person mended it.
 *
 * @param place where it is in its source
 * @param sent its text as it was sent; empty for a blank
 * @param mended its text as it was read; empty for a blank
 * @param from where it was mended
 */
public record StoredMended(Place place, String sent, String mended, Place from) {}
