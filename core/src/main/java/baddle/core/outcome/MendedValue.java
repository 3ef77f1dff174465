package baddle.core.outcome;

import baddle.core.finding.Place;

/**
 * A cell of a source that was read as a person mended it.
 *
 * @param rowNumber where its row is in the source, from 1
 * @param heading its heading
 * @param sent its text as it was sent; empty for a blank
 * @param mended its text as it was read; empty for a blank
 * @param from where it was mended
 */
public record MendedValue(long rowNumber, String heading, String sent, String mended, Place from) {}
