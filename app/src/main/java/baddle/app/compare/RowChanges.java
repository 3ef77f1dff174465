package baddle.app.compare;

import baddle.core.calendar.Calendar;
import baddle.core.check.RowHashes;
import baddle.core.check.RowTallies;
import baddle.core.check.RowTallies.Side;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/** Tells which rows of some files were added, removed or altered between two batches. */
final class RowChanges {

  /** Spreads the numbers of files over all bits. */
  private static final long APART = 0x9E3779B97F4A7C15L;

  private final DatasetReader before;
  private final DatasetReader after;
  private final List<String> key;
  private final List<String> content;
  private final Set<String> files;
  private final UnaryOperator<String> nameNow;
  private final RowTallies tallies = new RowTallies();
  private final Map<String, Long> numberOfFile = new HashMap<>();

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
      scan(side, content, new Gathering(side));
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

  /** Numbers that tell files apart in the hashes of keys, by the codes of a block's names. */
  private long[] numbersOfFiles(Side side, Dictionary names) {
    long[] numbers = new long[names.size() + 1];
    for (int code = 1; code < numbers.length; code++) {
      numbers[code] =
          numberOfFile.computeIfAbsent(
              nameNow(side, names.text(code)), name -> (numberOfFile.size() + 1) * APART);
    }
    return numbers;
  }

  /** Hashes keys and contents of blocks. */
  private abstract class Sink implements BlockSink {

    private final Side side;
    private @Nullable Block block;
    private @Nullable RowHashes keys;
    private @Nullable RowHashes contents;
    private int[] files = {};
    private long[] numbers = {};

    Sink(Side side) {
      this.side = side;
    }

    void begin(Block taken) {
      if (block == taken) {
        return;
      }
      block = taken;
      contents = hashes(contents, taken, content);
      keys = key == content ? contents : hashes(keys, taken, key);
      int column = taken.schema().indexOf(Origin.SOURCE_FILE.name()).orElseThrow();
      files = taken.text(column).codes();
      numbers = numbersOfFiles(side, taken.text(column).dictionary());
    }

    private RowHashes hashes(@Nullable RowHashes known, Block taken, List<String> columns) {
      RowHashes hashes = known == null ? new RowHashes(taken.schema(), columns) : known;
      hashes.begin(taken);
      return hashes;
    }

    Side side() {
      return side;
    }

    RowHashes contents() {
      return Objects.requireNonNull(contents);
    }

    /** The number of a row's key. */
    int key(int row) {
      RowHashes hashes = Objects.requireNonNull(keys);
      long file = numbers[files[row]];
      return tallies.key(hashes.high(row) + file, hashes.low(row) ^ file);
    }
  }

  /** Remembers what there is of each key. */
  private final class Gathering extends Sink {

    Gathering(Side side) {
      super(side);
    }

    @Override
    public void accept(Block block, int from, int to) {
      begin(block);
      RowHashes held = contents();
      for (int row = from; row < to; row++) {
        tallies.add(side(), key(row), held.high(row), held.low(row));
      }
    }
  }

  /**
   * Cross-tabs of the rows of each kind, as they were before and as they are.
   *
   * @param specs of the dataset's own rows only
   * @return for each of them what there is of each kind
   */
  List<Map<RowChange, List<Crosstab>>> crosstabs(List<CrosstabSpec> specs, Calendar calendar)
      throws IOException {
    List<Map<RowChange, List<Crosstab>>> crosstabs = new ArrayList<>();
    specs.forEach(spec -> crosstabs.add(new EnumMap<>(RowChange.class)));
    for (Side side : Side.values()) {
      DatasetReader reader = side == Side.BEFORE ? before : after;
      Set<String> wanted = new LinkedHashSet<>();
      List<Built> all = new ArrayList<>();
      for (CrosstabSpec spec : specs) {
        wanted.addAll(spec.columns(""));
        all.add(new Built(spec, reader.schema().only(spec.columns("")), calendar));
      }
      scan(
          side == Side.BEFORE,
          List.copyOf(wanted),
          (kind, block, from, to) -> {
            for (Built one : all) {
              one.accept(kind, block, from, to);
            }
          });
      for (int i = 0; i < all.size(); i++) {
        all.get(i).addTo(crosstabs.get(i));
      }
    }
    return crosstabs;
  }

  /** A cross-tab of each kind of rows. */
  private static final class Built {
    private final Schema columns;
    private final Map<RowChange, CrosstabBuilder> builders = new EnumMap<>(RowChange.class);

    Built(CrosstabSpec spec, Schema columns, Calendar calendar) {
      this.columns = columns;
      for (RowChange kind : RowChange.values()) {
        builders.put(kind, new CrosstabBuilder(spec, columns, calendar));
      }
    }

    void accept(RowChange kind, Block block, int from, int to) throws IOException {
      Objects.requireNonNull(builders.get(kind)).accept(block.only(columns), from, to);
    }

    void addTo(Map<RowChange, List<Crosstab>> crosstabs) {
      builders.forEach(
          (kind, builder) ->
              crosstabs.computeIfAbsent(kind, k -> new ArrayList<>()).add(builder.build()));
    }
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

    private final Changed changed;
    private final int[] passed = new int[tallies.size()];

    Sorting(Side side, Changed changed) {
      super(side);
      this.changed = changed;
    }

    @Override
    public void accept(Block block, int from, int to) throws IOException {
      begin(block);
      int start = from;
      RowChange run = from < to ? kind(from) : null;
      for (int row = from + 1; row <= to; row++) {
        RowChange kind = row < to ? kind(row) : null;
        if (row == to || kind != run) {
          if (run != null) {
            changed.accept(run, block, start, row);
          }
          start = row;
          run = kind;
        }
      }
    }

    /** How a row differs; null where it doesn't. */
    private @Nullable RowChange kind(int row) {
      int of = key(row);
      int was = tallies.count(Side.BEFORE, of);
      int is = tallies.count(Side.AFTER, of);
      if (was == 0) {
        return RowChange.ADDED;
      }
      if (is == 0) {
        return RowChange.REMOVED;
      }
      if (tallies.areSame(of)) {
        return null;
      }
      if (key != content) {
        return RowChange.ALTERED;
      }
      if (++passed[of] <= Math.min(was, is)) {
        return null;
      }
      return side() == Side.BEFORE ? RowChange.REMOVED : RowChange.ADDED;
    }
  }
}
