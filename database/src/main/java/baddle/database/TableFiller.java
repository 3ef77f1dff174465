package baddle.database;

import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import java.io.IOException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Types;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyIn;

/** Brings rows into a table by the quickest way a database has. */
final class TableFiller {

  private static final int BATCH = 1000;

  private final Connection connection;
  private final Engine engine;
  private final Failures failures;

  TableFiller(Connection connection, Engine engine, Failures failures) {
    this.connection = connection;
    this.engine = engine;
    this.failures = failures;
  }

  /** Brings rows in; returns how many. */
  long fill(TableName table, Schema schema, RowScan rows) throws SQLException, IOException {
    String into = table.quoted() + " (" + table.quoted(schema.names()) + ")";
    return engine == Engine.POSTGRESQL
        ? copy("copy " + into + " from stdin", schema, rows)
        : insert("insert into " + into + " values ", schema, rows);
  }

  private long copy(String statement, Schema schema, RowScan rows)
      throws SQLException, IOException {
    CopyIn copy = connection.unwrap(PGConnection.class).getCopyAPI().copyIn(statement);
    CopyBytes bytes = new CopyBytes(schema);
    try {
      rows.scan(
          (block, from, to) -> {
            for (int row = from; row < to; row++) {
              bytes.add(block, row);
              if (bytes.isFull()) {
                send(copy, bytes);
              }
            }
          });
      send(copy, bytes);
      return copy.endCopy();
    } finally {
      if (copy.isActive()) {
        copy.cancelCopy();
      }
    }
  }

  private void send(CopyIn copy, CopyBytes bytes) throws IOException {
    try {
      copy.writeToCopy(bytes.bytes(), 0, bytes.used());
      bytes.clear();
    } catch (SQLException e) {
      throw failures.asking(e);
    }
  }

  private long insert(String statement, Schema schema, RowScan rows)
      throws SQLException, IOException {
    String marks = "(" + "?, ".repeat(schema.size() - 1) + "?)";
    boolean[] whole = new boolean[schema.size()];
    for (int i = 0; i < whole.length; i++) {
      whole[i] = TableType.of(engine, schema.column(i)).equals("integer");
    }
    long[] count = new long[1];
    try (PreparedStatement insert = connection.prepareStatement(statement + marks)) {
      rows.scan(
          (block, from, to) -> {
            try {
              for (int row = from; row < to; row++) {
                add(insert, schema, whole, block, row);
                if (++count[0] % BATCH == 0) {
                  insert.executeBatch();
                }
              }
            } catch (SQLException e) {
              throw failures.asking(e);
            }
          });
      insert.executeBatch();
    }
    return count[0];
  }

  private static void add(
      PreparedStatement insert, Schema schema, boolean[] whole, Block block, int row)
      throws SQLException {
    for (int i = 0; i < schema.size(); i++) {
      if (block.vector(i).isBlank(row)) {
        insert.setNull(i + 1, Types.NULL);
      } else if (whole[i]) {
        insert.setLong(i + 1, ((LongVector) block.vector(i)).values()[row]);
      } else {
        insert.setString(i + 1, block.vector(i).shown(row, schema.column(i).type()));
      }
    }
    insert.addBatch();
  }
}
