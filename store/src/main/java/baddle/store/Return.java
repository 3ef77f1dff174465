package baddle.store;

import java.io.IOException;
import java.util.List;

/** Makes the state of an earlier batch the state of one that is being written. */
final class Return {

  private static final String THEN = " coalesce(live_from, 0) <= ?1 AND live_until > ?1 ";
  private static final String ONLY_NOW = " live_until IS NULL AND coalesce(live_from, 0) > ?1 ";

  private final Database database;
  private final int to;
  private final int batch;

  /**
   * A return.
   *
   * @param to the batch whose state is wanted
   * @param batch the one that is being written
   */
  Return(Database database, int to, int batch) {
    this.database = database;
    this.to = to;
    this.batch = batch;
  }

  /** The files that have to come back; those that came later are taken out. */
  List<Long> files() throws IOException {
    List<Long> back =
        database.query(
            "SELECT id FROM file WHERE " + THEN + " ORDER BY id", row -> row.getLong(1), to);
    end("file", "");
    return back;
  }

  /** Brings back what was known of the parts and datasets besides their files. */
  void states() throws IOException {
    end("part_column", " AND part IN (SELECT id FROM part WHERE batch <= ?1)");
    copy("part_column", "part, number, name, kind, places, position", "");
    end("row_state", " AND part IN (SELECT id FROM part WHERE batch <= ?1)");
    copy("row_state", "part, source, reason, rows_held, rows_left_out", "");
    String stays =
        " AND file IN (SELECT id FROM file WHERE live_from <= ?1 AND live_until IS NULL)";
    end("kept_out", stays);
    copy("kept_out", "file, period, kind, rows, amount", stays);
    database.execute(
        "UPDATE finding SET live_until = ?2 WHERE dataset IS NOT NULL AND live_until IS NULL"
            + " AND batch > ?1",
        to,
        batch);
    database.execute(
        "INSERT INTO finding (batch, code, severity, place_file, place_sheet, place_row,"
            + " place_heading, message, remedy, rows, value, cause, amount, dataset)"
            + " SELECT ?2, code, severity, place_file, place_sheet, place_row, place_heading,"
            + " message, remedy, rows, value, cause, amount, dataset FROM finding WHERE dataset IS NOT NULL"
            + " AND batch <= ?1 AND live_until > ?1 ORDER BY rowid",
        to,
        batch);
    database.execute(
        "INSERT INTO derivation (dataset, hash, batch) SELECT d.dataset, coalesce((SELECT hash"
            + " FROM derivation WHERE dataset = d.dataset AND batch <= ?1 ORDER BY batch DESC,"
            + " rowid DESC LIMIT 1), ''), ?2 FROM (SELECT DISTINCT dataset FROM derivation) d",
        to,
        batch);
    database.execute("UPDATE batch SET back_to = ?1 WHERE number = ?2", to, batch);
  }

  private void end(String table, String which) throws IOException {
    database.execute(
        "UPDATE " + table + " SET live_until = ?2 WHERE " + ONLY_NOW + which, to, batch);
  }

  private void copy(String table, String columns, String which) throws IOException {
    database.execute(
        "INSERT INTO %1$s (%2$s, live_from) SELECT %2$s, ?2 FROM %1$s WHERE %3$s"
            .formatted(table, columns, THEN + which),
        to,
        batch);
  }
}
