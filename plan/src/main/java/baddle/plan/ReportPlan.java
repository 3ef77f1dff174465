package baddle.plan;

import baddle.core.crosstab.TableForm;
import java.util.List;
import java.util.Optional;

/**
 * A file that is written each time: summaries, or rows of a dataset.
 *
 * @param file its path, relative to the plan
 * @param summaries the names of the summaries, in order; none for rows
 * @param form how CSV is laid out
 * @param totals whether a form that is a list has subtotals and grand totals
 * @param rows the rows; empty for summaries
 */
public record ReportPlan(
    String file, List<String> summaries, TableForm form, boolean totals, Optional<RowsPlan> rows) {

  /** Copies the list. */
  public ReportPlan {
    summaries = List.copyOf(summaries);
  }
}
