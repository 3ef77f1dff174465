package baddle.database;

import baddle.core.grid.CellKind;
import baddle.core.grid.ResultColumn;
import baddle.core.grid.ResultSink;
import java.io.Closeable;
import java.io.IOException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Savepoint;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.StringJoiner;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/**
 * Reads from one database over one connection, in one transaction that changes nothing: all
 * statements see the rows as they were when the first one was asked. Belongs to one thread.
 */
public final class Session implements Closeable {

  private static final int FETCH = 1024;
  private static final int LONGEST_TEXT = 1 << 24;
  private static final int LONGEST_ANSWER = 100_000;

  private final Access access;
  private final Engine engine;
  private final Connection connection;
  private final Failures failures;
  private boolean anythingRead;

  private Session(Access access, Connection connection) {
    this.access = access;
    this.engine = Engine.of(access.url());
    this.connection = connection;
    this.failures = new Failures(access);
  }

  /**
   * Connects; tries again where nobody answers.
   *
   * @throws DatabaseException if that doesn't succeed
   */
  public static Session open(Access access) throws IOException {
    Connection connection = Connector.toRead(access);
    return new Session(access, connection);
  }

  /** Whether any row has been read, so that another connection may see other rows. */
  public boolean anythingRead() {
    return anythingRead;
  }

  /**
   * Asks for rows and hands them on in steps.
   *
   * @param values a value for each name in the statement
   * @param zone whose clock shows moments
   * @return how many rows there were
   * @throws DatabaseException if the database fails; rows may have been handed on by then
   */
  public long read(QueryText query, Map<String, String> values, ZoneId zone, ResultSink sink)
      throws IOException {
    long deadline = System.nanoTime() + TimeUnit.SECONDS.toNanos(access.querySeconds());
    Optional<Savepoint> before = savepoint();
    try (PreparedStatement statement = prepare(query, values);
        ResultSet rows = statement.executeQuery()) {
      long count = push(rows, zone, sink, deadline);
      release(before);
      return count;
    } catch (SQLException e) {
      DatabaseException failure = failures.asking(e);
      backTo(before, failure);
      throw failure;
    } catch (DatabaseException e) {
      backTo(before, e);
      throw e;
    }
  }

  /** What a statement answers, in one line: its rows and columns. */
  public String answer(QueryText query, Map<String, String> values, ZoneId zone)
      throws IOException {
    StringJoiner answer = new StringJoiner("; ");
    read(
        query,
        values,
        zone,
        new ResultSink() {
          @Override
          public void begin(List<ResultColumn> columns) {}

          @Override
          public void row(CellKind[] kinds, @Nullable String[] texts) throws IOException {
            if (answer.length() > LONGEST_ANSWER) {
              throw new DatabaseException(
                  DatabaseException.Kind.STATEMENT,
                  "unchanged_while: brings too many rows; it should bring one, such as select"
                      + " count(*), max(changed_at)");
            }
            answer.add(String.join(", ", shown(texts)));
          }
        });
    return answer.toString();
  }

  private static List<String> shown(@Nullable String[] texts) {
    List<String> shown = new ArrayList<>();
    for (String text : texts) {
      shown.add(text == null ? "null" : text);
    }
    return shown;
  }

  /**
   * A statement for all rows of a table, in the order of its primary key if it has one.
   *
   * @param table its name, perhaps with its schema before a point
   * @throws DatabaseException if there is no such table
   */
  public QueryText table(String table) throws IOException {
    try {
      return QueryText.of(new TableName(table, connection).select());
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  /**
   * The tables that a statement reads, through views too.
   *
   * @throws DatabaseException if the server can't plan it
   */
  public Set<TableIdentity> tables(QueryText query) throws IOException {
    Optional<Savepoint> before = savepoint();
    try {
      Set<TableIdentity> tables = new ServerTables(connection, engine).read(query);
      release(before);
      return tables;
    } catch (SQLException e) {
      DatabaseException failure = failures.asking(e);
      backTo(before, failure);
      throw failure;
    }
  }

  private PreparedStatement prepare(QueryText query, Map<String, String> values)
      throws SQLException, DatabaseException {
    PreparedStatement statement =
        connection.prepareStatement(
            query.prepared(engine), ResultSet.TYPE_FORWARD_ONLY, ResultSet.CONCUR_READ_ONLY);
    try {
      if (engine == Engine.OTHER) {
        statement.setFetchSize(FETCH);
      }
      statement.setQueryTimeout(access.querySeconds());
      List<String> names = query.names();
      for (int i = 0; i < names.size(); i++) {
        String value = values.get(names.get(i));
        if (value == null) {
          throw new DatabaseException(
              DatabaseException.Kind.STATEMENT,
              "there is no value for {" + names.get(i) + "}; there are " + values.keySet());
        }
        statement.setString(i + 1, value);
      }
      return statement;
    } catch (SQLException | DatabaseException e) {
      statement.close();
      throw e;
    }
  }

  private long push(ResultSet rows, ZoneId zone, ResultSink sink, long deadline)
      throws SQLException, IOException {
    ResultSetMetaData about = rows.getMetaData();
    int width = about.getColumnCount();
    CellReaders readers = new CellReaders(engine, zone);
    CellReader[] cells = new CellReader[width];
    List<ResultColumn> columns = new ArrayList<>();
    for (int i = 0; i < width; i++) {
      cells[i] = readers.of(about, i + 1);
      columns.add(new ResultColumn(about.getColumnLabel(i + 1), about.getColumnTypeName(i + 1)));
    }
    sink.begin(columns);
    CellKind[] kinds = new CellKind[width];
    @Nullable String[] texts = new String[width];
    long count = 0;
    while (rows.next()) {
      anythingRead = true;
      for (int i = 0; i < width; i++) {
        texts[i] = cells[i].read(rows, i + 1);
        kinds[i] = cells[i].kind();
        refuseLong(texts[i], columns.get(i).name(), count + 1);
      }
      sink.row(kinds, texts);
      if ((++count & 1023) == 0 && System.nanoTime() > deadline) {
        throw new DatabaseException(DatabaseException.Kind.LIMIT, failures.limit());
      }
    }
    return count;
  }

  private static void refuseLong(@Nullable String text, String column, long row)
      throws DatabaseException {
    if (text != null && text.length() > LONGEST_TEXT) {
      throw new DatabaseException(
          DatabaseException.Kind.TYPE,
          "row "
              + row
              + ", column "
              + column
              + ": a text of "
              + text.length()
              + " characters; at most "
              + LONGEST_TEXT
              + " are read");
    }
  }

  /** A failed statement would end the transaction, and with it what all statements see. */
  private Optional<Savepoint> savepoint() throws IOException {
    if (engine != Engine.POSTGRESQL) {
      return Optional.empty();
    }
    try {
      return Optional.of(connection.setSavepoint());
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  private void release(Optional<Savepoint> savepoint) throws SQLException {
    if (savepoint.isPresent()) {
      connection.releaseSavepoint(savepoint.get());
    }
  }

  private void backTo(Optional<Savepoint> savepoint, DatabaseException because) {
    if (savepoint.isPresent() && !because.endsSession()) {
      try {
        connection.rollback(savepoint.get());
      } catch (SQLException e) {
        because.addSuppressed(e);
      }
    }
  }

  @Override
  public void close() {
    try (connection) {
      if (!connection.getAutoCommit()) {
        connection.rollback();
      }
    } catch (SQLException e) {
      LoggerFactory.getLogger(Session.class).debug("closing {}", access, e);
    }
  }
}
