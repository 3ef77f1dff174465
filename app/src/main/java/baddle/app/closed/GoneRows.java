package baddle.app.closed;

import baddle.core.check.HashCounts;
import baddle.core.check.RowHashes;
import baddle.core.derivation.ClosedMark;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredKeptOut;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Finds the rows that closed periods keep and that no file holds any more. */
final class GoneRows {

  private final BatchWriter batch;
  private final DatasetPlan dataset;
  private final DatasetReader reader;
  private final RowPeriods periods;
  private final Map<Integer, Map<Integer, Long>> kept = new TreeMap<>();
  private final Map<Long, PeriodTallies> gone = new HashMap<>();

  /**
   * Prepares the search in a dataset.
   *
   * @param reader its rows at this batch
   * @param sources its sources at this batch
   */
  GoneRows(
      BatchWriter batch,
      DatasetPlan dataset,
      DatasetReader reader,
      RowPeriods periods,
      Collection<StoredSource> sources) {
    this.batch = batch;
    this.dataset = dataset;
    this.reader = reader;
    this.periods = periods;
    for (StoredSource source : sources) {
      if (source.isKept()) {
        kept.computeIfAbsent(source.part(), part -> new TreeMap<>())
            .put(source.number(), source.file());
      }
    }
  }

  /** Stores them, in place of those found before. */
  void store() throws IOException {
    batch.keptOut().end(dataset.name(), StoredKeptOut.Kind.GONE);
    for (Map.Entry<List<Column>, Set<Integer>> group :
        KnownColumns.groups(dataset, reader, kept.keySet()).entrySet()) {
      compare(new Schema(group.getKey()), group.getValue());
    }
    for (Map.Entry<Long, PeriodTallies> file : new TreeMap<>(gone).entrySet()) {
      file.getValue().store(batch.keptOut(), file.getKey(), StoredKeptOut.Kind.GONE);
    }
  }

  private void compare(Schema read, Set<Integer> parts) throws IOException {
    Schema columns = KnownColumns.with(read, periods.columns(), PartRows.columns(dataset));
    RowHashes hashes = new RowHashes(columns, read.names());
    HashCounts again = new HashCounts();
    Set<Integer> marked = new TreeSet<>(reader.parts());
    marked.removeIf(part -> !reader.columnsOfPart(part).contains(HiddenRows.CLOSED.name()));
    reader.scanParts(
        columns,
        marked::contains,
        block -> {
          hashes.begin(block.block());
          PartRows rows = new PartRows(dataset, block);
          for (DatasetReader.LiveRange range : block.live()) {
            for (int row = range.from(); row < range.to(); row++) {
              if (rows.kind(row) == ClosedMark.Kind.AGAIN) {
                again.add(hashes.shortened(row));
              }
            }
          }
        });
    reader.scanParts(
        columns,
        parts::contains,
        block -> {
          hashes.begin(block.block());
          int[] of = periods.of(block);
          PartRows rows = new PartRows(dataset, block);
          for (DatasetReader.LiveRange range : block.live()) {
            Long file = kept.getOrDefault(block.part(), Map.of()).get(range.source());
            for (int row = range.from(); file != null && row < range.to(); row++) {
              if (of[row] > 0 && rows.counts(row) && !again.take(hashes.shortened(row))) {
                gone.computeIfAbsent(file, f -> new PeriodTallies(dataset, periods))
                    .add(of[row], rows, row);
              }
            }
          }
        });
  }
}
