package baddle.app.results;

import baddle.core.calendar.Period;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * One time that a feed's query is asked.
 *
 * @param path what its result is called as a source: database, feed, and the line's own values
 * @param stated the values that tell it from the feed's other lines, by name
 * @param values all values that the query can name
 * @param period the period it is of
 */
public record QueryLine(
    String path, Map<String, String> stated, Map<String, String> values, Optional<Period> period) {

  /** Copies the maps, keeping their order. */
  public QueryLine {
    stated = Collections.unmodifiableMap(new LinkedHashMap<>(stated));
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
  }
}
