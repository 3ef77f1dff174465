package baddle.store;

import baddle.store.entry.StoredClosing;
import baddle.store.entry.StoredKeptOut;
import java.io.IOException;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What the store says about closed periods, and what was kept out of them since. */
public final class Closings {

  private final Database database;

  Closings(Database database) {
    this.database = database;
  }

  /** All closings, the first first, those that were opened again among them. */
  public List<StoredClosing> all() throws IOException {
    return database.query(
        "SELECT id, period, batch, closed_at, accepted, reopened_at, reopened_because FROM closing"
            + " ORDER BY id",
        Closings::closing);
  }

  /** The closings of periods that are closed. */
  public List<StoredClosing> closed() throws IOException {
    return all().stream().filter(closing -> closing.reopened().isEmpty()).toList();
  }

  private static StoredClosing closing(ResultSet row) throws SQLException {
    String reopened = row.getString(6);
    return new StoredClosing(
        row.getLong(1),
        row.getString(2),
        row.getInt(3),
        Instant.parse(row.getString(4)),
        row.getString(5),
        reopened == null
            ? Optional.empty()
            : Optional.of(new StoredClosing.Reopened(Instant.parse(reopened), row.getString(7))));
  }

  /**
   * Closes a period.
   *
   * @param closing its id is ignored
   * @param carried the closing balance of each account, by roll-forward and account
   */
  public void close(StoredClosing closing, Map<String, Map<String, BigDecimal>> carried)
      throws IOException {
    database.execute("BEGIN IMMEDIATE");
    try {
      database.execute(
          "INSERT INTO closing (period, batch, closed_at, accepted) VALUES (?, ?, ?, ?)",
          closing.period(),
          closing.batch(),
          closing.closedAt().toString(),
          closing.accepted());
      long id = database.query("SELECT last_insert_rowid()", row -> row.getLong(1)).get(0);
      for (Map.Entry<String, Map<String, BigDecimal>> summary : carried.entrySet()) {
        for (Map.Entry<String, BigDecimal> account : summary.getValue().entrySet()) {
          database.execute(
              "INSERT INTO carried (closing, summary, account, amount) VALUES (?, ?, ?, ?)",
              id,
              summary.getKey(),
              account.getKey(),
              account.getValue().toPlainString());
        }
      }
      database.execute("COMMIT");
    } catch (IOException e) {
      database.execute("ROLLBACK");
      throw e;
    }
  }

  /** Opens a closed period again. */
  public void reopen(long closing, StoredClosing.Reopened reopened) throws IOException {
    database.execute(
        "UPDATE closing SET reopened_at = ?, reopened_because = ? WHERE id = ?",
        reopened.at().toString(),
        reopened.because(),
        closing);
  }

  /** The closing balances that a closing carries on for a roll-forward, by account. */
  public Map<String, BigDecimal> carried(long closing, String summary) throws IOException {
    Map<String, BigDecimal> carried = new TreeMap<>();
    database.query(
        "SELECT account, amount FROM carried WHERE closing = ? AND summary = ?",
        row -> carried.put(row.getString(1), new BigDecimal(row.getString(2))),
        closing,
        summary);
    return carried;
  }

  /** What was kept out of closed periods at a batch. */
  public List<StoredKeptOut> keptOut(int batch) throws IOException {
    return database.query(
        "SELECT f.id, f.dataset, f.path, k.period, k.kind, k.rows, k.amount FROM kept_out k"
            + " JOIN file f ON f.id = k.file WHERE k.live_from <= ?1"
            + " AND (k.live_until IS NULL OR k.live_until > ?1) AND"
            + Catalogue.LIVE
            + "ORDER BY f.path, k.period, k.kind",
        row ->
            new StoredKeptOut(
                row.getLong(1),
                row.getString(2),
                row.getString(3),
                row.getString(4),
                StoredKeptOut.Kind.valueOf(row.getString(5)),
                row.getLong(6),
                new BigDecimal(row.getString(7))),
        batch);
  }
}
