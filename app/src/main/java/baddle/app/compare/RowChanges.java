package baddle.app.compare;

import baddle.core.calendar.Calendar;
import baddle.core.check.RowTallies;
import baddle.core.check.RowTallies.Side;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
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
      KeyHashes keyed = keyed(side);
      scan(
          side,
          content,
          (block, from, to) -> {
            keyed.begin(block);
            keyed.add(side, from, to);
          });
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

  private KeyHashes keyed(Side side) {
    return new KeyHashes(
        key,
        content,
        tallies,
        file ->
            numberOfFile.computeIfAbsent(
                nameNow(side, file), name -> (numberOfFile.size() + 1) * APART));
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
      List<ChangedCrosstabs> all = new ArrayList<>();
      for (CrosstabSpec spec : specs) {
        wanted.addAll(spec.columns(""));
        all.add(new ChangedCrosstabs(spec, reader.schema().only(spec.columns("")), calendar));
      }
      scan(
          side == Side.BEFORE,
          List.copyOf(wanted),
          (kind, block, from, to) -> {
            for (ChangedCrosstabs one : all) {
              one.accept(kind, block, from, to);
            }
          });
      for (int i = 0; i < all.size(); i++) {
        all.get(i).addTo(crosstabs.get(i));
      }
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
  private final class Sorting implements BlockSink {

    private final Side side;
    private final Changed changed;
    private final KeyHashes keyed;
    private final int[] passed = new int[tallies.size()];

    Sorting(Side side, Changed changed) {
      this.side = side;
      this.changed = changed;
      this.keyed = keyed(side);
    }

    @Override
    public void accept(Block block, int from, int to) throws IOException {
      keyed.begin(block);
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
      int of = keyed.key(row);
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
      if (!key.equals(content)) {
        return RowChange.ALTERED;
      }
      if (++passed[of] <= Math.min(was, is)) {
        return null;
      }
      return side == Side.BEFORE ? RowChange.REMOVED : RowChange.ADDED;
    }
  }
}
