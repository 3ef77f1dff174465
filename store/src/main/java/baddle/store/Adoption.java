package baddle.store;

import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

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
    long id = batch.addFile(as);
    database.execute(
        "UPDATE file SET read_in = (SELECT read_in FROM file WHERE id = ?1) WHERE id = ?2",
        from,
        id);
    copySources("file = ?1", from, id);
    copyFindings(from, id, null);
    database.execute(
        "INSERT INTO kept_out (file, sheet, period, derived, why)"
            + " SELECT ?2, sheet, period, derived, why"
            + " FROM kept_out WHERE file = ?1",
        from,
        id);
    return id;
  }

  /**
   * Lets a file keep a source that was read before, in the place of one that was read now.
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

  /** Takes a source of this batch back. */
  public void dropSource(StoredSource source) throws IOException {
    database.execute(
        "DELETE FROM source WHERE part = ? AND number = ? AND file = ?",
        source.part(),
        source.number(),
        source.file());
  }

  /**
   * Lets what was found in a sheet be what had been found in it before.
   *
   * @param from the number of the file as it was; null where it is new
   * @param to its number now
   * @param sheet the sheet; empty for a file without sheets
   */
  public void keepFindings(@Nullable Long from, long to, String sheet) throws IOException {
    database.execute(
        "DELETE FROM finding WHERE file = ? AND coalesce(place_sheet, '') = ?", to, sheet);
    if (from != null) {
      copyFindings(from, to, sheet);
    }
  }

  /**
   * Notes that what a file has of a closed period isn't taken.
   *
   * @param derived whether it is what would be computed anew, and not what is read
   * @param why what has happened, in words
   */
  public void keepOut(long file, String sheet, String period, boolean derived, String why)
      throws IOException {
    database.execute(
        "INSERT INTO kept_out (file, sheet, period, derived, why) SELECT ?1, ?2, ?3, ?4, ?5"
            + " WHERE NOT EXISTS (SELECT 1 FROM kept_out WHERE file = ?1 AND sheet = ?2"
            + " AND period = ?3 AND derived = ?4)",
        file,
        sheet,
        period,
        derived ? 1 : 0,
        why);
  }

  /** Notes no longer that values of a file's sheet which would be computed anew are kept out. */
  public void takeDerived(long file, String sheet, String period) throws IOException {
    database.execute(
        "DELETE FROM kept_out WHERE file = ? AND sheet = ? AND period = ? AND derived = 1",
        file,
        sheet,
        period);
  }

  /** Lets a file be read again when it is found next, whatever it holds. */
  public void forgetIntake(long file) throws IOException {
    database.execute("UPDATE file SET intake = '', modified = NULL WHERE id = ?", file);
  }

  /** Copies the findings of a sheet, or all where none is named. */
  private void copyFindings(long from, long to, @Nullable String sheet) throws IOException {
    database.execute(
        "INSERT INTO finding (batch, file, code, severity, place_file, place_sheet, place_row,"
            + " place_heading, message, remedy, rows, value, cause, amount)"
            + " SELECT ?3, ?2, code, severity, CASE WHEN place_file = (SELECT path FROM file"
            + " WHERE id = ?1) THEN ?4 ELSE place_file END, place_sheet, place_row, place_heading,"
            + " message, remedy, rows, value, cause, amount FROM finding WHERE file = ?1"
            + " AND (?5 IS NULL OR coalesce(place_sheet, '') = ?5) ORDER BY rowid",
        from,
        to,
        batch.batch().number(),
        database.query("SELECT path FROM file WHERE id = ?", row -> row.getString(1), to).get(0),
        sheet);
  }

  private void copySources(String which, long from, long to) throws IOException {
    String rest =
        "sheet, period, heading_row, cell_range, sender, sent_on, headings, rows_read,"
            + " rows_kept, rows_left_out, rows_held, first_row, absent, shown, left_open";
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
      adopt(file, Objects.requireNonNull(files.get(file)));
    }
    back.states();
  }
}
