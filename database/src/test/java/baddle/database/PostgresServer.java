package baddle.database;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Properties;
import java.util.StringJoiner;

/** A PostgreSQL server of its own for tests, on a free port, that asks for passwords. */
public final class PostgresServer {

  /** Who may do all. */
  public static final String OWNER = "owner";

  /** What they know; no message may hold it. */
  public static final String PASSWORD = "quartz-7-lantern";

  private static PostgresServer server;

  private final EmbeddedPostgres postgres;

  private PostgresServer() throws IOException {
    Path data = Files.createTempDirectory("baddle-postgres");
    postgres =
        EmbeddedPostgres.builder()
            .setDataDirectory(data)
            .setCleanDataDirectory(true)
            .setServerConfig("fsync", "off")
            .setServerConfig("max_connections", "40")
            .start();
    try (Connection connection = postgres.getPostgresDatabase().getConnection();
        Statement statement = connection.createStatement()) {
      statement.execute("create role owner superuser login password '" + PASSWORD + "'");
      Files.writeString(data.resolve("pg_hba.conf"), "host all all 127.0.0.1/32 scram-sha-256\n");
      statement.execute("select pg_reload_conf()");
    } catch (SQLException e) {
      throw new IOException(e);
    }
  }

  /** The one that all tests of a process share. */
  public static synchronized PostgresServer shared() {
    try {
      if (server == null) {
        server = new PostgresServer();
      }
      return server;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Where a database of it is. */
  public String url(String database) {
    return "jdbc:postgresql://127.0.0.1:" + postgres.getPort() + "/" + database;
  }

  /** Makes a database from scratch, and gives where it is. */
  public String fresh(String database) throws SQLException {
    run("postgres", "drop database if exists " + database + " with (force)");
    run("postgres", "create database " + database);
    return url(database);
  }

  /** A connection to a database. */
  public Connection connect(String database) throws SQLException {
    Properties settings = new Properties();
    settings.setProperty("user", OWNER);
    settings.setProperty("password", PASSWORD);
    return DriverManager.getConnection(url(database), settings);
  }

  /** What a statement answers: rows parted by line feeds, columns by blanks. */
  public String answer(String database, String query) throws SQLException {
    try (Connection connection = connect(database)) {
      return answer(connection, query);
    }
  }

  /** The same over a connection that is there. */
  public static String answer(Connection connection, String query) throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet rows = statement.executeQuery(query)) {
      StringJoiner answer = new StringJoiner("\n");
      while (rows.next()) {
        StringJoiner row = new StringJoiner(" ");
        for (int i = 1; i <= rows.getMetaData().getColumnCount(); i++) {
          row.add(String.valueOf(rows.getString(i)));
        }
        answer.add(row.toString());
      }
      return answer.toString();
    }
  }

  /** Runs statements in a database. */
  public void run(String database, String... statements) throws SQLException {
    try (Connection connection = connect(database);
        Statement statement = connection.createStatement()) {
      for (String one : statements) {
        statement.execute(one);
      }
    }
  }
}
