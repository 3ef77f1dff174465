package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.LongBuilder;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.util.List;
import java.util.Properties;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.sqlite.JDBC;

/** Sorts rows on disk, so that any number of them takes little memory. Equal ones keep order. */
public final class SortedRows implements BlockSink, Closeable {

  /**
   * A column that rows are sorted by.
   *
   * @param column its name
   * @param descending whether the greatest come first; blanks come last either way
   */
  public record Order(String column, boolean descending) {}

  private static final int BATCH = 1_000;
  private static final int BLOCK = 4_096;

  private final Schema schema;
  private final List<Order> order;
  private final Path file;
  private final Connection connection;
  private final PreparedStatement insert;
  private int pending;

  /** Begins without rows, in a file of its own that goes when this is closed. */
  public SortedRows(Schema schema, List<Order> order) throws IOException {
    this.schema = schema;
    this.order = List.copyOf(order);
    this.file = Files.createTempFile("baddle-sort", ".db");
    try {
      connection = JDBC.createConnection(JDBC.PREFIX + file, new Properties());
      try (Statement statement = connection.createStatement()) {
        statement.execute("PRAGMA journal_mode = OFF");
        statement.execute("PRAGMA synchronous = OFF");
        statement.execute(
            IntStream.range(0, schema.size())
                .mapToObj(i -> "c" + i)
                .collect(Collectors.joining(", ", "CREATE TABLE r (", ")")));
      }
      connection.setAutoCommit(false);
      insert =
          connection.prepareStatement(
              IntStream.range(0, schema.size())
                  .mapToObj(i -> "?")
                  .collect(Collectors.joining(", ", "INSERT INTO r VALUES (", ")")));
    } catch (SQLException e) {
      Files.deleteIfExists(file);
      throw failed(e);
    }
  }

  private static IOException failed(SQLException e) {
    return new IOException("can't sort rows on disk: " + e.getMessage(), e);
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    try {
      for (int row = from; row < to; row++) {
        for (int column = 0; column < schema.size(); column++) {
          if (block.vector(column).isBlank(row)) {
            insert.setNull(column + 1, Types.NULL);
          } else if (block.vector(column) instanceof TextVector text) {
            insert.setString(column + 1, text.dictionary().text(text.codes()[row]));
          } else {
            insert.setLong(column + 1, ((LongVector) block.vector(column)).values()[row]);
          }
        }
        insert.addBatch();
        if (++pending == BATCH) {
          insert.executeBatch();
          pending = 0;
        }
      }
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  /** Pushes them sorted, with some of their columns. */
  public void push(Schema wanted, BlockSink sink) throws IOException {
    String columns =
        wanted.columns().stream()
            .map(column -> "c" + schema.indexOf(column.name()).orElseThrow())
            .collect(Collectors.joining(", "));
    String by =
        order.stream()
            .map(
                one -> {
                  String column = "c" + schema.indexOf(one.column()).orElseThrow();
                  return column + " IS NULL, " + column + (one.descending() ? " DESC" : "");
                })
            .collect(Collectors.joining(", "));
    try {
      insert.executeBatch();
      connection.commit();
      try (Statement statement = connection.createStatement();
          ResultSet rows =
              statement.executeQuery("SELECT " + columns + " FROM r ORDER BY " + by + ", rowid")) {
        BlockBuilder blocks = new BlockBuilder(wanted, BLOCK, sink);
        while (rows.next()) {
          for (int column = 0; column < wanted.size(); column++) {
            set(blocks, wanted, column, rows);
          }
          blocks.endRow(1);
        }
        blocks.flush();
      }
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  private static void set(BlockBuilder blocks, Schema wanted, int column, ResultSet rows)
      throws SQLException {
    int row = blocks.row();
    if (wanted.column(column).type().kind() == ColumnType.Kind.TEXT) {
      String text = rows.getString(column + 1);
      char[] characters = text == null ? new char[0] : text.toCharArray();
      ((TextBuilder) blocks.column(column)).set(row, characters, 0, characters.length);
      return;
    }
    long value = rows.getLong(column + 1);
    if (rows.wasNull()) {
      blocks.column(column).blank(row);
    } else {
      ((LongBuilder) blocks.column(column)).set(row, value);
    }
  }

  @Override
  public void close() throws IOException {
    try {
      insert.close();
      connection.close();
    } catch (SQLException e) {
      throw failed(e);
    } finally {
      Files.deleteIfExists(file);
    }
  }
}
