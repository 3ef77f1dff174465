package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.app.review.DatedRows;
import baddle.core.table.Block;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Tells the rows of closed periods, in a dataset that says which date a row is of. */
public final class FrozenDays {

  private final ClosedPeriods closed;
  private final String date;

  /** By a column of dates. */
  public FrozenDays(ClosedPeriods closed, String date) {
    this.closed = closed;
    this.date = date;
  }

  /**
   * The rows of closed periods, by period.
   *
   * @param block as it is stored
   * @param from the first row, inclusive
   * @param to the end, exclusive
   */
  public Map<String, BitSet> rows(Block block, int from, int to) {
    Map<String, BitSet> rows = new HashMap<>();
    DatedRows.Days days = new DatedRows.Days(block, date);
    for (int row = from; row < to; row++) {
      Optional<ClosedPeriods.Closed> period =
          days.isDated(row) ? closed.of(days.day(row)) : Optional.empty();
      if (period.isPresent()) {
        rows.computeIfAbsent(period.get().period().toString(), p -> new BitSet()).set(row);
      }
    }
    return rows;
  }
}
