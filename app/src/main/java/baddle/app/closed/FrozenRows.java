package baddle.app.closed;

import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredKeptOut;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * The stored rows of closed periods. Their derived columns stay unchanged, and rows that count go
 * on counting, whatever lookups and plan say now. Not for several threads.
 */
public final class FrozenRows {

  private final DatasetPlan dataset;
  private final RowPeriods periods;
  private final Map<Long, Long> files = new HashMap<>();
  private final Set<Integer> kept = new HashSet<>();
  private final Map<Long, PeriodTallies> differing = new TreeMap<>();

  /**
   * The closed rows of a dataset.
   *
   * @param sources its sources at a batch
   */
  FrozenRows(DatasetPlan dataset, RowPeriods periods, Collection<StoredSource> sources) {
    this.dataset = dataset;
    this.periods = periods;
    for (StoredSource source : sources) {
      files.put(id(source.part(), source.number()), source.file());
      if (source.isKept()) {
        kept.add(source.part());
      }
    }
  }

  private static long id(int part, int source) {
    return (long) part << 32 | source;
  }

  /** The columns that blocks have to have besides others. */
  public Schema columns() {
    return KnownColumns.with(periods.columns(), PartRows.columns(dataset));
  }

  /** Whether a part holds only copies of closed rows; it keeps all its columns. */
  public boolean isKept(int part) {
    return kept.contains(part);
  }

  /** The rows of a block that are of closed periods. */
  public BitSet of(DatasetReader.PartBlock block) {
    int[] of = periods.of(block);
    BitSet rows = new BitSet();
    for (DatasetReader.LiveRange range : block.live()) {
      for (int row = range.from(); row < range.to(); row++) {
        if (of[row] > 0) {
          rows.set(row);
        }
      }
    }
    return rows;
  }

  /** Counts rows that would have other values if their periods were open. */
  public void note(DatasetReader.PartBlock block, BitSet rows) {
    if (rows.isEmpty()) {
      return;
    }
    int[] of = periods.of(block);
    PartRows there = new PartRows(dataset, block);
    for (DatasetReader.LiveRange range : block.live()) {
      long file = files.getOrDefault(id(block.part(), range.source()), -1L);
      for (int row = rows.nextSetBit(range.from());
          row >= 0 && row < range.to();
          row = rows.nextSetBit(row + 1)) {
        if (there.counts(row)) {
          differing
              .computeIfAbsent(file, f -> new PeriodTallies(dataset, periods))
              .add(of[row], there, row);
        }
      }
    }
  }

  /** Stores the counts, in place of earlier ones. */
  public void store(BatchWriter batch) throws IOException {
    batch.keptOut().end(dataset.name(), StoredKeptOut.Kind.DERIVED);
    for (Map.Entry<Long, PeriodTallies> file : differing.entrySet()) {
      file.getValue().store(batch.keptOut(), file.getKey(), StoredKeptOut.Kind.DERIVED);
    }
  }
}
