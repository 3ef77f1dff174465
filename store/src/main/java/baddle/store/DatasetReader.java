package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** Reads the rows of a dataset as they were at a batch, a few columns at a time. */
public final class DatasetReader {

  private record StoredBlock(int number, int rows) {}

  private final Database database;
  private final String dataset;
  private final Map<Integer, List<SourceRange>> rangesOfPart = new LinkedHashMap<>();
  private final Map<Integer, Schema> schemaOfPart = new LinkedHashMap<>();
  private final Schema schema;

  DatasetReader(Database database, String dataset, int batch) throws IOException {
    this.database = database;
    this.dataset = dataset;
    database
        .query(
            "SELECT s.part, s.first_row, s.first_row + s.rows_kept, f.path, s.sheet, s.period,"
                + " b.number, b.made_at FROM source s JOIN file f ON f.id = s.file"
                + " JOIN batch b ON b.number = f.live_from"
                + " WHERE f.dataset = ?2 AND f.live_from <= ?1"
                + " AND (f.live_until IS NULL OR f.live_until > ?1) ORDER BY s.part, s.first_row",
            DatasetReader::range,
            batch,
            dataset)
        .forEach(
            range -> rangesOfPart.computeIfAbsent(range.part(), p -> new ArrayList<>()).add(range));
    Schema newest = null;
    for (int part : rangesOfPart.keySet()) {
      newest = readSchema(part);
      schemaOfPart.put(part, newest);
    }
    if (newest == null) {
      throw new StoreException.Absent(
          "the dataset " + dataset + " has no rows yet; run baddle consolidate", database.file());
    }
    schema =
        new Schema(Stream.concat(newest.columns().stream(), Origin.columns().stream()).toList());
  }

  private static SourceRange range(ResultSet row) throws SQLException {
    return new SourceRange(
        row.getInt(1),
        row.getLong(2),
        row.getLong(3),
        row.getString(4),
        row.getString(5),
        row.getString(6),
        row.getInt(7),
        ChronoUnit.MICROS.between(Instant.EPOCH, Instant.parse(row.getString(8))));
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

  /** The columns of the part that was written last, and after them those of the origin. */
  public Schema schema() {
    return schema;
  }

  /** How many rows there are. */
  public long rows() {
    return rangesOfPart.values().stream()
        .flatMap(List::stream)
        .mapToLong(range -> range.to() - range.from())
        .sum();
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
    Schema wanted = schema.only(columns);
    boolean origin = wanted.columns().stream().anyMatch(c -> Origin.has(c.name()));
    try (VectorDecoder decoder = new VectorDecoder()) {
      for (Map.Entry<Integer, List<SourceRange>> part : rangesOfPart.entrySet()) {
        List<SourceRange> ranges = part.getValue();
        List<SourceRange> live = origin ? ranges : SourceRange.joined(ranges);
        scanPart(part.getKey(), live, wanted, decoder, sink);
      }
    }
  }

  private void scanPart(
      int part, List<SourceRange> ranges, Schema wanted, VectorDecoder decoder, BlockSink sink)
      throws IOException {
    checkColumns(part, wanted);
    long blockStart = 0;
    for (StoredBlock stored : blocks(part)) {
      long blockEnd = blockStart + stored.rows();
      Block block = null;
      for (SourceRange range : ranges) {
        long from = Math.max(range.from(), blockStart);
        long to = Math.min(range.to(), blockEnd);
        if (from < to) {
          if (block == null) {
            OriginVectors origin = new OriginVectors(ranges, blockStart, stored.rows());
            block = block(part, stored, origin, wanted, decoder);
          }
          sink.accept(block, (int) (from - blockStart), (int) (to - blockStart));
        }
      }
      blockStart = blockEnd;
    }
  }

  private void checkColumns(int part, Schema wanted) throws StoreException {
    Schema has = schemaOfPart.getOrDefault(part, schema);
    for (Column column : wanted.columns()) {
      if (!Origin.has(column.name()) && !isThere(column, has)) {
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

  private static boolean isThere(Column column, Schema has) {
    return has.indexOf(column.name()).stream()
        .mapToObj(has::column)
        .anyMatch(stored -> stored.type().toString().equals(column.type().toString()));
  }

  private List<StoredBlock> blocks(int part) throws IOException {
    return database.query(
        "SELECT number, rows FROM block WHERE part = ? AND column_number = ? ORDER BY number",
        row -> new StoredBlock(row.getInt(1), row.getInt(2)),
        part,
        PartWriter.ROW_NUMBERS);
  }

  private Block block(
      int part, StoredBlock stored, OriginVectors origin, Schema wanted, VectorDecoder decoder)
      throws IOException {
    Schema has = schemaOfPart.getOrDefault(part, schema);
    List<Vector> vectors = new ArrayList<>();
    for (Column column : wanted.columns()) {
      if (column.name().equals(Origin.SOURCE_ROW.name())) {
        vectors.add(decode(part, PartWriter.ROW_NUMBERS, stored.number(), decoder));
      } else if (Origin.has(column.name())) {
        vectors.add(origin.vector(column));
      } else {
        int number = has.indexOf(column.name()).orElseThrow() + 1;
        vectors.add(decode(part, number, stored.number(), decoder));
      }
    }
    return new Block(wanted, vectors, new int[0], stored.rows());
  }

  private Vector decode(int part, int column, int block, VectorDecoder decoder) throws IOException {
    List<byte[]> content =
        database.query(
            "SELECT content FROM block WHERE part = ? AND column_number = ? AND number = ?",
            row -> row.getBytes(1),
            part,
            column,
            block);
    try {
      if (content.isEmpty()) {
        throw new VectorDecoder.BrokenBlockException("a block is missing");
      }
      return decoder.decode(content.get(0));
    } catch (VectorDecoder.BrokenBlockException e) {
      String place = " (part " + part + ", column " + column + ", block " + block + ")";
      throw new StoreException.Damaged(e.getMessage() + place, database.file());
    }
  }
}
