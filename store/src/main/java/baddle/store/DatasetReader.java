package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import baddle.core.table.RenamedTexts;
import baddle.core.table.Schema;
import java.io.IOException;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntPredicate;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Reads the rows of a dataset as they were at a batch, a few columns at a time. */
public final class DatasetReader {

  /** Takes whole blocks with their place in the store. */
  @FunctionalInterface
  public interface PartSink {

    /** Takes a block. */
    void accept(PartBlock rows) throws IOException;
  }

  /**
   * A block and its place.
   *
   * @param part the part it is of
   * @param number its number in the part, from 0
   * @param firstRow how many rows of the part are before it
   * @param block its rows
   * @param live the ranges of its rows whose sources are live
   */
  public record PartBlock(int part, int number, int firstRow, Block block, List<LiveRange> live) {

    /** Copies the list. */
    public PartBlock {
      live = List.copyOf(live);
    }
  }

  /**
   * Rows of a block that are of a live source.
   *
   * @param from the first, from 0, inclusive
   * @param to the end, exclusive
   * @param source the number of the source in its part, from 1
   */
  public record LiveRange(int from, int to, int source) {}

  private final ScanWatch watch;
  private final Database database;
  private final String dataset;
  private final int batch;
  private final LiveParts live;
  private final Schema schema;
  private final Set<Column> blanks;

  DatasetReader(Database database, String dataset, int batch, ScanWatch watch) throws IOException {
    this.watch = watch;
    this.database = database;
    this.dataset = dataset;
    this.batch = batch;
    this.live = new LiveParts(database, dataset, batch);
    this.blanks = Set.of();
    this.schema =
        new Schema(
            Stream.concat(
                    live.newest().schema().columns().stream()
                        .filter(column -> !HiddenRows.has(column.name())),
                    Origin.columns().stream())
                .toList());
  }

  private DatasetReader(DatasetReader other, Schema columns, LiveParts parts) {
    watch = other.watch;
    database = other.database;
    dataset = other.dataset;
    batch = other.batch;
    live = parts;
    blanks =
        Stream.concat(
                other.blanks.stream(),
                columns.columns().stream()
                    .filter(column -> other.schema.indexOf(column.name()).isEmpty()))
            .collect(Collectors.toUnmodifiableSet());
    schema =
        new Schema(
            Stream.concat(
                    other.schema.columns().stream(),
                    blanks.stream().filter(column -> !other.schema.has(column)))
                .toList());
  }

  /**
   * The same rows with some columns that weren't there yet when they were stored; they are blank.
   *
   * @param columns those there should be
   */
  public DatasetReader orBlank(Schema columns) {
    return new DatasetReader(this, columns, live);
  }

  /** The same rows, with some texts read as others. */
  public DatasetReader with(RenamedTexts names) {
    return names.isNone() ? this : new DatasetReader(this, schema, live.with(names));
  }

  /**
   * What decides the values of some columns in the rows of a part, as text: the same text stands
   * for the same rows, in whatever store or batch.
   *
   * @param columns as for {@link #scan}
   * @return empty where it can't be told without reading the rows
   * @throws StoreException.Damaged if a block isn't what was written
   */
  public Optional<String> content(int part, List<String> columns) throws IOException {
    try {
      RenamedTexts names = live.names().of(columns);
      return PartContent.of(live.part(part), live.ranges(part), columns)
          .map(content -> names.isNone() ? content : content + names);
    } catch (VectorDecoder.BrokenBlockException e) {
      throw live.damaged(part, e);
    }
  }

  /**
   * Pushes the rows of one part.
   *
   * @param columns as for {@link #scan}
   */
  public void scanPart(int part, List<String> columns, BlockSink sink) throws IOException {
    scan(schema.only(columns), false, one -> one == part, file -> true, null, sink);
  }

  /**
   * Pushes the rows of one part that are chosen.
   *
   * @param columns as for {@link #scan}
   */
  public void scanPart(int part, List<String> columns, RowChoice choice, BlockSink sink)
      throws IOException {
    scan(schema.only(columns), false, one -> one == part, file -> true, choice, sink);
  }

  /** The columns of the part that was written last, and after them those of the origin. */
  public Schema schema() {
    return schema;
  }

  /** The parts that have rows of live sources, in the order they were stored. */
  public Set<Integer> parts() {
    return live.numbers();
  }

  /** The columns of a part, but for those of {@link HiddenRows}. */
  public Schema columns(int part) {
    return new Schema(
        live.part(part).schema().columns().stream()
            .filter(column -> !HiddenRows.has(column.name()))
            .toList());
  }

  /** Whether a part has a column of this name and type. */
  public boolean hasColumn(int part, Column column) {
    return live.part(part).schema().has(column);
  }

  /** The numbers that the columns of a part are stored under; each version of one has its own. */
  public Set<Integer> columnNumbers(int part) {
    return live.part(part).columnNumbers();
  }

  /** The names of the columns a part has, those of {@link HiddenRows} among them. */
  public List<String> columnsOfPart(int part) {
    return live.part(part).names();
  }

  /** Whether any part has one of the columns of {@link HiddenRows}. */
  public boolean hides(Column column) {
    return live.all().stream().anyMatch(part -> part.names().contains(column.name()));
  }

  /** The parts of live sources in which a block isn't what was written; every block is read. */
  public Set<Integer> damagedParts() throws IOException {
    Set<Integer> damaged = new TreeSet<>();
    try (VectorDecoder decoder = new VectorDecoder()) {
      for (int part : live.numbers()) {
        try {
          live.part(part).verify(decoder);
        } catch (VectorDecoder.BrokenBlockException e) {
          damaged.add(part);
        }
      }
    }
    return damaged;
  }

  /** How many rows are stored for live sources, those in no figure among them. */
  public long storedRows() {
    return live.ranges().values().stream()
        .flatMap(List::stream)
        .mapToLong(range -> range.to() - range.from())
        .sum();
  }

  /** How many rows there are. */
  public long rows() throws IOException {
    return storedRows() - new Catalogue(database).hiddenRows(dataset, batch);
  }

  /**
   * Pushes all rows, in the order they were stored.
   *
   * @param columns names of columns of the {@link #schema}; the blocks have just these, in this
   *     order
   * @throws StoreException if an older part lacks a column
   * @throws StoreException.Damaged if a block isn't what was written
   */
  public void scan(List<String> columns, BlockSink sink) throws IOException {
    scan(schema.only(columns), false, file -> true, sink);
  }

  /** Chooses rows by some columns, so that the others needn't be read where none is chosen. */
  public interface RowChoice {

    /** The columns it looks at. */
    List<String> columns();

    /** The rows it chooses of a block of these columns. */
    BitSet rows(Block block) throws IOException;
  }

  /**
   * Pushes the rows that are chosen.
   *
   * @param columns as for {@link #scan}
   */
  public void scan(List<String> columns, RowChoice choice, BlockSink sink) throws IOException {
    scan(schema.only(columns), false, part -> true, file -> true, choice, sink);
  }

  /**
   * Pushes the rows of some files.
   *
   * @param columns as for {@link #scan}
   * @param files tells their paths
   */
  public void scanFiles(List<String> columns, Predicate<String> files, BlockSink sink)
      throws IOException {
    scan(schema.only(columns), false, range -> files.test(range.file()), sink);
  }

  /**
   * Pushes the rows of one source.
   *
   * @param columns as for {@link #scan}
   * @param source its number in the part
   */
  public void scanSource(List<String> columns, int part, int source, BlockSink sink)
      throws IOException {
    scan(
        schema.only(columns),
        false,
        range -> range.part() == part && range.source() == source,
        sink);
  }

  /**
   * Pushes the rows that were read and are in no figure: held because a derived column couldn't be
   * computed, or held or left out because another row has the same key.
   *
   * @param columns as for {@link #scan}, and after them in each block the columns of {@link
   *     HiddenRows}, blank where they aren't the reason
   */
  public void scanHidden(List<String> columns, BlockSink sink) throws IOException {
    if (live.all().stream().anyMatch(StoredPart::hides)) {
      scan(schema.only(columns), true, range -> true, sink);
    }
  }

  private void scan(Schema wanted, boolean hidden, Predicate<SourceRange> ranges, BlockSink sink)
      throws IOException {
    scan(wanted, hidden, part -> true, ranges, null, sink);
  }

  private void scan(
      Schema wanted,
      boolean hidden,
      IntPredicate parts,
      Predicate<SourceRange> chosen,
      @Nullable RowChoice choice,
      BlockSink sink)
      throws IOException {
    boolean origin =
        wanted.columns().stream().anyMatch(c -> Origin.has(c.name()))
            || (choice != null && choice.columns().stream().anyMatch(Origin::has));
    Schema looked = choice == null ? new Schema(List.of()) : schema.only(choice.columns());
    watch.begin(live.rowsOf(parts, chosen));
    try (VectorDecoder decoder = new VectorDecoder()) {
      PartScan scan = new PartScan(live, decoder, watch);
      for (Map.Entry<Integer, List<SourceRange>> part : live.ranges().entrySet()) {
        boolean hides = live.part(part.getKey()).hides();
        if (parts.test(part.getKey()) && (!hidden || hides)) {
          List<SourceRange> ranges = part.getValue().stream().filter(chosen).toList();
          if (ranges.isEmpty()) {
            continue;
          }
          List<SourceRange> ranged = origin ? ranges : SourceRange.joined(ranges);
          BlockSink target = hides ? new HidingSink(wanted, hidden, sink) : sink;
          Schema read = hides ? withHidden(wanted) : wanted;
          checkColumns(part.getKey(), read);
          scan.rows(part.getKey(), ranged, read, choice, looked, target);
        }
      }
    } finally {
      watch.end();
    }
  }

  private static Schema withHidden(Schema wanted) {
    return new Schema(
        Stream.concat(wanted.columns().stream(), HiddenRows.columns().stream()).toList());
  }

  /**
   * Pushes whole blocks, for columns to be computed anew.
   *
   * @param columns names of columns that are read from sources, or of {@link HiddenRows}; a column
   *     that a part doesn't have is blank
   */
  public void scanParts(Schema columns, PartSink sink) throws IOException {
    scanParts(columns, part -> true, sink);
  }

  /**
   * Pushes whole blocks of some parts.
   *
   * @param parts which ones
   */
  public void scanParts(Schema columns, IntPredicate parts, PartSink sink) throws IOException {
    watch.begin(live.rowsOf(parts, range -> true));
    try (VectorDecoder decoder = new VectorDecoder()) {
      PartScan scan = new PartScan(live, decoder, watch);
      for (Map.Entry<Integer, List<SourceRange>> part : live.ranges().entrySet()) {
        if (parts.test(part.getKey())) {
          scan.wholeBlocks(part.getKey(), part.getValue(), columns, sink);
        }
      }
    } finally {
      watch.end();
    }
  }

  private void checkColumns(int part, Schema wanted) throws StoreException {
    Schema has = live.part(part).schema();
    for (Column column : wanted.columns()) {
      boolean own = !Origin.has(column.name()) && !HiddenRows.has(column.name());
      boolean isOther = has.indexOf(column.name()).isPresent() && !has.has(column);
      if (own && isOther && !blanks.contains(column)) {
        throw new StoreException(
            "the column "
                + column.name()
                + " of the dataset "
                + dataset
                + " changed between batches; run baddle consolidate",
            database.file());
      }
    }
  }
}
