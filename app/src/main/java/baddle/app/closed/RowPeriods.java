package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredSource;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Finds the closed period of each row: by the row's date if the dataset has {@code dated_by}, else
 * by the period of its source. Not for several threads.
 */
public final class RowPeriods {

  private final List<ClosedPeriods.Closed> closed;
  private final Optional<Column> date;
  private final Map<Long, Integer> ofSources = new HashMap<>();
  private int[] periods = {};

  /**
   * The closed periods of a dataset's rows.
   *
   * @param closed those that the dataset had rows of when they were closed
   * @param sources those whose rows will be asked about
   */
  public RowPeriods(DatasetPlan dataset, ClosedPeriods closed, Collection<StoredSource> sources) {
    this.closed = closed.all();
    this.date = dataset.datedBy().map(name -> dataset.schema().only(List.of(name)).column(0));
    if (date.isEmpty()) {
      for (StoredSource source : sources) {
        closed
            .of(source.period())
            .ifPresent(
                period ->
                    ofSources.put(
                        id(source.part(), source.number()), 1 + this.closed.indexOf(period)));
      }
    }
  }

  private static long id(int part, int source) {
    return (long) part << 32 | source;
  }

  /** Whether no row can be of a closed period. */
  public boolean isNone() {
    return closed.isEmpty() || (date.isEmpty() && ofSources.isEmpty());
  }

  /** The columns that blocks have to have besides others. */
  public Schema columns() {
    return new Schema(date.stream().toList());
  }

  /** Whether a source may have rows of closed periods. */
  public boolean mayHaveAny(StoredSource source) {
    return date.isPresent() || ofSources.containsKey(id(source.part(), source.number()));
  }

  /** The name of a closed period, by the number that {@link #of} gives. */
  public String name(int period) {
    return closed.get(period - 1).period().toString();
  }

  /** How many closed periods there are; they are numbered from 1. */
  public int count() {
    return closed.size();
  }

  /**
   * The periods of a block's live rows: 0 for a row of an open one. Valid until the next call.
   *
   * @param rows a block that has the {@link #columns}
   */
  public int[] of(DatasetReader.PartBlock rows) {
    Block block = rows.block();
    if (periods.length < block.size()) {
      periods = new int[block.size()];
    }
    Arrays.fill(periods, 0, block.size(), 0);
    for (DatasetReader.LiveRange range : rows.live()) {
      if (date.isPresent()) {
        byDate(block, date.get(), range);
      } else {
        int period = ofSources.getOrDefault(id(rows.part(), range.source()), 0);
        Arrays.fill(periods, range.from(), range.to(), period);
      }
    }
    return periods;
  }

  private void byDate(Block block, Column column, DatasetReader.LiveRange range) {
    LongVector days = block.numbers(block.schema().indexOf(column.name()).orElseThrow());
    ColumnType type = column.type();
    long lastDay = Long.MIN_VALUE;
    int lastPeriod = 0;
    for (int row = range.from(); row < range.to(); row++) {
      if (!days.isBlank(row)) {
        long day = type.epochDay(days.values()[row]);
        if (day != lastDay) {
          lastDay = day;
          lastPeriod = period(day);
        }
        periods[row] = lastPeriod;
      }
    }
  }

  private int period(long day) {
    for (int i = 0; i < closed.size(); i++) {
      if (closed.get(i).holds(day)) {
        return i + 1;
      }
    }
    return 0;
  }
}
