package baddle.store;

import baddle.store.entry.StoredKeptOut;
import java.io.IOException;
import java.math.BigDecimal;

/** Writes what closed periods keep out of a batch's datasets, or keep in them. */
public final class KeptOutWriter {

  private final Database database;
  private final int batch;

  KeptOutWriter(Database database, int batch) {
    this.database = database;
    this.batch = batch;
  }

  /**
   * Adds rows.
   *
   * @param file the number of their file
   * @param period the closed period
   * @param amount what they are worth; zero where no column says so
   */
  public void add(long file, String period, StoredKeptOut.Kind kind, long rows, BigDecimal amount)
      throws IOException {
    database.execute(
        "INSERT INTO kept_out (file, period, kind, rows, amount, live_from)"
            + " VALUES (?, ?, ?, ?, ?, ?)",
        file,
        period,
        kind.name(),
        rows,
        amount.toPlainString(),
        batch);
  }

  /** Ends all notes of one kind for the files of a dataset. */
  public void end(String dataset, StoredKeptOut.Kind kind) throws IOException {
    database.execute(
        "UPDATE kept_out SET live_until = ? WHERE kind = ? AND live_until IS NULL"
            + " AND file IN (SELECT id FROM file WHERE dataset = ?)",
        batch,
        kind.name(),
        dataset);
  }
}
