package baddle.formats.rows;

import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Properties;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.sqlite.JDBC;

/**
 * Rows as a table of an SQLite database. Whole numbers and truth values are INTEGER; days, times
 * and decimals are TEXT, decimals with all their digits, for SQLite's own numbers are binary.
 */
public final class SqliteRows implements RowsWriter {

  private static final int BATCH = 1_000;

  private final Connection connection;
  private final PreparedStatement insert;
  private final Schema schema;
  private final RowTexts texts;
  private int pending;

  /**
   * Begins a database in a new file.
   *
   * @param table the name of its table
   */
  public SqliteRows(Path file, Schema schema, String table) throws IOException {
    this(file, schema, table, true);
  }

  /**
   * Begins a table, or goes on with one that is there.
   *
   * @param table the name of the table
   */
  public SqliteRows(Path file, Schema schema, String table, boolean begins) throws IOException {
    this.schema = schema;
    this.texts = new RowTexts(schema, '.');
    try {
      connection = JDBC.createConnection(JDBC.PREFIX + file, new Properties());
      execute("PRAGMA journal_mode = OFF");
      execute("PRAGMA synchronous = OFF");
      connection.setAutoCommit(false);
      if (begins) {
        execute(
            schema.columns().stream()
                .map(column -> quoted(column.name()) + " " + type(column.type()))
                .collect(Collectors.joining(", ", "CREATE TABLE " + quoted(table) + " (", ")")));
      }
      insert =
          connection.prepareStatement(
              schema.columns().stream()
                  .map(column -> "?")
                  .collect(
                      Collectors.joining(", ", "INSERT INTO " + quoted(table) + " VALUES (", ")")));
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  /** The columns of a table of a database; none where there is no such table. */
  public static List<String> columns(Path file, String table) throws IOException {
    List<String> names = new ArrayList<>();
    read(
        file,
        "SELECT name FROM pragma_table_info(" + literal(table) + ")",
        row -> names.add(row.getString(1)));
    return names;
  }

  /** The greatest value of a column of whole numbers; 0 where there is none. */
  public static long greatest(Path file, String table, String column) throws IOException {
    long[] greatest = new long[1];
    read(
        file,
        "SELECT max(" + quoted(column) + ") FROM " + quoted(table),
        row -> greatest[0] = row.getLong(1));
    return greatest[0];
  }

  /**
   * The greatest text of a column among rows with a number in another; empty where there is none.
   */
  public static String greatest(Path file, String table, String column, String of, long number)
      throws IOException {
    String[] greatest = {""};
    read(
        file,
        "SELECT max("
            + quoted(column)
            + ") FROM "
            + quoted(table)
            + " WHERE "
            + quoted(of)
            + " = "
            + number,
        row -> greatest[0] = Objects.requireNonNullElse(row.getString(1), ""));
    return greatest[0];
  }

  /**
   * Hands over the rows of a table as texts, blanks as empty ones, in the order they were added.
   */
  public static void rows(Path file, String table, List<String> columns, Consumer<List<String>> use)
      throws IOException {
    read(
        file,
        columns.stream()
            .map(SqliteRows::quoted)
            .collect(
                Collectors.joining(", ", "SELECT ", " FROM " + quoted(table) + " ORDER BY rowid")),
        row -> {
          List<String> cells = new ArrayList<>();
          for (int i = 1; i <= columns.size(); i++) {
            cells.add(Objects.requireNonNullElse(row.getString(i), ""));
          }
          use.accept(cells);
        });
  }

  private interface Use {
    void row(ResultSet row) throws SQLException;
  }

  private static void read(Path file, String query, Use use) throws IOException {
    try (Connection connection = JDBC.createConnection(JDBC.PREFIX + file, new Properties());
        Statement statement = connection.createStatement();
        ResultSet rows = statement.executeQuery(query)) {
      while (rows.next()) {
        use.row(rows);
      }
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  private static String literal(String text) {
    return "'" + text.replace("'", "''") + "'";
  }

  private static String type(ColumnType type) {
    return switch (type.kind()) {
      case INTEGER, BOOLEAN -> "INTEGER";
      default -> "TEXT";
    };
  }

  private static String quoted(String name) {
    return '"' + name.replace("\"", "\"\"") + '"';
  }

  private void execute(String sql) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static IOException failed(SQLException e) {
    return new IOException(e.getMessage(), e);
  }

  /** Adds a table of texts beside that of the rows. */
  public void table(String name, List<String> headings, List<List<String>> rows)
      throws IOException {
    try {
      execute(
          headings.stream()
              .map(heading -> quoted(heading) + " TEXT")
              .collect(Collectors.joining(", ", "CREATE TABLE " + quoted(name) + " (", ")")));
      String values = headings.stream().map(h -> "?").collect(Collectors.joining(", "));
      try (PreparedStatement into =
          connection.prepareStatement("INSERT INTO " + quoted(name) + " VALUES (" + values + ")")) {
        for (List<String> row : rows) {
          for (int i = 0; i < row.size(); i++) {
            into.setString(i + 1, row.get(i).isEmpty() ? null : row.get(i));
          }
          into.executeUpdate();
        }
      }
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    try {
      for (int row = from; row < to; row++) {
        for (int column = 0; column < schema.size(); column++) {
          set(block, column, row);
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

  private void set(Block block, int column, int row) throws SQLException {
    boolean whole = type(schema.column(column).type()).equals("INTEGER");
    if (block.vector(column).isBlank(row)) {
      insert.setNull(column + 1, Types.NULL);
    } else if (whole) {
      insert.setLong(column + 1, ((LongVector) block.vector(column)).values()[row]);
    } else {
      insert.setString(column + 1, texts.text(block, column, row));
    }
  }

  @Override
  public void close() throws IOException {
    try (Connection closing = connection) {
      insert.executeBatch();
      insert.close();
      closing.commit();
    } catch (SQLException e) {
      throw failed(e);
    }
  }
}
