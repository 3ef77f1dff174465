package baddle.app.draft;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A lookup that is proposed.
 *
 * @param name its name
 * @param file its file
 * @param sheet the one sheet of several; empty for any
 * @param heads headings that are on the first row of a block
 * @param dataset the dataset that it is for
 * @param column the column that it is found by
 * @param key its heading for that
 * @param brings its headings, by the column that each fills
 * @param ignoring what doesn't matter in keys
 * @param valid the dates for which its rows count, as a setting; empty for always
 */
record DraftLookup(
    String name,
    String file,
    Optional<String> sheet,
    List<String> heads,
    DraftDataset dataset,
    DraftColumn column,
    String key,
    Map<String, String> brings,
    KeyIgnoring ignoring,
    Optional<String> valid) {}
