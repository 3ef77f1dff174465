package baddle.core.intake;

import baddle.core.value.Fit;

/**
 * A value that keeps its row out of the dataset.
 *
 * @param heading the heading it stands under, as the source spells it
 * @param value its characters
 * @param fit what stood in the way
 * @param expectation what the column wants instead, as a noun phrase
 */
public record HeldValue(String heading, String value, Fit fit, String expectation) {}
