package baddle.plan;

import java.util.List;
import java.util.Optional;

/**
 * A file that is written each time: summaries, or rows of a dataset.
 *
 * @param file its path, relative to the plan
 * @param summaries the names of the summaries, in order; none for rows
 * @param flat whether CSV is a list of values
 * @param rows the rows; empty for summaries
 */
public record ReportPlan(
    String file, List<String> summaries, boolean flat, Optional<RowsPlan> rows) {

  /** Copies the list. */
  public ReportPlan {
    summaries = List.copyOf(summaries);
  }
}
