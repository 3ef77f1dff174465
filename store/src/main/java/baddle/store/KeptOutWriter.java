package baddle.store;

import baddle.store.entry.StoredKeptOut;
import java.io.IOException;

/** Writes what closed periods keep out of a batch's datasets, or keep in them. */
public final class KeptOutWriter {

  private final Database database;
  private final int batch;

  KeptOutWriter(Database database, int batch) {
    this.database = database;
    this.batch = batch;
  }

  /** Adds what was kept of a file; its dataset and path aren't stored a second time. */
  public void add(StoredKeptOut kept) throws IOException {
    database.execute(
        "INSERT INTO kept_out (file, period, kind, rows, amount, live_from)"
            + " VALUES (?, ?, ?, ?, ?, ?)",
        kept.file(),
        kept.period(),
        kept.kind().name(),
        kept.rows(),
        kept.amount().toPlainString(),
        batch);
  }

  /** Ends what was kept of one kind in the files of a dataset. */
  public void end(String dataset, StoredKeptOut.Kind kind) throws IOException {
    database.execute(
        "UPDATE kept_out SET live_until = ? WHERE kind = ? AND live_until IS NULL"
            + " AND file IN (SELECT id FROM file WHERE dataset = ?)",
        batch,
        kind.name(),
        dataset);
  }
}
