package baddle.database;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Objects;
import java.util.Optional;

/** A small table beside those that are loaded: which batch each of them has. */
final class LoadedBatches {

  /** Its name. */
  static final String TABLE = "baddle_loads";

  /** The column that says which rows were chosen. */
  static final String CHOSEN = "chosen";

  private final Connection connection;

  LoadedBatches(Connection connection) {
    this.connection = connection;
  }

  /** Makes it if it isn't there. */
  void make() throws SQLException {
    Connector.execute(
        connection,
        "create table if not exists "
            + TABLE
            + " (table_name varchar(300) primary key, dataset varchar(300), batch integer,"
            + " batch_made varchar(40), rows bigint, loaded_at timestamp, chosen text)");
  }

  /** Adds the column that older programs didn't write. */
  void bringUpToDate() throws SQLException {
    Connector.execute(connection, "alter table " + TABLE + " add column " + CHOSEN + " text");
  }

  /** What a table was loaded with last. */
  Optional<Loaded> of(String table) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "select dataset, batch, batch_made, rows, chosen from "
                + TABLE
                + " where table_name = ?")) {
      statement.setString(1, table);
      try (ResultSet row = statement.executeQuery()) {
        return row.next()
            ? Optional.of(
                new Loaded(
                    row.getString(1),
                    row.getInt(2),
                    row.getString(3),
                    row.getLong(4),
                    Objects.requireNonNullElse(row.getString(5), "")))
            : Optional.empty();
      }
    }
  }

  /** Notes what a table is loaded with. */
  void note(String table, Loaded loaded) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "insert into "
                + TABLE
                + " (table_name, dataset, batch, batch_made, rows, chosen, loaded_at) values (?,"
                + " ?, ?, ?, ?, ?, current_timestamp) on conflict (table_name) do update set dataset ="
                + " excluded.dataset, batch = excluded.batch, batch_made = excluded.batch_made,"
                + " rows = excluded.rows, chosen = excluded.chosen, loaded_at = excluded.loaded_at")) {
      statement.setString(1, table);
      statement.setString(2, loaded.dataset());
      statement.setInt(3, loaded.batch());
      statement.setString(4, loaded.made());
      statement.setLong(5, loaded.rows());
      statement.setString(6, loaded.chosen());
      statement.executeUpdate();
    }
  }
}
