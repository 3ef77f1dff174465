package baddle.app.check;

import baddle.core.outcome.HeldValue;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Counts held rows by feed, cause and value; of a cause with many values, the rest together. */
final class SuspenseCounts {

  private static final int MOST_VALUES = 100;

  private record Cause(String feed, String heading, String expectation) {}

  private static final class Count {
    private final String found;
    private long values;
    private long rows;

    Count(String found) {
      this.found = found;
    }
  }

  private final Map<Cause, Map<String, Count>> counts = new LinkedHashMap<>();

  /**
   * Adds rows.
   *
   * @param values how many different values they have, of which one is given
   */
  void add(String feed, HeldValue value, long values, long rows) {
    Map<String, Count> ofCause =
        counts.computeIfAbsent(
            new Cause(feed, value.heading(), value.expectation()), c -> new LinkedHashMap<>());
    boolean one =
        values == 1 && (ofCause.size() < MOST_VALUES || ofCause.containsKey("=" + value.value()));
    String key = one ? "=" + value.value() : "rest";
    Count count = ofCause.computeIfAbsent(key, k -> new Count(value.value()));
    count.values = one ? 1 : count.values + values;
    count.rows += rows;
  }

  /** A line for each value, those of a cause together, the most frequent first. */
  List<CheckResult.SuspenseLine> lines() {
    List<CheckResult.SuspenseLine> lines = new ArrayList<>();
    counts.forEach(
        (cause, ofCause) ->
            ofCause.values().stream()
                .sorted(
                    Comparator.comparing((Count count) -> count.values > 1)
                        .thenComparing(count -> -count.rows))
                .forEach(
                    count ->
                        lines.add(
                            new CheckResult.SuspenseLine(
                                cause.feed,
                                cause.heading,
                                cause.expectation,
                                count.found,
                                count.values,
                                count.rows))));
    return lines;
  }
}
