package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.app.review.Worth;
import baddle.core.check.RowHashes;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.value.WideSum;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Holds the rows of a closed period at one batch against those at another: how many there are, what
 * every number column adds up to, and a hash of all their values.
 */
public final class ClosedProof {

  /** Rows of a period at a batch. */
  private static final class Held {
    private long rows;
    private long high;
    private long low;
    private final WideSum[] sums;

    Held(int columns) {
      sums = new WideSum[columns];
      for (int i = 0; i < columns; i++) {
        sums[i] = new WideSum();
      }
    }

    boolean isSame(Held other) {
      return rows == other.rows && high == other.high && low == other.low;
    }
  }

  /**
   * A file whose rows of a period aren't the same at two batches.
   *
   * @param period the closed period
   * @param path the file
   * @param then what they were
   * @param now what they are
   * @param columns the other number columns whose sums aren't the same
   */
  public record Change(
      ClosedPeriods.Closed period, String path, String then, String now, List<String> columns) {

    /** Copies the list. */
    public Change {
      columns = List.copyOf(columns);
    }

    /**
     * The rows before and after, in words.
     *
     * @param before when it was, such as {@code then}
     * @param after when it is
     */
    public String text(String before, String after) {
      return then
          + " "
          + before
          + ", "
          + now
          + " "
          + after
          + (columns.isEmpty() ? "" : "; also " + String.join(", ", columns));
    }
  }

  private final Store store;
  private final DatasetPlan dataset;
  private final ClosedPeriods closed;
  private final Optional<DatasetReader> oldRows;
  private final Optional<DatasetReader> newRows;
  private final Map<StoredSource, String> old;
  private final Map<StoredSource, String> now;

  private ClosedProof(Store store, DatasetPlan dataset, ClosedPeriods closed, int then, int later)
      throws IOException {
    this.store = store;
    this.dataset = dataset;
    this.closed = closed;
    this.oldRows = reader(then);
    this.newRows = reader(later);
    this.old = sources(then);
    this.now = sources(later);
    withoutSame();
  }

  /**
   * The files whose rows of closed periods aren't the same at two batches; none where rows have
   * only changed their file.
   *
   * @param periods the periods
   * @param then the earlier batch
   * @param now the later one
   */
  public static List<Change> changes(
      Store store, DatasetPlan dataset, ClosedPeriods periods, int then, int now)
      throws IOException {
    return periods.all().isEmpty()
        ? List.of()
        : new ClosedProof(store, dataset, periods, then, now).changes();
  }

  private Optional<DatasetReader> reader(int batch) throws IOException {
    try {
      return Optional.of(store.dataset(dataset.name(), batch));
    } catch (StoreException.Absent e) {
      return Optional.empty();
    }
  }

  private Map<StoredSource, String> sources(int batch) throws IOException {
    Map<Long, String> paths = new HashMap<>();
    for (StoredFile file : store.catalogue().files(batch)) {
      if (file.dataset().equals(dataset.name())) {
        paths.put(file.id(), file.path());
      }
    }
    Map<StoredSource, String> sources = new HashMap<>();
    for (StoredSource source : store.catalogue().sources(batch)) {
      String path = paths.get(source.file());
      if (path != null) {
        sources.put(source, path);
      }
    }
    return sources;
  }

  /** Leaves out the sources whose rows are where they were, in the same versions of columns. */
  private void withoutSame() {
    Set<List<Object>> was = versions(old.keySet(), oldRows);
    Set<List<Object>> is = versions(now.keySet(), newRows);
    old.keySet().removeIf(source -> is.contains(version(source, oldRows)));
    now.keySet().removeIf(source -> was.contains(version(source, newRows)));
  }

  private static Set<List<Object>> versions(
      Collection<StoredSource> sources, Optional<DatasetReader> reader) {
    Set<List<Object>> versions = new HashSet<>();
    sources.forEach(source -> versions.add(version(source, reader)));
    return versions;
  }

  private static List<Object> version(StoredSource source, Optional<DatasetReader> reader) {
    return List.of(
        source.part(),
        source.number(),
        source.period(),
        reader.map(rows -> rows.columnNumbers(source.part())).orElse(Set.of()));
  }

  private List<Change> changes() throws IOException {
    if (old.isEmpty() && now.isEmpty()) {
      return List.of();
    }
    Schema columns = common();
    Map<Integer, Map<String, Held>> before = held(oldRows, old, columns);
    Map<Integer, Map<String, Held>> after = held(newRows, now, columns);
    List<Change> changes = new ArrayList<>();
    for (int i = 0; i < closed.all().size(); i++) {
      changes.addAll(
          changes(
              closed.all().get(i),
              columns,
              before.getOrDefault(i + 1, Map.of()),
              after.getOrDefault(i + 1, Map.of())));
    }
    return changes;
  }

  private List<Change> changes(
      ClosedPeriods.Closed period,
      Schema columns,
      Map<String, Held> before,
      Map<String, Held> after) {
    if (total(before).isSame(total(after))) {
      return List.of();
    }
    List<Change> changes = new ArrayList<>();
    Set<String> paths = new TreeSet<>(before.keySet());
    paths.addAll(after.keySet());
    for (String path : paths) {
      Held one = before.getOrDefault(path, new Held(columns.size()));
      Held other = after.getOrDefault(path, new Held(columns.size()));
      if (!one.isSame(other)) {
        changes.add(
            new Change(
                period,
                path,
                worth(columns, one),
                worth(columns, other),
                moved(columns, one, other)));
      }
    }
    return changes;
  }

  private static Held total(Map<String, Held> held) {
    Held total = new Held(0);
    for (Held one : held.values()) {
      total.rows += one.rows;
      total.high += one.high;
      total.low += one.low;
    }
    return total;
  }

  /** The columns that rows had then and have now. */
  private Schema common() {
    List<Column> columns = new ArrayList<>();
    oldRows
        .or(() -> newRows)
        .ifPresent(
            reader ->
                reader.schema().columns().stream()
                    .filter(column -> !Origin.has(column.name()))
                    .filter(column -> newRows.isEmpty() || newRows.get().schema().has(column))
                    .forEach(columns::add));
    return new Schema(columns);
  }

  /** The sums by period number and file. */
  private Map<Integer, Map<String, Held>> held(
      Optional<DatasetReader> reader, Map<StoredSource, String> sources, Schema columns)
      throws IOException {
    Map<Integer, Map<String, Held>> held = new TreeMap<>();
    if (reader.isEmpty()) {
      return held;
    }
    Map<List<Integer>, String> paths = new HashMap<>();
    Set<Integer> parts = new TreeSet<>();
    RowPeriods periods = new RowPeriods(dataset, closed, sources.keySet());
    sources.forEach(
        (source, path) -> {
          if (periods.mayHaveAny(source)) {
            paths.put(List.of(source.part(), source.number()), path);
            parts.add(source.part());
          }
        });
    Schema read = KnownColumns.with(columns, periods.columns(), new Schema(HiddenRows.columns()));
    RowHashes hashes = new RowHashes(read, columns.names());
    reader
        .get()
        .scanParts(
            read,
            parts::contains,
            block -> {
              int[] of = periods.of(block);
              hashes.begin(block.block());
              PartRows rows = PartRows.reasons(block);
              for (DatasetReader.LiveRange range : block.live()) {
                String path = paths.get(List.of(block.part(), range.source()));
                for (int row = range.from(); path != null && row < range.to(); row++) {
                  if (of[row] > 0 && rows.counts(row)) {
                    add(
                        held.computeIfAbsent(of[row], p -> new TreeMap<>())
                            .computeIfAbsent(path, p -> new Held(columns.size())),
                        block.block(),
                        columns,
                        hashes,
                        row);
                  }
                }
              }
            });
    return held;
  }

  private static void add(Held held, Block block, Schema columns, RowHashes hashes, int row) {
    held.rows++;
    held.high += hashes.high(row);
    held.low += hashes.low(row);
    for (int i = 0; i < columns.size(); i++) {
      if (block.vector(i) instanceof LongVector numbers && !numbers.isBlank(row)) {
        held.sums[i].add(numbers.values()[row]);
      }
    }
  }

  private String worth(Schema columns, Held held) {
    Optional<String> amount = dataset.amount().filter(name -> columns.indexOf(name).isPresent());
    return Worth.of(
        held.rows,
        amount,
        amount
            .map(name -> sum(columns, held, columns.indexOf(name).orElseThrow()))
            .orElse(BigDecimal.ZERO));
  }

  private static BigDecimal sum(Schema columns, Held held, int column) {
    return held.sums[column].value(columns.column(column).type().places());
  }

  private List<String> moved(Schema columns, Held one, Held other) {
    List<String> moved = new ArrayList<>();
    for (int i = 0; i < columns.size(); i++) {
      Column column = columns.column(i);
      if (column.type().isNumber()
          && sum(columns, one, i).compareTo(sum(columns, other, i)) != 0
          && !dataset.amount().equals(Optional.of(column.name()))) {
        moved.add(column.name());
      }
    }
    return moved;
  }
}
