package baddle.app.draft;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Columns that are proposed to become rows.
 *
 * @param setting how a feed says so
 * @param value the column their values are in
 * @param controlled whether totals of the columns are totals of that
 * @param cash what the rows are of, where they are money that came in and went out
 * @param measures what is added up of them, by name; none for the sum of all
 * @param summary a summary that belongs to such rows, as lines of the plan; empty for none
 */
record Turned(
    String setting,
    String value,
    boolean controlled,
    Optional<CashSummary> cash,
    Map<String, String> measures,
    Optional<String> summary) {

  Turned {
    measures = Collections.unmodifiableMap(new LinkedHashMap<>(measures));
  }

  /** Columns whose rows have no summary of their own. */
  static Turned of(String setting, String value, boolean controlled) {
    return new Turned(setting, value, controlled, Optional.empty(), Map.of(), Optional.empty());
  }

  /** The same with a summary. */
  Turned with(String lines) {
    return new Turned(setting, value, controlled, cash, measures, Optional.of(lines));
  }
}
