package baddle.database;

import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Asks a server which table a name stands for, and which tables a statement reads. */
final class ServerTables {

  private static final String ASKED = "baddle_asked";

  /** The tables in a query plan of PostgreSQL, and their parents by partition or inheritance. */
  private static final String OF_PLAN =
      """
      with recursive named as (
        select node->>'Schema' as place, node->>'Relation Name' as name
        from jsonb_path_query(cast(? as jsonb), '$.**') node
        where jsonb_typeof(node) = 'object' and node->>'Relation Name' is not null
      ), above(id) as (
        select c.oid from named
        join pg_namespace n on n.nspname = named.place
        join pg_class c on c.relnamespace = n.oid and c.relname = named.name
        union
        select i.inhparent from pg_inherits i join above on i.inhrelid = above.id
      ) select id from above""";

  private final Connection connection;
  private final Engine engine;

  ServerTables(Connection connection, Engine engine) {
    this.connection = connection;
    this.engine = engine;
  }

  /** The file of a SQLite database; empty for one in memory. */
  Optional<Path> file() throws SQLException, IOException {
    String file =
        text("select file from pragma_database_list where name = 'main'")
            .map(String::strip)
            .orElse("");
    return file.isEmpty() ? Optional.empty() : Optional.of(Path.of(file).toRealPath());
  }

  /** The identity of a table; empty if there is no such table. */
  Optional<TableIdentity> identity(TableName name) throws SQLException, IOException {
    Optional<String> table =
        engine == Engine.POSTGRESQL
            ? text("select cast(cast(to_regclass(?) as oid) as text)", name.quoted())
            : text(
                "select lower(name) from sqlite_schema where type = 'table' and lower(name) ="
                    + " lower(?)",
                name.name());
    String database = database();
    return table.map(one -> new TableIdentity(database, one));
  }

  /**
   * The tables that a statement reads, through views too, as the server plans it; none where rows
   * can't be loaded into such a database.
   */
  Set<TableIdentity> read(QueryText query) throws SQLException, IOException {
    if (engine == Engine.OTHER) {
      return Set.of();
    }
    Set<String> tables = engine == Engine.POSTGRESQL ? ofPostgres(query) : ofSqlite(query);
    String database = database();
    Set<TableIdentity> read = new LinkedHashSet<>();
    tables.forEach(table -> read.add(new TableIdentity(database, table)));
    return read;
  }

  private String database() throws SQLException, IOException {
    return engine == Engine.POSTGRESQL
        ? text("select system_identifier || '/' || current_database() from"
                + " pg_catalog.pg_control_system()")
            .orElseThrow()
        : file().map(Path::toString).orElse("memory");
  }

  /** Plans the statement without values, since particular values might let it skip a table. */
  private Set<String> ofPostgres(QueryText query) throws SQLException {
    Connector.execute(connection, "set local plan_cache_mode = force_generic_plan");
    Connector.execute(connection, "prepare " + ASKED + " as " + query.numbered());
    int values = query.names().size();
    String none = String.join(", ", Collections.nCopies(values, "null"));
    String plan =
        text("explain (verbose, format json) execute "
                + ASKED
                + (values == 0 ? "" : "(" + none + ")"))
            .orElseThrow();
    Connector.execute(connection, "deallocate " + ASKED);
    Set<String> tables = new TreeSet<>();
    try (PreparedStatement statement = connection.prepareStatement(OF_PLAN)) {
      statement.setString(1, plan);
      try (ResultSet rows = statement.executeQuery()) {
        while (rows.next()) {
          tables.add(rows.getString(1));
        }
      }
    }
    return tables;
  }

  /** SQLite's compiled statement opens tables and indexes by the number of their first page. */
  private Set<String> ofSqlite(QueryText query) throws SQLException {
    Set<Long> pages = new LinkedHashSet<>();
    try (Statement statement = connection.createStatement();
        ResultSet steps = statement.executeQuery("explain " + query.prepared(engine))) {
      while (steps.next()) {
        if (steps.getString("opcode").equals("OpenRead") && steps.getInt("p3") == 0) {
          pages.add(steps.getLong("p2"));
        }
      }
    }
    Set<String> tables = new TreeSet<>();
    for (long page : pages) {
      text("select lower(tbl_name) from sqlite_schema where rootpage = ?", String.valueOf(page))
          .ifPresent(tables::add);
    }
    return tables;
  }

  private Optional<String> text(String sql, String... values) throws SQLException {
    try (PreparedStatement statement = connection.prepareStatement(sql)) {
      for (int i = 0; i < values.length; i++) {
        statement.setString(i + 1, values[i]);
      }
      try (ResultSet row = statement.executeQuery()) {
        return row.next() ? Optional.ofNullable(row.getString(1)) : Optional.empty();
      }
    }
  }
}
