package baddle.store;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.sqlite.JDBC;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** The SQLite file behind the store, and the few ways it is spoken to. */
final class Database implements Closeable {

  /** The format this program writes, in SQLite's {@code user_version}. */
  static final int FORMAT = 9;

  private static final Set<SQLiteErrorCode> NO_DATABASE =
      EnumSet.of(SQLiteErrorCode.SQLITE_NOTADB, SQLiteErrorCode.SQLITE_CORRUPT);
  private static final Set<SQLiteErrorCode> FULL =
      EnumSet.of(
          SQLiteErrorCode.SQLITE_FULL,
          SQLiteErrorCode.SQLITE_IOERR_SHMSIZE,
          SQLiteErrorCode.SQLITE_IOERR_WRITE);

  private final Path file;
  private final Connection connection;
  private BlockChecksums checksums = new BlockChecksums();

  private Database(Path file, Connection connection) {
    this.file = file;
    this.connection = connection;
  }

  /**
   * Opens the file, which is created where it isn't there.
   *
   * @throws StoreException.Newer if a newer program wrote it
   * @throws StoreException.Damaged if it is no such store
   */
  static Database open(Path file) throws IOException {
    return open(file, file.toString(), Database::prepare);
  }

  /**
   * Opens the file to read from it, in a folder that may be written to.
   *
   * @return empty if it is in the format of an older program
   * @throws StoreException.Newer if a newer program wrote it
   * @throws StoreException.Damaged if it is no such store
   */
  static Optional<Database> openToRead(Path file) throws IOException {
    Database database = open(file, file.toString(), Database::format);
    if (database.format() < FORMAT) {
      database.close();
      return Optional.empty();
    }
    return Optional.of(database);
  }

  /**
   * Opens the file to read from it, where nothing may be written beside it.
   *
   * @throws StoreException if only a program that may write can tell what it holds
   */
  static Database openUntouched(Path file) throws IOException {
    Path log = file.resolveSibling(file.getFileName() + "-wal");
    Database database =
        open(file, file.toAbsolutePath().toUri() + "?immutable=1", Database::format);
    boolean unfinished = Files.exists(log) && Files.size(log) > 0;
    if (unfinished || database.format() < FORMAT) {
      database.close();
      throw new StoreException(
          file
              + (unfinished ? " was left in the middle of writing" : " is of an older Baddle")
              + ", and nothing may be written in its folder; run any command of Baddle with the"
              + " permission to write there once",
          file);
    }
    return database;
  }

  /** What is done first with a database that was opened. */
  @FunctionalInterface
  private interface Preparation {
    void of(Database database) throws IOException;
  }

  /**
   * The driver is asked itself, for looking for all drivers there are takes longer than opening.
   */
  private static Database open(Path file, String name, Preparation preparation) throws IOException {
    Connection connection;
    try {
      connection = JDBC.createConnection(JDBC.PREFIX + name, new Properties());
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
      preparation.of(database);
      return database;
    } catch (IOException | RuntimeException e) {
      database.close();
      throw e;
    }
  }

  /** Checksums of its blocks that are known, others' too once they are shared. */
  BlockChecksums checksums() {
    return checksums;
  }

  void share(BlockChecksums newChecksums) {
    checksums = newChecksums;
  }

  /** The format it is in; 0 where it is empty. */
  private int format() throws IOException {
    int format;
    try {
      execute("PRAGMA busy_timeout = 10000");
      execute("PRAGMA page_size = 16384");
      format = query("PRAGMA user_version", row -> row.getInt(1)).get(0);
    } catch (StoreException e) {
      boolean other =
          e.getCause() instanceof SQLException cause
              && !NO_DATABASE.contains(SQLiteErrorCode.getErrorCode(cause.getErrorCode()));
      throw other ? e : new StoreException.Damaged("it is no SQLite database", file);
    }
    if (format > FORMAT) {
      throw new StoreException.Newer(format, FORMAT, file);
    }
    return format;
  }

  private void prepare() throws IOException {
    int format = format();
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
    if (format >= 1 && format <= 7) {
      statements.addAll(CatalogueTables.fromFormat7());
    }
    if (format >= 1 && format <= 8) {
      statements.addAll(CatalogueTables.fromFormat8());
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

  /** Uses SQLite's extended code; the code of {@link SQLException} is only its family. */
  static boolean isOfFullDisk(SQLException e) {
    return e instanceof SQLiteException failure && FULL.contains(failure.getResultCode());
  }

  private StoreException failed(SQLException e) {
    return new StoreException(
        isOfFullDisk(e)
            ? "can't write in " + file.resolveSibling("") + "; is the disk full? make room there"
            : file + ": " + e.getMessage(),
        file,
        e);
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
