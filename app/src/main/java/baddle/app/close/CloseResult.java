package baddle.app.close;

import baddle.app.BatchStamp;
import baddle.app.review.PeriodRows;
import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What came of closing a period.
 *
 * @param period which
 * @param batch the batch whose figures are frozen
 * @param sums the rows of the period that are in each dataset
 * @param openFeeds feeds whose sources state no period, and so are never closed
 * @param open the errors that are open for the period
 * @param closed whether it was closed; it isn't while errors are open that weren't accepted
 * @param carried the closing balances it carries on, by summary and account
 */
public record CloseResult(
    Period period,
    BatchStamp batch,
    Map<String, PeriodRows.Sum> sums,
    List<String> openFeeds,
    List<Finding> open,
    boolean closed,
    Map<String, Map<String, BigDecimal>> carried) {

  /** Copies the collections. */
  public CloseResult {
    sums = new LinkedHashMap<>(sums);
    openFeeds = List.copyOf(openFeeds);
    open = List.copyOf(open);
    carried = new LinkedHashMap<>(carried);
  }

  /** Of how many sources the rows are. */
  public int sources() {
    return sums.values().stream().mapToInt(PeriodRows.Sum::sources).sum();
  }

  /** How many rows of the period are in the datasets. */
  public long rows() {
    return sums.values().stream().mapToLong(PeriodRows.Sum::rows).sum();
  }
}
