package baddle.database;

import baddle.core.table.Column;
import baddle.core.table.Schema;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** What columns a table has, and what columns it should have. */
final class TableShape {

  private static final String OF_POSTGRESQL =
      "select column_name, case when data_type = 'numeric' and numeric_precision is not null then"
          + " 'numeric(' || numeric_precision || ',' || numeric_scale || ')' when data_type ="
          + " 'character varying' and character_maximum_length is not null then 'character varying('"
          + " || character_maximum_length || ')' else data_type end from"
          + " information_schema.columns where table_schema = coalesce(nullif(?, ''),"
          + " current_schema()) and table_name = ? order by ordinal_position";
  private static final String OF_SQLITE =
      "select name, type from pragma_table_info(?2) where ?1 = '' or ?1 = 'main' order by cid";

  private final Connection connection;
  private final Engine engine;

  TableShape(Connection connection, Engine engine) {
    this.connection = connection;
    this.engine = engine;
  }

  /** The columns a table has, with their types; empty where there is none. */
  Map<String, String> columns(TableName table) throws SQLException {
    Map<String, String> columns = new LinkedHashMap<>();
    try (PreparedStatement statement =
        connection.prepareStatement(engine == Engine.SQLITE ? OF_SQLITE : OF_POSTGRESQL)) {
      statement.setString(1, table.schema());
      statement.setString(2, table.name());
      try (ResultSet rows = statement.executeQuery()) {
        while (rows.next()) {
          columns.put(rows.getString(1), rows.getString(2));
        }
      }
    }
    return columns;
  }

  /** In which columns a table that is there differs from the wanted; empty if in none. */
  Optional<String> difference(Map<String, String> there, Schema wanted) {
    List<String> differences = new ArrayList<>();
    for (Column column : wanted.columns()) {
      String type = TableType.of(engine, column);
      String has = there.get(column.name());
      if (has == null) {
        differences.add("it lacks " + column.name() + " (" + type + ")");
      } else if (!TableType.takes(has, type)) {
        differences.add(column.name() + " is " + has + " there and should be " + type);
      }
    }
    List<String> more =
        there.keySet().stream()
            .filter(name -> wanted.indexOf(name).isEmpty())
            .map(name -> name + " (" + there.get(name) + ")")
            .toList();
    if (!more.isEmpty()) {
      differences.add("it has " + String.join(", ", more) + ", which the rows don't have");
    }
    return differences.isEmpty() ? Optional.empty() : Optional.of(String.join("; ", differences));
  }

  /** How a table with the wanted columns is declared. */
  String declaration(TableName table, Schema wanted) throws SQLException {
    List<String> columns = new ArrayList<>();
    for (Column column : wanted.columns()) {
      columns.add(table.quoted(column.name()) + " " + TableType.of(engine, column));
    }
    return columns.stream().collect(Collectors.joining(", ", "(", ")"));
  }
}
