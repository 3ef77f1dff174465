package baddle.app.compare;

import baddle.core.calendar.Calendar;
import baddle.core.check.RowHashes;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/** Tells which rows of some files were added, removed or altered between two batches. */
final class RowChanges {

  private record Key(String file, long high, long low) {}

  /** The rows of a file with one key. */
  private static final class Rows {
    private int count;
    private long high;
    private long low;

    boolean isSame(Rows other) {
      return count == other.count && high == other.high && low == other.low;
    }
  }

  /** Of which of two batches. */
  private enum Side {
    BEFORE,
    AFTER
  }

  private final DatasetReader before;
  private final DatasetReader after;
  private final List<String> key;
  private final List<String> content;
  private final Set<String> files;
  private final UnaryOperator<String> nameNow;
  private final Map<Side, Map<Key, Rows>> rows = new EnumMap<>(Side.class);

  /**
   * Looks at the rows of some files.
   *
   * @param key the columns of the dataset's key; none if it has none
   * @param files the files, as they are called now
   * @param nameNow what a file of before is called now
   */
  RowChanges(
      DatasetReader before,
      DatasetReader after,
      List<String> key,
      Set<String> files,
      UnaryOperator<String> nameNow)
      throws IOException {
    this.before = before;
    this.after = after;
    this.files = files;
    this.nameNow = nameNow;
    this.content =
        after.schema().columns().stream()
            .filter(column -> !Origin.has(column.name()) && before.schema().has(column))
            .map(Column::name)
            .toList();
    this.key = key.isEmpty() || !content.containsAll(key) ? content : key;
    for (Side side : Side.values()) {
      Map<Key, Rows> ofSide = new HashMap<>();
      rows.put(side, ofSide);
      scan(side, content, new Gathering(side, ofSide));
    }
  }

  private void scan(Side side, List<String> columns, BlockSink sink) throws IOException {
    DatasetReader reader = side == Side.BEFORE ? before : after;
    List<String> wanted = new ArrayList<>(columns);
    if (!wanted.contains(Origin.SOURCE_FILE.name())) {
      wanted.add(Origin.SOURCE_FILE.name());
    }
    reader.scanFiles(wanted, file -> files.contains(nameNow(side, file)), sink);
  }

  private String nameNow(Side side, String file) {
    return side == Side.BEFORE ? nameNow.apply(file) : file;
  }

  /** Hashes keys and contents of blocks. */
  private abstract class Sink implements BlockSink {

    private final Side side;
    private @Nullable Block block;
    private @Nullable RowHashes keys;
    private @Nullable RowHashes contents;

    Sink(Side side) {
      this.side = side;
    }

    void begin(Block taken) {
      if (block != taken) {
        block = taken;
        keys = hashes(taken, key);
        contents = hashes(taken, content);
      }
    }

    private RowHashes hashes(Block taken, List<String> columns) {
      RowHashes hashes = new RowHashes(taken.schema(), columns);
      hashes.begin(taken);
      return hashes;
    }

    RowHashes contents() {
      return Objects.requireNonNull(contents);
    }

    Key key(Block taken, int row) {
      int column = taken.schema().indexOf(Origin.SOURCE_FILE.name()).orElseThrow();
      TextVector file = taken.text(column);
      RowHashes hashes = Objects.requireNonNull(keys);
      return new Key(
          nameNow(side, file.dictionary().text(file.codes()[row])),
          hashes.high(row),
          hashes.low(row));
    }
  }

  /** Remembers what there is of each key. */
  private final class Gathering extends Sink {

    private final Map<Key, Rows> gathered;

    Gathering(Side side, Map<Key, Rows> gathered) {
      super(side);
      this.gathered = gathered;
    }

    @Override
    public void accept(Block block, int from, int to) {
      begin(block);
      for (int row = from; row < to; row++) {
        Rows one = gathered.computeIfAbsent(key(block, row), k -> new Rows());
        one.count++;
        one.high += contents().high(row);
        one.low += contents().low(row);
      }
    }
  }

  /**
   * The same cross-tab of the rows of each kind, as they were before and as they are.
   *
   * @param spec of the dataset's own rows only
   */
  Map<RowChange, List<Crosstab>> crosstabs(CrosstabSpec spec, Calendar calendar)
      throws IOException {
    Map<RowChange, List<Crosstab>> crosstabs = new EnumMap<>(RowChange.class);
    for (Side side : Side.values()) {
      DatasetReader reader = side == Side.BEFORE ? before : after;
      Schema columns = reader.schema().only(spec.columns(""));
      Map<RowChange, CrosstabBuilder> builders = new EnumMap<>(RowChange.class);
      for (RowChange kind : RowChange.values()) {
        builders.put(kind, new CrosstabBuilder(spec, columns, calendar));
      }
      scan(
          side == Side.BEFORE,
          columns.names(),
          (kind, block, from, to) ->
              Objects.requireNonNull(builders.get(kind)).accept(block.only(columns), from, to));
      builders.forEach(
          (kind, builder) ->
              crosstabs.computeIfAbsent(kind, k -> new ArrayList<>()).add(builder.build()));
    }
    return crosstabs;
  }

  /** Takes rows that differ. */
  @FunctionalInterface
  interface Changed {
    void accept(RowChange kind, Block block, int from, int to) throws IOException;
  }

  /**
   * Pushes the rows that differ.
   *
   * @param old whether as they were, not as they are
   * @param columns those wanted in each block, perhaps among others
   */
  void scan(boolean old, List<String> columns, Changed changed) throws IOException {
    Side side = old ? Side.BEFORE : Side.AFTER;
    Set<String> wanted = new LinkedHashSet<>(content);
    wanted.addAll(columns);
    scan(side, List.copyOf(wanted), new Sorting(side, changed));
  }

  /** Tells of which kind each row is. */
  private final class Sorting extends Sink {

    private final Side side;
    private final Changed changed;
    private final Map<Key, Integer> passed = new HashMap<>();

    Sorting(Side side, Changed changed) {
      super(side);
      this.side = side;
      this.changed = changed;
    }

    @Override
    public void accept(Block block, int from, int to) throws IOException {
      begin(block);
      int start = from;
      Optional<RowChange> run = from < to ? kind(block, from) : Optional.empty();
      for (int row = from + 1; row <= to; row++) {
        Optional<RowChange> kind = row < to ? kind(block, row) : Optional.empty();
        if (row == to || !kind.equals(run)) {
          if (run.isPresent()) {
            changed.accept(run.get(), block, start, row);
          }
          start = row;
          run = kind;
        }
      }
    }

    private Optional<RowChange> kind(Block block, int row) {
      Key of = key(block, row);
      Rows was = Objects.requireNonNull(rows.get(Side.BEFORE)).get(of);
      Rows is = Objects.requireNonNull(rows.get(Side.AFTER)).get(of);
      if (was == null) {
        return Optional.of(RowChange.ADDED);
      }
      if (is == null) {
        return Optional.of(RowChange.REMOVED);
      }
      if (was.isSame(is)) {
        return Optional.empty();
      }
      if (key != content) {
        return Optional.of(RowChange.ALTERED);
      }
      int number = passed.merge(of, 1, Integer::sum);
      if (number <= Math.min(was.count, is.count)) {
        return Optional.empty();
      }
      return Optional.of(side == Side.BEFORE ? RowChange.REMOVED : RowChange.ADDED);
    }
  }
}
