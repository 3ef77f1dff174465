package baddle.app.closed;

import baddle.core.value.WideSum;
import baddle.plan.DatasetPlan;
import baddle.store.KeptOutWriter;
import baddle.store.entry.StoredKeptOut;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Counts rows by closed period, and adds up what they are worth. */
final class PeriodTallies {

  /** Rows of one period. */
  private static final class Tally {
    private long rows;
    private final WideSum amount = new WideSum();
  }

  /** Takes what there is of one period. */
  @FunctionalInterface
  interface Use {

    /** Takes it. */
    void period(String name, long rows, BigDecimal amount) throws IOException;
  }

  private final RowPeriods periods;
  private final int places;
  private final @Nullable Tally[] tallies;

  PeriodTallies(DatasetPlan dataset, RowPeriods periods) {
    this.periods = periods;
    this.tallies = new Tally[periods.count() + 1];
    this.places =
        dataset
            .amount()
            .map(name -> dataset.schema().only(List.of(name)).column(0).type().places())
            .orElse(0);
  }

  /** Adds a row of a period. */
  void add(int period, PartRows rows, int row) {
    Tally tally = tallies[period];
    if (tally == null) {
      tally = new Tally();
      tallies[period] = tally;
    }
    tally.rows++;
    rows.addAmount(row, tally.amount);
  }

  /** Goes over the periods that have rows. */
  void each(Use use) throws IOException {
    for (int period = 1; period < tallies.length; period++) {
      Tally tally = tallies[period];
      if (tally != null) {
        use.period(periods.name(period), tally.rows, tally.amount.value(places));
      }
    }
  }

  /** Stores what there is as kept out of the periods, or kept in them. */
  void store(KeptOutWriter writer, long file, StoredKeptOut.Kind kind) throws IOException {
    each((period, rows, amount) -> writer.add(file, period, kind, rows, amount));
  }
}
