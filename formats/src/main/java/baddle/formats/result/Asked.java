package baddle.formats.result;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What a result is the answer to.
 *
 * @param database what the plan calls the database
 * @param query the statement, with names where its values belong
 * @param values the values, by name
 */
public record Asked(String database, String query, Map<String, String> values) {

  /** Copies the map, keeping its order. */
  public Asked {
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
  }
}
