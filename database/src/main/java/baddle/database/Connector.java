package baddle.database;

import java.io.IOException;
import java.sql.Connection;
import java.sql.Driver;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import java.util.concurrent.TimeUnit;

/** Makes connections, and sets them up for what they are made for. */
final class Connector {

  private static final int TRIES = 3;
  private static final long WAIT_MILLIS = 500;

  private Connector() {}

  /** A connection that can't change anything, in a transaction that sees one state of the rows. */
  static Connection toRead(Access access) throws IOException {
    Properties settings = settings(access);
    if (Engine.of(access.url()) == Engine.SQLITE) {
      settings.setProperty("open_mode", "1");
    }
    Connection connection = connect(access, settings);
    try {
      beginToRead(access, connection);
      return connection;
    } catch (SQLException e) {
      throw closed(connection, new Failures(access).asking(e));
    }
  }

  /** A connection for changes, all of which happen together. */
  static Connection toWrite(Access access) throws IOException {
    Properties settings = settings(access);
    if (Engine.of(access.url()) == Engine.SQLITE) {
      settings.setProperty("transaction_mode", "IMMEDIATE");
      settings.setProperty("busy_timeout", String.valueOf(access.connectSeconds() * 1000));
    }
    Connection connection = connect(access, settings);
    try {
      connection.setAutoCommit(false);
      limit(access, connection);
      return connection;
    } catch (SQLException e) {
      throw closed(connection, new Failures(access).asking(e));
    }
  }

  private static void beginToRead(Access access, Connection connection) throws SQLException {
    Engine engine = Engine.of(access.url());
    if (engine == Engine.SQLITE) {
      connection.setAutoCommit(false);
      return;
    }
    connection.setReadOnly(true);
    if (connection
        .getMetaData()
        .supportsTransactionIsolationLevel(Connection.TRANSACTION_REPEATABLE_READ)) {
      connection.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
    }
    connection.setAutoCommit(false);
    limit(access, connection);
  }

  private static void limit(Access access, Connection connection) throws SQLException {
    if (Engine.of(access.url()) == Engine.POSTGRESQL) {
      execute(connection, "set statement_timeout = " + access.querySeconds() * 1000L);
    }
  }

  /** Has a statement done that brings no rows. */
  static void execute(Connection connection, String sql) throws SQLException {
    try (Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static Properties settings(Access access) {
    Properties settings = new Properties();
    if (!access.user().isEmpty()) {
      settings.setProperty("user", access.user());
    }
    access.password().ifPresent(password -> settings.setProperty("password", password));
    Engine.of(access.url()).settings(access, settings);
    return settings;
  }

  private static Connection connect(Access access, Properties settings) throws IOException {
    Driver driver = Drivers.of(access);
    for (int attempt = 1; ; attempt++) {
      try {
        Connection connection = driver.connect(access.url(), settings);
        if (connection == null) {
          throw new DatabaseException(
              DatabaseException.Kind.DRIVER, "the driver doesn't know the url of " + access.name());
        }
        return connection;
      } catch (SQLException e) {
        DatabaseException failure = new Failures(access).connecting(e);
        if (failure.kind() != DatabaseException.Kind.UNREACHABLE || attempt == TRIES) {
          throw failure;
        }
        rest(attempt);
      }
    }
  }

  private static void rest(int attempt) throws IOException {
    try {
      TimeUnit.MILLISECONDS.sleep(WAIT_MILLIS * attempt);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    }
  }

  private static DatabaseException closed(Connection connection, DatabaseException because) {
    try {
      connection.close();
    } catch (SQLException e) {
      because.addSuppressed(e);
    }
    return because;
  }
}
