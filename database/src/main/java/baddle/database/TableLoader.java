package baddle.database;

import baddle.core.table.Schema;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/**
 * Loads rows into tables of one database in one transaction: until it is committed nobody sees any
 * of them, and without that all stays as it was. A second loading of the same database waits for
 * the first. Belongs to one thread.
 */
public final class TableLoader implements Closeable {

  /** The number of the lock that loadings of a database wait for. */
  static final long LOCK = 0x626164646c65L;

  private static final String NEW = "_baddle_new";

  /** PostgreSQL cuts longer names. */
  private static final int LONGEST_NAME = 63;

  /**
   * Whether nothing hangs on a table by which a new one in its place would be another: no index,
   * constraint, default, view, trigger, permission, comment, partition.
   */
  private static final String IS_BARE =
      "select c.relkind = 'r' and c.relacl is null and c.reloptions is null and not c.relispartition"
          + " and not c.relrowsecurity and pg_get_userbyid(c.relowner) = current_user and not exists"
          + " (select 1 from pg_depend d where d.refclassid = 'pg_class'::regclass and d.refobjid ="
          + " c.oid and d.deptype <> 'i') and not exists (select 1 from pg_description d where"
          + " d.objoid = c.oid and d.classoid = 'pg_class'::regclass) and not exists (select 1 from"
          + " pg_inherits i where i.inhparent = c.oid or i.inhrelid = c.oid) and not exists (select"
          + " 1 from pg_attribute a where a.attrelid = c.oid and a.attacl is not null) from"
          + " pg_class c where c.oid = ?::regclass";

  private final Access access;
  private final Engine engine;
  private final Connection connection;
  private final Failures failures;
  private final LoadedBatches bookkeeping;
  private final TableShape shapes;
  private final TableFiller filler;
  private boolean committed;

  private TableLoader(Access access, Connection connection) {
    this.access = access;
    this.engine = Engine.of(access.url());
    this.connection = connection;
    this.failures = new Failures(access);
    this.bookkeeping = new LoadedBatches(connection);
    this.shapes = new TableShape(connection, engine);
    this.filler = new TableFiller(connection, engine, failures);
  }

  /**
   * What is brought into a table.
   *
   * @param table its name, perhaps with its schema before a point
   * @param schema its columns
   * @param rows the rows
   * @param as what is noted of it; its number of rows is found by loading
   * @param remakes whether a table with other columns is dropped and made anew
   * @param adopts whether a table that isn't known as one that was loaded may lose rows
   */
  public record Load(
      String table, Schema schema, RowScan rows, Loaded as, boolean remakes, boolean adopts) {}

  /**
   * Connects, and waits until no other loading of the database is on.
   *
   * @throws DatabaseException if that doesn't succeed, or rows can't be loaded into such a database
   */
  public static TableLoader open(Access access) throws IOException {
    if (Engine.of(access.url()) == Engine.OTHER) {
      throw new DatabaseException(
          DatabaseException.Kind.DRIVER,
          "rows are loaded into databases of jdbc:postgresql and jdbc:sqlite; "
              + access.name()
              + " is none");
    }
    TableLoader loading = new TableLoader(access, Connector.toWrite(access));
    try {
      loading.begin();
      return loading;
    } catch (SQLException e) {
      DatabaseException failure = loading.failed(e);
      loading.close();
      throw failure;
    }
  }

  private void begin() throws SQLException {
    if (engine == Engine.POSTGRESQL) {
      try (PreparedStatement lock =
          connection.prepareStatement("select pg_advisory_xact_lock(?)")) {
        lock.setLong(1, LOCK);
        lock.execute();
      }
    }
    bookkeeping.make();
    TableName register = new TableName(LoadedBatches.TABLE, connection);
    if (!shapes.columns(register).containsKey(LoadedBatches.CHOSEN)) {
      bookkeeping.bringUpToDate();
    }
  }

  /** The identity of a table; empty if there is no such table yet. */
  public Optional<TableIdentity> identity(String table) throws IOException {
    try {
      return new ServerTables(connection, engine).identity(new TableName(table, connection));
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  /** The file that the database is in; empty for a database on a server. */
  public Optional<Path> file() throws IOException {
    try {
      return engine == Engine.SQLITE
          ? new ServerTables(connection, engine).file()
          : Optional.empty();
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  /**
   * What a table was loaded with last; empty where it isn't there any more, or has other columns
   * than these, so that nothing goes on with it.
   */
  public Optional<Loaded> loaded(String table, Schema schema) throws IOException {
    try {
      Map<String, String> there = shapes.columns(new TableName(table, connection));
      boolean goesOn = !there.isEmpty() && shapes.difference(there, schema).isEmpty();
      return goesOn ? bookkeeping.of(table) : Optional.empty();
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  /**
   * Counts and sums the rows of a table, changes before the commit included.
   *
   * @param column whose numbers are summed
   * @param sign the column that says whether a row counts or takes one back
   */
  public TableSum sum(String table, Optional<String> column, Optional<String> sign)
      throws IOException {
    try {
      return TableSum.of(connection, engine, new TableName(table, connection), column, sign);
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  /** Makes a table have these rows and no others; returns how many. */
  public long replace(Load load) throws IOException {
    try {
      TableName table = new TableName(load.table(), connection);
      boolean isThere = prepare(table, load, true);
      long rows;
      if (isThere && isBare(table)) {
        rows = swap(table, load);
      } else {
        if (isThere) {
          execute("delete from " + table.quoted());
        }
        rows = filler.fill(table, load.schema(), load.rows());
      }
      note(load, rows);
      return rows;
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  /** Brings rows into a table beside those it has; returns how many. */
  public long append(Load load) throws IOException {
    try {
      TableName table = new TableName(load.table(), connection);
      prepare(table, load, false);
      long rows = filler.fill(table, load.schema(), load.rows());
      note(load, rows);
      return rows;
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  /**
   * Brings rows into a table in the place of those with the same keys, and removes those whose keys
   * went since.
   *
   * @param key the columns of the key
   * @param before the keys the rows had when they were loaded last, as blocks of the key's columns
   * @return how many rows were brought in
   * @throws DatabaseException if a key is blank or there twice
   */
  public long byKey(Load load, List<String> key, Optional<RowScan> before) throws IOException {
    try {
      TableName table = new TableName(load.table(), connection);
      prepare(table, load, true);
      long rows =
          new KeyedRows(connection, shapes, filler, key)
              .replace(table, load.schema(), load.rows(), before);
      note(load, rows);
      return rows;
    } catch (SQLException e) {
      throw failed(e);
    }
  }

  /** Lets everybody see what was loaded, all at once. */
  public void commit() throws IOException {
    try {
      connection.commit();
      committed = true;
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  private DatabaseException failed(SQLException e) {
    return LockHolders.explained(failures.asking(e), connection, access);
  }

  /**
   * Makes a table if it isn't there, or is to be made anew; tells whether it was there.
   *
   * @param removes whether rows of it may go
   */
  private boolean prepare(TableName table, Load load, boolean removes)
      throws SQLException, DatabaseException {
    Map<String, String> there = shapes.columns(table);
    Optional<String> difference =
        there.isEmpty() ? Optional.empty() : shapes.difference(there, load.schema());
    if (difference.isPresent() && !load.remakes()) {
      throw new DatabaseException(
          DatabaseException.Kind.TABLE,
          "the table "
              + load.table()
              + " has other columns: "
              + difference.get()
              + "; remake: true in the plan, or --remake, drops it and creates it again");
    }
    if (!there.isEmpty() && (removes || difference.isPresent())) {
      refuseOthers(table, load);
    }
    if (difference.isPresent()) {
      execute("drop table " + table.quoted());
    }
    boolean isThere = !there.isEmpty() && difference.isEmpty();
    if (!isThere) {
      execute("create table " + table.quoted() + " " + shapes.declaration(table, load.schema()));
    }
    return isThere;
  }

  /** Refuses to take rows out of a table that somebody else filled. */
  private void refuseOthers(TableName table, Load load) throws SQLException, DatabaseException {
    if (load.adopts() || bookkeeping.of(load.table()).isPresent()) {
      return;
    }
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery("select 1 from " + table.quoted() + " limit 1")) {
      if (row.next()) {
        throw new DatabaseException(
            DatabaseException.Kind.TABLE,
            "the table "
                + load.table()
                + " already has rows, and no load of baddle's is known for it; nothing was changed;"
                + " to take it over and let its rows go, set adopt: true in the plan, or use --adopt;"
                + " or load another table");
      }
    }
  }

  private boolean isBare(TableName table) throws SQLException {
    if (engine != Engine.POSTGRESQL) {
      return false;
    }
    try (PreparedStatement statement = connection.prepareStatement(IS_BARE)) {
      statement.setString(1, table.quoted());
      try (ResultSet row = statement.executeQuery()) {
        return row.next() && row.getBoolean(1);
      }
    }
  }

  /** Fills a new table and gives it the place of the old one. */
  private long swap(TableName table, Load load) throws SQLException, IOException {
    TableName fresh = table.beside(shortened(table.name()) + NEW);
    execute("drop table if exists " + fresh.quoted());
    execute("create table " + fresh.quoted() + " " + shapes.declaration(table, load.schema()));
    long rows = filler.fill(fresh, load.schema(), load.rows());
    execute("drop table " + table.quoted());
    execute("alter table " + fresh.quoted() + " rename to " + table.quoted(table.name()));
    return rows;
  }

  private static String shortened(String name) {
    return name.length() + NEW.length() <= LONGEST_NAME
        ? name
        : name.substring(0, LONGEST_NAME - NEW.length());
  }

  private void note(Load load, long rows) throws SQLException {
    bookkeeping.note(load.table(), load.as().of(rows));
  }

  private void execute(String sql) throws SQLException {
    Connector.execute(connection, sql);
  }

  @Override
  public void close() {
    try (connection) {
      if (!committed) {
        connection.rollback();
      }
    } catch (SQLException e) {
      LoggerFactory.getLogger(TableLoader.class).debug("closing {}", access, e);
    }
  }
}
