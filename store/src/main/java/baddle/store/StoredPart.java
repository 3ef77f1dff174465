package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;

/** The blocks of one part, and the columns it has at a batch. */
final class StoredPart {

  /**
   * A block's place.
   *
   * @param number in the part, from 0
   * @param rows how many rows it has
   */
  record StoredBlock(int number, int rows) {}

  private final Database database;
  private final int part;
  private final Schema schema;

  /** The number each column is stored under. */
  private final Map<String, Integer> numbers;

  private final Map<String, Map<Integer, Integer>> checksums = new HashMap<>();

  private StoredPart(Database database, int part, Schema schema, Map<String, Integer> numbers) {
    this.database = database;
    this.part = part;
    this.schema = schema;
    this.numbers = numbers;
  }

  /** A part as it was at a batch. */
  static StoredPart of(Database database, int part, int batch) throws IOException {
    Map<String, Integer> numbers = new LinkedHashMap<>();
    List<Column> columns =
        database.query(
            "SELECT name, kind, places, number FROM part_column WHERE part = ?2"
                + " AND coalesce(live_from, 0) <= ?1 AND (live_until IS NULL OR live_until > ?1)"
                + " ORDER BY coalesce(position, number)",
            row -> {
              numbers.put(row.getString(1), row.getInt(4));
              return column(row);
            },
            batch,
            part);
    return new StoredPart(database, part, new Schema(columns), numbers);
  }

  private static Column column(ResultSet row) throws SQLException {
    ColumnType.Kind kind = ColumnType.Kind.valueOf(row.getString(2).toUpperCase(Locale.ROOT));
    return new Column(row.getString(1), new ColumnType(kind, row.getInt(3)));
  }

  /** Its columns, those of {@link HiddenRows} among them. */
  Schema schema() {
    return schema;
  }

  List<String> names() {
    return schema.names();
  }

  /** The numbers its columns are stored under; each version of one has its own. */
  Set<Integer> columnNumbers() {
    return Set.copyOf(numbers.values());
  }

  /** Whether it has one of the columns of {@link HiddenRows}. */
  boolean hides() {
    return HiddenRows.columns().stream().anyMatch(column -> numbers.containsKey(column.name()));
  }

  List<StoredBlock> blocks() throws IOException {
    return database.query(
        "SELECT number, rows FROM block WHERE part = ? AND column_number = ? ORDER BY number",
        row -> new StoredBlock(row.getInt(1), row.getInt(2)),
        part,
        PartWriter.ROW_NUMBERS);
  }

  /**
   * Reads a block.
   *
   * @param wanted its columns; one that the part doesn't have is blank
   * @throws VectorDecoder.BrokenBlockException if it isn't what was written
   */
  Block block(StoredBlock stored, OriginVectors origin, Schema wanted, VectorDecoder decoder)
      throws IOException, VectorDecoder.BrokenBlockException {
    List<Vector> vectors = new ArrayList<>();
    for (Column column : wanted.columns()) {
      if (column.name().equals(Origin.SOURCE_ROW.name())) {
        vectors.add(decode(PartWriter.ROW_NUMBERS, stored, decoder));
      } else if (Origin.has(column.name())) {
        vectors.add(origin.vector(column));
      } else if (schema.has(column) && isStored(column.name(), stored)) {
        vectors.add(decode(number(column.name()), stored, decoder));
      } else {
        vectors.add(Vector.blank(column.type(), stored.rows()));
      }
    }
    return new Block(wanted, vectors, new int[0], stored.rows());
  }

  /** The type of a column; text where the part hasn't got it. */
  ColumnType type(String column) {
    OptionalInt at = schema.indexOf(column);
    return at.isPresent() ? schema.column(at.getAsInt()).type() : ColumnType.text();
  }

  /**
   * The checksums of a column's blocks by their number, each computed from its bytes; none where
   * the part hasn't got the column, or a block hides nothing.
   *
   * @throws VectorDecoder.BrokenBlockException if a block isn't what was written
   */
  Map<Integer, Integer> checksums(String column)
      throws IOException, VectorDecoder.BrokenBlockException {
    Map<Integer, Integer> known = checksums.get(column);
    if (known == null) {
      known = new LinkedHashMap<>();
      for (StoredBlock block : blocks()) {
        if (schema.indexOf(column).isPresent() && isStored(column, block)) {
          known.put(block.number(), checksum(number(column), block));
        }
      }
      checksums.put(column, known);
    }
    return known;
  }

  private int number(String column) {
    return numbers.getOrDefault(column, -1);
  }

  /**
   * Reads everything.
   *
   * @throws VectorDecoder.BrokenBlockException if a block isn't what was written
   */
  void verify(VectorDecoder decoder) throws IOException, VectorDecoder.BrokenBlockException {
    for (StoredBlock block : blocks()) {
      decode(PartWriter.ROW_NUMBERS, block, decoder);
      for (String column : names()) {
        if (isStored(column, block)) {
          decode(number(column), block, decoder);
        }
      }
    }
  }

  /** Whether a column should have a block; one that hides nothing has none. */
  private boolean isStored(String column, StoredBlock block) throws IOException {
    return !HiddenRows.has(column)
        || !database
            .query(
                "SELECT 1 FROM block WHERE part = ? AND column_number = ? AND number = ?",
                row -> row.getInt(1),
                part,
                number(column),
                block.number())
            .isEmpty();
  }

  private Vector decode(int column, StoredBlock block, VectorDecoder decoder)
      throws IOException, VectorDecoder.BrokenBlockException {
    byte[] content = content(column, block);
    try {
      return decoder.decode(content);
    } catch (VectorDecoder.BrokenBlockException e) {
      throw broken(e, column, block);
    }
  }

  private int checksum(int column, StoredBlock block)
      throws IOException, VectorDecoder.BrokenBlockException {
    BlockChecksums known = database.checksums();
    OptionalInt computed = known.of(part, column, block.number());
    if (computed.isPresent()) {
      return computed.getAsInt();
    }
    byte[] content = content(column, block);
    try {
      int checksum = VectorDecoder.checksum(content);
      known.add(part, column, block.number(), checksum);
      return checksum;
    } catch (VectorDecoder.BrokenBlockException e) {
      throw broken(e, column, block);
    }
  }

  private byte[] content(int column, StoredBlock block)
      throws IOException, VectorDecoder.BrokenBlockException {
    List<byte[]> content =
        database.query(
            "SELECT content FROM block WHERE part = ? AND column_number = ? AND number = ?",
            row -> row.getBytes(1),
            part,
            column,
            block.number());
    if (content.isEmpty()) {
      throw broken(new VectorDecoder.BrokenBlockException("a block is missing"), column, block);
    }
    return content.get(0);
  }

  private VectorDecoder.BrokenBlockException broken(
      VectorDecoder.BrokenBlockException cause, int column, StoredBlock block) {
    return new VectorDecoder.BrokenBlockException(
        cause.getMessage()
            + " (part "
            + part
            + ", column "
            + column
            + ", block "
            + block.number()
            + ")");
  }
}
