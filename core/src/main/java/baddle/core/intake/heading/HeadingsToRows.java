package baddle.core.intake.heading;

/**
 * Several columns of a source that become label and value, a row for each.
 *
 * @param labels which columns
 * @param label the dataset's column that takes the label
 * @param value the dataset's column that takes the value
 * @param keepBlanks whether a blank makes a row too
 */
public record HeadingsToRows(
    HeadingLabels labels, String label, String value, boolean keepBlanks) {}
