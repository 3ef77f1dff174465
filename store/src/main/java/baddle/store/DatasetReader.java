package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;

/** Reads the rows of a dataset as they were at a batch, a few columns at a time. */
public final class DatasetReader {

  private record RowRange(int part, long from, long to) {}

  private record StoredBlock(int number, int rows) {}

  private final Database database;
  private final String dataset;
  private final Map<Integer, List<RowRange>> rangesOfPart = new LinkedHashMap<>();
  private final Map<Integer, Schema> schemaOfPart = new LinkedHashMap<>();
  private final Schema schema;
  private long rows;

  DatasetReader(Database database, String dataset, int batch) throws IOException {
    this.database = database;
    this.dataset = dataset;
    database
        .query(
            "SELECT s.part, s.first_row, s.first_row + s.rows_kept FROM source s"
                + " JOIN file f ON f.id = s.file WHERE f.dataset = ?2 AND f.live_from <= ?1"
                + " AND (f.live_until IS NULL OR f.live_until > ?1) ORDER BY s.part, s.first_row",
            row -> new RowRange(row.getInt(1), row.getLong(2), row.getLong(3)),
            batch,
            dataset)
        .forEach(this::addRange);
    Schema newest = null;
    for (int part : rangesOfPart.keySet()) {
      newest = readSchema(part);
      schemaOfPart.put(part, newest);
    }
    if (newest == null) {
      throw new StoreException.Absent(
          "the dataset " + dataset + " has no rows yet; run baddle consolidate",
          database.file());
    }
    schema = newest;
  }

  private void addRange(RowRange range) {
    rows += range.to() - range.from();
    List<RowRange> ranges =
        rangesOfPart.computeIfAbsent(range.part(), part -> new ArrayList<>());
    int last = ranges.size() - 1;
    if (last >= 0 && ranges.get(last).to() == range.from()) {
      ranges.set(last, new RowRange(range.part(), ranges.get(last).from(), range.to()));
    } else {
      ranges.add(range);
    }
  }

  private Schema readSchema(int part) throws IOException {
    return new Schema(
        database.query(
            "SELECT name, kind, places FROM part_column WHERE part = ? ORDER BY number",
            DatasetReader::column,
            part));
  }

  private static Column column(ResultSet row) throws SQLException {
    ColumnType.Kind kind = ColumnType.Kind.valueOf(row.getString(2).toUpperCase(Locale.ROOT));
    return new Column(row.getString(1), new ColumnType(kind, row.getInt(3)));
  }

  /** The columns of the part that was written last. */
  public Schema schema() {
    return schema;
  }

  /** How many rows there are. */
  public long rows() {
    return rows;
  }

  /**
   * Pushes all rows, in the order they were stored.
   *
   * @param columns names of columns of the {@link #schema}; the blocks have just these, in this order,
   *     and no row numbers
   * @throws StoreException if an older part lacks a column
   * @throws StoreException.Damaged if a block isn't what was written
   */
  public void scan(List<String> columns, BlockSink sink) throws IOException {
    Schema wanted =
        new Schema(
            columns.stream()
                .map(name -> schema.column(schema.indexOf(name).orElseThrow()))
                .toList());
    try (VectorDecoder decoder = new VectorDecoder()) {
      for (Map.Entry<Integer, List<RowRange>> part : rangesOfPart.entrySet()) {
        scanPart(part.getKey(), part.getValue(), wanted, decoder, sink);
      }
    }
  }

  private void scanPart(
      int part, List<RowRange> ranges, Schema wanted, VectorDecoder decoder, BlockSink sink)
      throws IOException {
    int[] numbers = columnNumbers(part, wanted);
    long blockStart = 0;
    for (StoredBlock rowBlock : blocks(part)) {
      long blockEnd = blockStart + rowBlock.rows();
      Block block = null;
      for (RowRange range : ranges) {
        long from = Math.max(range.from(), blockStart);
        long to = Math.min(range.to(), blockEnd);
        if (from < to) {
          block = block == null ? decode(part, rowBlock, numbers, wanted, decoder) : block;
          sink.accept(block, (int) (from - blockStart), (int) (to - blockStart));
        }
      }
      blockStart = blockEnd;
    }
  }

  private int[] columnNumbers(int part, Schema wanted) throws IOException {
    Schema has = schemaOfPart.getOrDefault(part, schema);
    int[] numbers = new int[wanted.size()];
    for (int i = 0; i < numbers.length; i++) {
      Column column = wanted.column(i);
      OptionalInt index = has.indexOf(column.name());
      if (index.isEmpty() || !has.column(index.getAsInt()).equals(column)) {
        throw new StoreException(
            "the column "
                + column.name()
                + " of the dataset "
                + dataset
                + " changed between batches; run baddle consolidate",
            database.file());
      }
      numbers[i] = index.getAsInt() + 1;
    }
    return numbers;
  }

  private List<StoredBlock> blocks(int part) throws IOException {
    return database.query(
        "SELECT number, rows FROM block WHERE part = ? AND column_number = ? ORDER BY number",
        row -> new StoredBlock(row.getInt(1), row.getInt(2)),
        part,
        PartWriter.ROW_NUMBERS);
  }

  private Block decode(
      int part, StoredBlock rowBlock, int[] numbers, Schema wanted, VectorDecoder decoder)
      throws IOException {
    List<Vector> vectors = new ArrayList<>();
    for (int number : numbers) {
      List<byte[]> content =
          database.query(
              "SELECT content FROM block WHERE part = ? AND column_number = ? AND number = ?",
              row -> row.getBytes(1),
              part,
              number,
              rowBlock.number());
      try {
        if (content.isEmpty()) {
          throw new VectorDecoder.BrokenBlockException("a block is missing");
        }
        vectors.add(decoder.decode(content.get(0)));
      } catch (VectorDecoder.BrokenBlockException e) {
        throw new StoreException.Damaged(
            e.getMessage()
                + " (part "
                + part
                + ", column "
                + number
                + ", block "
                + rowBlock.number()
                + ")",
            database.file());
      }
    }
    return new Block(wanted, vectors, new int[0], rowBlock.rows());
  }
}
