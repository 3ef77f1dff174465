package baddle.plan;

import baddle.core.value.Calendar;
import baddle.core.value.PeriodText;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * A whole plan, checked.
 *
 * @param calendar when the fiscal year begins
 * @param periods reads the names of periods
 * @param datasets by name, in the plan's order; at least one
 * @param feeds by name, in the plan's order
 * @param summaries by name, in the plan's order
 */
public record Plan(
    Calendar calendar,
    PeriodText periods,
    Map<String, DatasetPlan> datasets,
    Map<String, FeedPlan> feeds,
    Map<String, SummaryPlan> summaries) {

  /** Copies the maps. */
  public Plan {
    datasets = Collections.unmodifiableMap(new LinkedHashMap<>(datasets));
    feeds = Collections.unmodifiableMap(new LinkedHashMap<>(feeds));
    summaries = Collections.unmodifiableMap(new LinkedHashMap<>(summaries));
  }
}
