package baddle.app.parts;

import baddle.app.changes.CheckedFile;
import baddle.app.closed.AddedSource;
import baddle.app.closed.ClosedRows;
import baddle.app.review.ClosedPeriods;
import baddle.app.review.DatedRows;
import baddle.core.check.RowHashes;
import baddle.core.outcome.CellAccount;
import baddle.core.outcome.RowCounts;
import baddle.core.table.Block;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.plan.Restatement;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import baddle.store.PartWriter;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Lets rows of closed periods stay what they were, in datasets that say which date a row is of:
 * rows that come in later are held or booked, and rows that aren't in their file any more are kept
 * from what is stored, where the plan wants closed periods to stay.
 */
public final class DatedSources {

  private final Plan plan;
  private final ClosedPeriods closed;
  private final boolean keeps;
  private final Map<String, ClosedRows> rows = new HashMap<>();
  private final Map<String, DatasetReader> readers = new HashMap<>();
  private final Map<Long, List<StoredSource>> sources = new TreeMap<>();
  private final List<StoredFile> leaving;

  private DatedSources(Plan plan, ClosedPeriods closed, List<StoredFile> leaving) {
    this.plan = plan;
    this.closed = closed;
    this.keeps = plan.restatement() == Restatement.KEEP_OUT;
    this.leaving = leaving;
  }

  /**
   * Reads what there was of closed periods.
   *
   * @param last the last batch; 0 if there is none
   * @param checked the files there are
   * @param leaving the files whose rows leave the datasets
   * @param damaged parts whose rows can't be read
   */
  public static DatedSources of(
      Plan plan,
      Store store,
      int last,
      List<CheckedFile> checked,
      List<StoredFile> leaving,
      Set<Integer> damaged)
      throws IOException {
    ClosedPeriods closed = ClosedPeriods.of(store, plan);
    DatedSources dated = new DatedSources(plan, closed, leaving);
    if (!closed.all().isEmpty()) {
      for (DatasetPlan dataset : plan.datasets().values()) {
        if (dataset.datedBy().isPresent()) {
          dated.add(dataset, store, last, checked, damaged);
        }
      }
    }
    return dated;
  }

  private void add(
      DatasetPlan dataset, Store store, int last, List<CheckedFile> checked, Set<Integer> damaged)
      throws IOException {
    rows.put(dataset.name(), ClosedRows.NONE);
    DatasetReader reader;
    try {
      reader = store.dataset(dataset.name(), last).orBlank(dataset.schema());
    } catch (StoreException.Absent e) {
      return;
    }
    Set<String> read =
        checked.stream()
            .filter(file -> file.isToRead() && isOf(file.file().feed().dataset(), dataset))
            .flatMap(file -> file.known().stream())
            .map(StoredFile::path)
            .collect(Collectors.toSet());
    Set<String> gone =
        leaving.stream()
            .filter(file -> isOf(file.dataset(), dataset))
            .map(StoredFile::path)
            .collect(Collectors.toSet());
    Set<String> unknown = new HashSet<>();
    Map<Long, String> paths = new HashMap<>();
    for (StoredFile file : store.catalogue().files(last)) {
      if (isOf(file.dataset(), dataset)) {
        paths.put(file.id(), file.path());
      }
    }
    for (StoredSource source : store.catalogue().sources(last)) {
      String path = paths.get(source.file());
      if (path != null) {
        sources.computeIfAbsent(source.file(), f -> new ArrayList<>()).add(source);
        if (damaged.contains(source.part())) {
          unknown.add(path);
        }
      }
    }
    readers.put(dataset.name(), reader);
    rows.put(dataset.name(), ClosedRows.of(dataset, closed, reader, read, gone, unknown));
  }

  private static boolean isOf(String name, DatasetPlan dataset) {
    return name.equals(dataset.name());
  }

  /** What looks at the rows of a part; nothing where no row can be late. */
  public Optional<LateRows> rowsOf(DatasetPlan dataset, PartSources part) {
    return Optional.ofNullable(rows.get(dataset.name()))
        .map(known -> new LateRows(dataset, closed, plan.restatement(), known, part));
  }

  /** Whether the rows of a dataset can be late. */
  public boolean canBeLate(DatasetPlan dataset) {
    return rows.containsKey(dataset.name());
  }

  /**
   * Gives files of a batch back the rows of closed periods that they have no more.
   *
   * @param datasets of which datasets
   * @param added the files that were read
   * @param parts makes a part for the rows of a dataset
   */
  public void settle(
      BatchWriter batch, Collection<DatasetPlan> datasets, List<AddedSource> added, Parts parts)
      throws IOException {
    for (DatasetPlan dataset : datasets) {
      if (!keeps || !canBeLate(dataset)) {
        continue;
      }
      for (AddedSource file : added) {
        if (isOf(file.dataset(), dataset)) {
          for (Map.Entry<String, String> late : file.keptOut().entrySet()) {
            batch.adoption().keepOut(file.file(), "", late.getKey(), false, late.getValue());
          }
          if (file.known().isPresent()) {
            keep(batch, dataset, file.known().get(), file.file(), "it has", parts);
          }
        }
      }
      for (StoredFile file : leaving) {
        if (isOf(file.dataset(), dataset)) {
          keep(batch, dataset, file, null, "the file is gone, and it had", parts);
        }
      }
    }
  }

  /** Makes a part for rows of a dataset. */
  @FunctionalInterface
  public interface Parts {

    /** Makes it. */
    PartWriter of(DatasetPlan dataset, Schema schema);
  }

  private void keep(
      BatchWriter batch,
      DatasetPlan dataset,
      StoredFile before,
      @Nullable Long now,
      String why,
      Parts parts)
      throws IOException {
    ClosedRows left = Objects.requireNonNull(rows.get(dataset.name()));
    if (left.left(before.path()) == 0) {
      return;
    }
    DatasetReader reader = Objects.requireNonNull(readers.get(dataset.name()));
    long file = now == null ? batch.addFile(before.unread()) : now;
    Set<String> periods = new TreeSet<>();
    long kept = 0;
    Schema schema = schema(dataset);
    List<StoredSource> old = sources.getOrDefault(before.id(), List.of());
    try (PartWriter part = parts.of(dataset, schema)) {
      int number = 0;
      long first = 0;
      for (StoredSource source : old) {
        long count = copy(dataset, reader, schema, part, source, before.path(), left, periods);
        if (count > 0) {
          number++;
          StoredSource keptSource =
              new StoredSource(
                  file,
                  part.part(),
                  number,
                  source.sheet(),
                  source.period(),
                  source.headingRow(),
                  source.range(),
                  source.message(),
                  new RowCounts(count, count, 0, 0),
                  first);
          batch.addSource(keptSource);
          batch.details().addCells(keptSource, CellAccount.NONE);
          first += count;
          kept += count;
        }
      }
      part.end();
    }
    String said =
        why
            + " no more "
            + (kept == 1 ? "1 row that was" : kept + " rows that were")
            + " in the dataset when the period was closed; they stay";
    for (String period : periods) {
      batch.adoption().keepOut(file, "", period, false, said);
    }
  }

  private static Schema schema(DatasetPlan dataset) {
    return new Schema(
        Stream.concat(dataset.schema().columns().stream(), Stream.of(HiddenRows.HELD)).toList());
  }

  /** Copies the rows of a source that are left. */
  private long copy(
      DatasetPlan dataset,
      DatasetReader reader,
      Schema schema,
      PartWriter part,
      StoredSource source,
      String path,
      ClosedRows left,
      Set<String> periods)
      throws IOException {
    Schema wanted =
        new Schema(
            Stream.of(schema.columns().stream(), Stream.of(HiddenRows.DUPLICATE, Origin.SOURCE_ROW))
                .flatMap(columns -> columns)
                .toList());
    RowHashes hashes = new RowHashes(wanted, left.hashed());
    long[] count = new long[1];
    reader.scanParts(
        wanted,
        number -> number == source.part(),
        rows -> {
          Block block = rows.block();
          hashes.begin(block);
          int[] chosen = new int[block.size()];
          int size = 0;
          DatedRows.Days days = new DatedRows.Days(block, dataset.datedBy().orElseThrow());
          TextVector held = block.text(schema.indexOf(HiddenRows.HELD.name()).orElseThrow());
          TextVector duplicate = block.text(schema.size());
          for (DatasetReader.LiveRange range : rows.live()) {
            for (int row = range.from();
                range.source() == source.number() && row < range.to();
                row++) {
              Optional<ClosedPeriods.Closed> period =
                  days.isDated(row) && held.isBlank(row) && duplicate.isBlank(row)
                      ? closed.of(days.day(row))
                      : Optional.empty();
              if (period.isPresent() && left.takeFrom(path, hashes.shortened(row))) {
                chosen[size++] = row;
                periods.add(period.get().period().toString());
              }
            }
          }
          if (size > 0) {
            write(part, schema, block.rows(chosen, size));
            count[0] += size;
          }
        });
    return count[0];
  }

  private static void write(PartWriter part, Schema schema, Block chosen) throws IOException {
    LongVector numbers = chosen.numbers(chosen.schema().size() - 1);
    int[] rowNumbers = new int[chosen.size()];
    for (int row = 0; row < rowNumbers.length; row++) {
      rowNumbers[row] = Math.toIntExact(numbers.values()[row]);
    }
    part.accept(chosen.only(schema).numbered(rowNumbers), 0, chosen.size());
  }
}
