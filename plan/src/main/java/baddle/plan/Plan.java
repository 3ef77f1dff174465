package baddle.plan;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.PeriodText;
import baddle.plan.database.DatabasePlan;
import baddle.plan.output.FillPlan;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.StylePlan;
import baddle.plan.output.SummaryPlan;
import baddle.plan.output.TableReport;
import java.time.ZoneId;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A whole plan, checked.
 *
 * @param calendar when the fiscal year begins
 * @param periods reads the names of periods
 * @param datasets by name, in the plan's order; at least one
 * @param feeds by name, in the plan's order
 * @param lookups by name, in the plan's order
 * @param fills figures that are put into workbooks which somebody keeps, in the plan's order
 * @param checks what is made of certain findings
 * @param summaries by name, in the plan's order
 * @param reports the files that are written each time
 * @param restatement what is done with later changes to closed periods
 * @param store the folder its datasets are kept in, beside those of other plans; empty where it
 *     shares them
 * @param style how its reports look
 * @param parameters what its parameters are this time
 * @param databases by name, in the plan's order
 * @param tables rows that are loaded into tables each time, in the plan's order
 * @param zone whose clock shows moments
 */
public record Plan(
    Calendar calendar,
    PeriodText periods,
    Map<String, DatasetPlan> datasets,
    Map<String, FeedPlan> feeds,
    Map<String, LookupPlan> lookups,
    Map<String, SummaryPlan> summaries,
    List<ReportPlan> reports,
    List<FillPlan> fills,
    List<CheckRule> checks,
    Restatement restatement,
    String store,
    StylePlan style,
    Parameters parameters,
    Map<String, DatabasePlan> databases,
    List<TableReport> tables,
    ZoneId zone) {

  /** The same with other datasets. */
  public Plan withDatasets(Map<String, DatasetPlan> others) {
    return new Plan(
        calendar,
        periods,
        others,
        feeds,
        lookups,
        summaries,
        reports,
        fills,
        checks,
        restatement,
        store,
        style,
        parameters,
        databases,
        tables,
        zone);
  }

  /** Copies what isn't of a plan's own sections, which nobody changes. */
  public Plan {
    datasets = copy(datasets);
    feeds = copy(feeds);
    lookups = copy(lookups);
    checks = List.copyOf(checks);
    summaries = copy(summaries);
    reports = copy(reports);
    fills = copy(fills);
    tables = copy(tables);
    databases = copy(databases);
  }

  private static <V> Map<String, V> copy(Map<String, V> map) {
    return map instanceof PlanSection ? map : Collections.unmodifiableMap(new LinkedHashMap<>(map));
  }

  private static <V> List<V> copy(List<V> list) {
    return list instanceof SectionList ? list : List.copyOf(list);
  }
}
