package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.core.derivation.StoppedException;
import baddle.core.outcome.RowCounts;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import baddle.store.PartWriter;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredKeptOut;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Copies the closed rows of files that are read again, or leave a dataset, into sources of their
 * own. This happens once for each row; the copy has all stored columns.
 */
final class KeptRows {

  private record Moving(StoredSource source, StoredFile file) {}

  private final BatchWriter batch;
  private final DatasetPlan dataset;
  private final DatasetReader reader;
  private final RowPeriods periods;
  private final ClosedPeriods closed;
  private final ClosedParts parts;
  private final Map<String, Long> owners = new HashMap<>();
  private final Set<Integer> written = new HashSet<>();

  /**
   * Prepares to copy rows of a dataset.
   *
   * @param reader its rows at the last batch
   * @param added the files that were read; each keeps what it had
   */
  KeptRows(
      BatchWriter batch,
      DatasetPlan dataset,
      DatasetReader reader,
      RowPeriods periods,
      ClosedPeriods closed,
      ClosedParts parts,
      List<AddedFile> added) {
    this.batch = batch;
    this.dataset = dataset;
    this.reader = reader;
    this.periods = periods;
    this.closed = closed;
    this.parts = parts;
    added.forEach(file -> owners.put(file.path(), file.file()));
  }

  /** The parts that rows were copied into. */
  Set<Integer> written() {
    return written;
  }

  /**
   * Keeps the rows of some files.
   *
   * @param files they are read again or leave the dataset
   * @param sources the sources that each had, by its number
   * @param damaged parts whose rows can't be read
   * @param derived what was known of their derived columns
   */
  void keep(
      List<StoredFile> files,
      Map<Long, List<StoredSource>> sources,
      Set<Integer> damaged,
      List<StoredKeptOut> derived)
      throws IOException {
    Map<Integer, List<Moving>> toCopy = new TreeMap<>();
    for (StoredFile file : files) {
      for (StoredSource source : sources.getOrDefault(file.id(), List.of())) {
        if (source.isKept() && source.closedPeriods().stream().allMatch(closed::has)) {
          batch.adoption().keepSource(source, owner(file));
        } else if (!damaged.contains(source.part()) && periods.mayHaveAny(source)) {
          toCopy
              .computeIfAbsent(source.part(), part -> new ArrayList<>())
              .add(new Moving(source, file));
        }
      }
    }
    for (Map.Entry<Integer, List<Moving>> part : toCopy.entrySet()) {
      new Copy(part.getKey(), part.getValue()).run();
    }
    for (StoredKeptOut one : derived) {
      boolean moves = files.stream().anyMatch(file -> file.id() == one.file());
      Long owner = owners.get(one.path());
      if (moves && owner != null && closed.has(one.period())) {
        batch.keptOut().add(owner, one.period(), one.kind(), one.rows(), one.amount());
      }
    }
  }

  private long owner(StoredFile file) throws IOException {
    Long known = owners.get(file.path());
    if (known == null) {
      known = batch.addFile(file.unread());
      owners.put(file.path(), known);
    }
    return known;
  }

  /** Copies rows of one part. */
  private final class Copy {

    private final int from;
    private final Map<Integer, Moving> moving = new TreeMap<>();
    private final Schema kept;
    private final Schema read;
    private @Nullable PartWriter writer;
    private int number;
    private long first;
    private long rows;
    private int current;
    private final Set<String> names = new TreeSet<>();

    Copy(int from, List<Moving> sources) throws StoppedException {
      this.from = from;
      sources.forEach(one -> moving.put(one.source.number(), one));
      List<Column> columns = new ArrayList<>(reader.columns(from).columns());
      for (Column column : dataset.schema().columns()) {
        boolean isThere = reader.columns(from).indexOf(column.name()).isPresent();
        if (isThere && !reader.hasColumn(from, column)) {
          throw otherType(column);
        }
        if (!isThere && dataset.readSchema().has(column)) {
          columns.add(column);
        }
      }
      kept = new Schema(columns);
      read =
          KnownColumns.with(
              kept,
              periods.columns(),
              PartRows.columns(dataset),
              new Schema(List.of(Origin.SOURCE_ROW)));
    }

    private StoppedException otherType(Column column) {
      return new StoppedException(
          "the column "
              + column.name()
              + " of the dataset "
              + dataset.name()
              + " has another type in rows of closed periods, which never change; nothing has been changed;"
              + " give the new column another name, or reopen the periods"
              + " first: baddle close --list shows them");
    }

    void run() throws IOException {
      try {
        reader.scanParts(read, part -> part == from, this::accept);
        endSource();
        if (writer != null) {
          writer.end();
        }
      } finally {
        if (writer != null) {
          writer.close();
        }
      }
    }

    private void accept(DatasetReader.PartBlock block) throws IOException {
      int[] of = periods.of(block);
      PartRows there = new PartRows(dataset, block);
      int[] chosen = new int[block.block().size()];
      int size = 0;
      for (DatasetReader.LiveRange range : block.live()) {
        if (!moving.containsKey(range.source())) {
          continue;
        }
        int before = size;
        for (int row = range.from(); row < range.to(); row++) {
          if (of[row] > 0 && there.counts(row)) {
            if (size == before && current != range.source()) {
              endSource();
              current = range.source();
            }
            chosen[size++] = row;
            names.add(periods.name(of[row]));
          }
        }
        rows += size - before;
      }
      if (size > 0) {
        write(block.block().rows(chosen, size));
      }
    }

    private PartWriter writer() {
      PartWriter target = writer;
      if (target == null) {
        target = parts.of(dataset, kept);
        writer = target;
        written.add(target.part());
      }
      return target;
    }

    private void write(Block chosen) throws IOException {
      LongVector numbers =
          chosen.numbers(chosen.schema().indexOf(Origin.SOURCE_ROW.name()).orElseThrow());
      int[] rowNumbers = new int[chosen.size()];
      for (int row = 0; row < rowNumbers.length; row++) {
        rowNumbers[row] = Math.toIntExact(numbers.values()[row]);
      }
      writer().accept(chosen.only(kept).numbered(rowNumbers), 0, chosen.size());
    }

    private void endSource() throws IOException {
      if (rows > 0) {
        Moving one = Objects.requireNonNull(moving.get(current));
        StoredSource was = one.source;
        batch
            .adoption()
            .addCopy(
                new StoredSource(
                    owner(one.file),
                    writer().part(),
                    ++number,
                    was.sheet(),
                    was.period(),
                    was.headingRow(),
                    was.range(),
                    was.message(),
                    new RowCounts(rows, rows, 0, 0),
                    first,
                    String.join(",", names)),
                was);
        first += rows;
      }
      rows = 0;
      names.clear();
    }
  }
}
