package baddle.store;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;
import org.jspecify.annotations.Nullable;
import org.sqlite.JDBC;

/** The SQLite file behind the store, and the few ways it is spoken to. */
final class Database implements Closeable {

  /** The format this program writes, in SQLite's {@code user_version}. */
  static final int FORMAT = 7;

  private final Path file;
  private final Connection connection;

  private Database(Path file, Connection connection) {
    this.file = file;
    this.connection = connection;
  }

  /**
   * Opens the file, which is created where it isn't there. The driver is asked itself, for looking
   * for all drivers there are takes longer than opening.
   *
   * @throws StoreException.Newer if a newer program wrote it
   * @throws StoreException.Damaged if it is no such store
   */
  static Database open(Path file) throws IOException {
    Connection connection;
    try {
      connection = JDBC.createConnection(JDBC.PREFIX + file, new Properties());
    } catch (SQLException e) {
      throw new StoreException("can't open " + file + ": " + e.getMessage(), file, e);
    } catch (LinkageError e) {
      throw new StoreException(
          "can't unpack the database driver into "
              + System.getProperty("java.io.tmpdir")
              + "; make room there",
          file,
          e);
    }
    Database database = new Database(file, connection);
    try {
      database.prepare();
      return database;
    } catch (IOException | RuntimeException e) {
      database.close();
      throw e;
    }
  }

  private void prepare() throws IOException {
    int format;
    try {
      execute("PRAGMA busy_timeout = 10000");
      execute("PRAGMA page_size = 16384");
      format = query("PRAGMA user_version", row -> row.getInt(1)).get(0);
    } catch (StoreException e) {
      throw new StoreException.Damaged("it is no SQLite database", file);
    }
    if (format > FORMAT) {
      throw new StoreException.Newer(format, FORMAT, file);
    }
    execute("PRAGMA journal_mode = WAL");
    execute("PRAGMA synchronous = FULL");
    if (format < FORMAT) {
      bringUpToDate();
    }
  }

  /** Makes the tables of a new store, or adds to those of an older one. */
  private void bringUpToDate() throws IOException {
    execute("BEGIN IMMEDIATE");
    int format = query("PRAGMA user_version", row -> row.getInt(1)).get(0);
    List<String> statements = new ArrayList<>();
    if (format == 0) {
      statements.addAll(CatalogueTables.statements());
    }
    if (format == 1) {
      statements.addAll(CatalogueTables.fromFormat1());
    }
    if (format == 1 || format == 2) {
      statements.addAll(CatalogueTables.fromFormat2());
    }
    if (format >= 1 && format <= 3) {
      statements.addAll(CatalogueTables.fromFormat3());
    }
    if (format >= 1 && format <= 4) {
      statements.addAll(CatalogueTables.fromFormat4());
    }
    if (format >= 1 && format <= 5) {
      statements.addAll(CatalogueTables.fromFormat5());
    }
    if (format >= 1 && format <= 6) {
      statements.addAll(CatalogueTables.fromFormat6());
    }
    for (String statement : statements) {
      execute(statement);
    }
    execute("PRAGMA user_version = " + FORMAT);
    execute("COMMIT");
  }

  Path file() {
    return file;
  }

  /** What a row of a result becomes. */
  @FunctionalInterface
  interface RowMapper<T> {
    T map(ResultSet row) throws SQLException;
  }

  /** Runs a statement that gives nothing back. */
  void execute(String sql, @Nullable Object... values) throws StoreException {
    try {
      if (values.length == 0) {
        try (Statement statement = connection.createStatement()) {
          statement.execute(sql);
        }
        return;
      }
      try (PreparedStatement statement = prepare(sql, values)) {
        statement.execute();
      }
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  /** Everything a query finds. */
  <T> List<T> query(String sql, RowMapper<T> mapper, @Nullable Object... values)
      throws StoreException {
    try (PreparedStatement statement = prepare(sql, values);
        ResultSet rows = statement.executeQuery()) {
      List<T> found = new ArrayList<>();
      while (rows.next()) {
        found.add(mapper.map(rows));
      }
      return found;
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  private PreparedStatement prepare(String sql, @Nullable Object... values) throws SQLException {
    PreparedStatement statement = connection.prepareStatement(sql);
    for (int i = 0; i < values.length; i++) {
      statement.setObject(i + 1, values[i]);
    }
    return statement;
  }

  /** A statement that is run many times; the caller closes it. */
  Repeated repeated(String sql) throws StoreException {
    try {
      return new Repeated(connection.prepareStatement(sql));
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  /** One insertion, run again and again. */
  final class Repeated implements Closeable {

    private final PreparedStatement statement;

    private Repeated(PreparedStatement statement) {
      this.statement = statement;
    }

    void run(@Nullable Object... values) throws StoreException {
      try {
        for (int i = 0; i < values.length; i++) {
          statement.setObject(i + 1, values[i]);
        }
        statement.executeUpdate();
      } catch (SQLException e) {
        throw failed(e);
      }
    }

    @Override
    public void close() throws StoreException {
      try {
        statement.close();
      } catch (SQLException e) {
        throw failed(e);
      }
    }
  }

  private StoreException failed(SQLException e) {
    return new StoreException(file + ": " + e.getMessage(), file, e);
  }

  @Override
  public void close() throws StoreException {
    try {
      connection.close();
    } catch (SQLException e) {
      throw failed(e);
    }
  }
}
