package baddle.database;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** A table by the name that a plan gives, perhaps with its schema before a point. */
final class TableName {

  private final String schema;
  private final String name;
  private final Connection connection;

  TableName(String text, Connection connection) {
    int point = text.indexOf('.');
    this.schema = point < 0 ? "" : text.substring(0, point);
    this.name = text.substring(point + 1);
    this.connection = connection;
  }

  String schema() {
    return schema;
  }

  String name() {
    return name;
  }

  /** Another table of the same schema. */
  TableName beside(String other) {
    return new TableName(schema.isEmpty() ? other : schema + "." + other, connection);
  }

  /** As it is written in a statement. */
  String quoted() throws SQLException {
    return (schema.isEmpty() ? "" : quoted(schema) + ".") + quoted(name);
  }

  /** A name as a statement has it, whatever is in it. */
  String quoted(String identifier) throws SQLException {
    String quote = connection.getMetaData().getIdentifierQuoteString().strip();
    String mark = quote.isEmpty() ? "\"" : quote;
    return mark + identifier.replace(mark, mark + mark) + mark;
  }

  /** Names as a statement has them, with commas between. */
  String quoted(List<String> identifiers) throws SQLException {
    List<String> quoted = new ArrayList<>();
    for (String identifier : identifiers) {
      quoted.add(quoted(identifier));
    }
    return String.join(", ", quoted);
  }

  /** A statement for all its rows, by its primary key if it has one. */
  String select() throws SQLException {
    List<String> key = primaryKey();
    return "select * from " + quoted() + (key.isEmpty() ? "" : " order by " + quoted(key));
  }

  private List<String> primaryKey() throws SQLException {
    DatabaseMetaData about = connection.getMetaData();
    Map<Integer, String> columns = new TreeMap<>();
    try (ResultSet keys = about.getPrimaryKeys(null, schema.isEmpty() ? null : schema, name)) {
      while (keys.next()) {
        columns.put(keys.getInt("KEY_SEQ"), keys.getString("COLUMN_NAME"));
      }
    }
    return new ArrayList<>(columns.values());
  }

  /** As the plan writes it. */
  @Override
  public String toString() {
    return (schema.isEmpty() ? "" : schema + ".") + name;
  }
}
