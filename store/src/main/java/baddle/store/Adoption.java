package baddle.store;

import baddle.core.outcome.CellAccount;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;

/**
 * Gives files of a batch sources that were read before, without reading or writing a row: of a file
 * that was renamed, of a period that is closed, of a state that comes back. Not for several
 * threads.
 */
public final class Adoption {

  private final Database database;
  private final BatchWriter batch;

  Adoption(Database database, BatchWriter batch) {
    this.database = database;
    this.batch = batch;
  }

  /**
   * Lets a file have the rows that were read from another, because it has the same content.
   *
   * @param from the number of the other, whose rows may be live no more
   * @param as the file; its id is ignored
   * @return its number
   */
  public long adopt(long from, StoredFile as) throws IOException {
    return adopt(from, as, batch.batch().number() - 1);
  }

  /** The same, with what was kept out of it at a batch. */
  private long adopt(long from, StoredFile as, int at) throws IOException {
    long id = batch.addFile(as);
    database.execute(
        "UPDATE file SET read_in = (SELECT read_in FROM file WHERE id = ?1) WHERE id = ?2",
        from,
        id);
    copySources("file = ?1", from, id);
    copyFindings(from, id);
    database.execute(
        "INSERT INTO kept_out (file, period, kind, rows, amount, live_from)"
            + " SELECT ?2, period, kind, rows, amount, ?3 FROM kept_out"
            + " WHERE file = ?1 AND live_from <= ?4 AND (live_until IS NULL OR live_until > ?4)",
        from,
        id,
        batch.batch().number(),
        at);
    return id;
  }

  /**
   * Adds a source of rows copied from a stored one; they keep the batch that they were read in.
   *
   * @param copied the new source
   * @param from the one that has its rows
   */
  public void addCopy(StoredSource copied, StoredSource from) throws IOException {
    batch.addSource(copied);
    database.execute(
        "UPDATE source SET read_in = (SELECT coalesce(s.read_in, f.read_in) FROM source s"
            + " JOIN file f ON f.id = s.file WHERE s.part = ?1 AND s.number = ?2 AND s.file = ?3)"
            + " WHERE part = ?4 AND number = ?5 AND file = ?6",
        from.part(),
        from.number(),
        from.file(),
        copied.part(),
        copied.number(),
        copied.file());
    batch.details().addCells(copied, CellAccount.NONE);
  }

  /**
   * Lets a file keep a source that was stored before.
   *
   * @param source as it was stored
   * @param file the number of the file it is to be of
   */
  public void keepSource(StoredSource source, long file) throws IOException {
    copySources(
        "file = ?1 AND part = " + source.part() + " AND number = " + source.number(),
        source.file(),
        file);
  }

  private void copyFindings(long from, long to) throws IOException {
    database.execute(
        "INSERT INTO finding (batch, file, code, severity, place_file, place_sheet, place_row,"
            + " place_heading, message, remedy, rows, value, cause, amount)"
            + " SELECT ?3, ?2, code, severity, CASE WHEN place_file = (SELECT path FROM file"
            + " WHERE id = ?1) THEN ?4 ELSE place_file END, place_sheet, place_row, place_heading,"
            + " message, remedy, rows, value, cause, amount FROM finding WHERE file = ?1"
            + " ORDER BY rowid",
        from,
        to,
        batch.batch().number(),
        database.query("SELECT path FROM file WHERE id = ?", row -> row.getString(1), to).get(0));
  }

  private void copySources(String which, long from, long to) throws IOException {
    String rest =
        "sheet, period, heading_row, cell_range, sender, sent_on, headings, rows_read,"
            + " rows_kept, rows_left_out, rows_held, first_row, absent, shown, left_open, closed, read_in";
    database.execute(
        "INSERT INTO source (part, number, file, %1$s) SELECT part, number, ?2, %1$s FROM source WHERE %2$s"
            .formatted(rest, which),
        from,
        to);
  }

  /**
   * Makes the state of an earlier batch that of this one.
   *
   * @param earlier a batch that wasn't tidied away
   */
  public void backTo(int earlier) throws IOException {
    Map<Long, StoredFile> files = new HashMap<>();
    new Catalogue(database).files(earlier).forEach(file -> files.put(file.id(), file));
    Return back = new Return(database, earlier, batch.batch().number());
    for (long file : back.files()) {
      adopt(file, Objects.requireNonNull(files.get(file)), earlier);
    }
    back.states();
  }
}
