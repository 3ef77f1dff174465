package baddle.database;

import baddle.core.table.Schema;
import java.io.IOException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Rows that take the places of those with the same keys, by way of tables that only they see. */
final class KeyedRows {

  private static final String NEW = "baddle_new";
  private static final String BEFORE = "baddle_before";

  private final Connection connection;
  private final TableShape shapes;
  private final TableFiller filler;
  private final List<String> key;

  KeyedRows(Connection connection, TableShape shapes, TableFiller filler, List<String> key) {
    this.connection = connection;
    this.shapes = shapes;
    this.filler = filler;
    this.key = key;
  }

  /**
   * Brings rows into a table.
   *
   * @param before keys whose rows go, whether they come again or not
   * @return how many were brought in
   * @throws DatabaseException if a key is blank or there twice
   */
  long replace(TableName table, Schema schema, RowScan rows, Optional<RowScan> before)
      throws SQLException, IOException {
    TableName fresh = temporary(table, NEW, schema);
    long count = filler.fill(fresh, schema, rows);
    refuseUnclear(fresh, table.toString());
    if (before.isPresent()) {
      Schema keys = schema.only(key);
      TableName old = temporary(table, BEFORE, keys);
      filler.fill(old, keys, before.get());
      removeThoseIn(old, table);
    }
    removeThoseIn(fresh, table);
    String columns = table.quoted(schema.names());
    execute(
        "insert into %s (%s) select %s from %s"
            .formatted(table.quoted(), columns, columns, fresh.quoted()));
    return count;
  }

  private TableName temporary(TableName like, String name, Schema schema) throws SQLException {
    TableName temporary = new TableName(name, connection);
    execute("drop table if exists " + temporary.quoted());
    execute(
        "create temporary table " + temporary.quoted() + " " + shapes.declaration(like, schema));
    return temporary;
  }

  private void removeThoseIn(TableName keys, TableName table) throws SQLException {
    List<String> equal = new ArrayList<>();
    for (String column : key) {
      String name = table.quoted(column);
      equal.add(keys.quoted() + "." + name + " = " + table.quoted() + "." + name);
    }
    execute(
        "delete from %s where exists (select 1 from %s where %s)"
            .formatted(table.quoted(), keys.quoted(), String.join(" and ", equal)));
  }

  /** Which row would have the place? */
  private void refuseUnclear(TableName fresh, String table) throws SQLException, DatabaseException {
    String columns = fresh.quoted(key);
    String some = "select " + columns + " from " + fresh.quoted();
    List<String> blanks = new ArrayList<>();
    for (String column : key) {
      blanks.add(fresh.quoted(column) + " is null");
    }
    String start = "the table " + table + " takes rows by key, and a key is ";
    refuse(some + " where " + String.join(" or ", blanks) + " limit 1", start + "blank: ");
    refuse(some + " group by " + columns + " having count(*) > 1 limit 1", start + "there twice: ");
  }

  private void refuse(String query, String message) throws SQLException, DatabaseException {
    try (Statement statement = connection.createStatement();
        ResultSet rows = statement.executeQuery(query)) {
      if (rows.next()) {
        List<String> values = new ArrayList<>();
        for (int i = 0; i < key.size(); i++) {
          String value = rows.getString(i + 1);
          values.add(key.get(i) + " " + (value == null ? "(blank)" : value));
        }
        throw new DatabaseException(
            DatabaseException.Kind.TABLE, message + String.join(", ", values));
      }
    }
  }

  private void execute(String sql) throws SQLException {
    Connector.execute(connection, sql);
  }
}
