package baddle.app.review;

import baddle.core.table.Column;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import baddle.plan.Plan;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** The columns of a dataset whose values the names of files and sheets state, or the plan. */
public final class NamedColumns {

  private NamedColumns() {}

  /** The columns that are read from the rows of sources. */
  public static List<Column> others(Plan plan, DatasetPlan dataset) {
    Set<String> named = new HashSet<>();
    for (FeedPlan feed : plan.feeds().values()) {
      if (feed.dataset().equals(dataset.name())) {
        feed.files().stream().map(NamePattern::parts).forEach(named::addAll);
        feed.sheets().names().stream().map(NamePattern::parts).forEach(named::addAll);
        named.addAll(feed.constants().keySet());
      }
    }
    List<Column> columns = dataset.readSchema().columns();
    List<Column> others =
        columns.stream().filter(column -> !named.contains(column.name())).toList();
    return others.isEmpty() ? columns : others;
  }
}
