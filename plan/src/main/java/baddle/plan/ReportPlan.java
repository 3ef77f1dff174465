package baddle.plan;

import java.util.List;

/**
 * A file that summaries are written into each time.
 *
 * @param file its path, relative to the plan
 * @param summaries the names of the summaries, in order
 * @param flat whether CSV is a list of values
 */
public record ReportPlan(String file, List<String> summaries, boolean flat) {

  /** Copies the list. */
  public ReportPlan {
    summaries = List.copyOf(summaries);
  }
}
