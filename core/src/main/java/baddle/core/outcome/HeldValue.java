package baddle.core.outcome;

/**
 * A value that keeps its row out of the dataset.
 *
 * @param heading the heading it is under, as the source spells it
 * @param value its characters
 * @param expectation what the column wants instead, as a noun phrase
 */
public record HeldValue(String heading, String value, String expectation) {}
