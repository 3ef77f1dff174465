package baddle.plan;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * A file that lists what sources should add up to.
 *
 * @param feed how it is read
 * @param shape what is read of it: the headings of both maps
 * @param match the heading by column of the dataset or of the origin, which say which rows
 * @param stated the heading of the total by column, or by {@code rows} for their number
 */
public record ControlList(
    FeedPlan feed, DatasetPlan shape, Map<String, String> match, Map<String, String> stated) {

  /** Copies the maps. */
  public ControlList {
    match = Collections.unmodifiableMap(new LinkedHashMap<>(match));
    stated = Collections.unmodifiableMap(new LinkedHashMap<>(stated));
  }
}
