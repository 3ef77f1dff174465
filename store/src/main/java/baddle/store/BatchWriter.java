package baddle.store;

import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import baddle.core.grid.MessageHead;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldValue;
import baddle.core.outcome.RowCounts;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.Closeable;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Writes one batch in one transaction: it is there whole after {@link #commit}, and not at all
 * before. Its methods may be called by several threads.
 *
 * <p>Long because all that a batch writes shares its transaction and its statements.
 */
public final class BatchWriter implements Closeable {

  private final Database database;
  private final Batch batch;
  private final int firstPart;
  private final Database.Repeated insertBlock;
  private final Database.Repeated insertSuspense;
  private final Database.Repeated insertHeldCell;
  private long nextFile;
  private final Map<Integer, BitSet> heldRows = new HashMap<>();
  private boolean open = true;

  BatchWriter(Database database, Instant madeAt) throws IOException {
    this.database = database;
    database.execute("BEGIN IMMEDIATE");
    int number = next("SELECT max(number) FROM batch");
    batch = Batch.of(number, madeAt);
    firstPart = next("SELECT max(id) FROM part");
    nextFile = next("SELECT max(id) FROM file");
    insertBlock =
        database.repeated(
            "INSERT INTO block (part, column_number, number, rows, content)"
                + " VALUES (?, ?, ?, ?, ?)");
    insertSuspense =
        database.repeated(
            "INSERT INTO suspense (part, source, source_row, heading, value, expected)"
                + " VALUES (?, ?, ?, ?, ?, ?)");
    insertHeldCell =
        database.repeated(
            "INSERT INTO held_cell (part, source, source_row, cell, value) VALUES (?, ?, ?, ?, ?)");
    database.execute(
        "INSERT INTO batch (number, made_at) VALUES (?, ?)", number, madeAt.toString());
  }

  private int next(String query) throws IOException {
    return database.query(query, row -> row.getInt(1)).get(0) + 1;
  }

  /** The batch being written. */
  public Batch batch() {
    return batch;
  }

  /**
   * A part for the rows of one or more sources, to be written by one thread.
   *
   * @param index its place among the batch's parts, from 0, which gives it the same number whatever
   *     thread begins first
   */
  public PartWriter part(int index, String dataset, Schema schema) {
    return new PartWriter(this, firstPart + index, dataset, schema);
  }

  synchronized void block(int part, int column, int number, int rows, byte[] content)
      throws IOException {
    insertBlock.run(part, column, number, rows, content);
  }

  synchronized void held(int part, int source, HeldRow row) throws IOException {
    for (HeldValue value : row.values()) {
      insertSuspense.run(
          part, source, row.rowNumber(), value.heading(), value.value(), value.expectation());
    }
    for (int cell = 0; cell < row.cells().size(); cell++) {
      if (!row.cells().get(cell).isEmpty()) {
        insertHeldCell.run(part, source, row.rowNumber(), cell + 1, row.cells().get(cell));
      }
    }
  }

  synchronized void blanked(int part, int source, int rowNumber, HeldValue value)
      throws IOException {
    database.execute(
        "INSERT INTO blanked (part, source, source_row, heading, value, expected)"
            + " VALUES (?, ?, ?, ?, ?, ?)",
        part,
        source,
        rowNumber,
        value.heading(),
        value.value(),
        value.expectation());
  }

  synchronized void forget(int part, int source) throws StoreException {
    database.execute("DELETE FROM suspense WHERE part = ? AND source = ?", part, source);
    database.execute("DELETE FROM held_cell WHERE part = ? AND source = ?", part, source);
    database.execute("DELETE FROM blanked WHERE part = ? AND source = ?", part, source);
  }

  synchronized void endPart(int part, String dataset, Schema schema, long rows, BitSet held)
      throws IOException {
    if (!held.isEmpty()) {
      heldRows.put(part, held);
    }
    database.execute(
        "INSERT INTO part (id, dataset, batch, rows) VALUES (?, ?, ?, ?)",
        part,
        dataset,
        batch.number(),
        rows);
    for (int i = 0; i < schema.size(); i++) {
      if (!(held.isEmpty() && HiddenRows.has(schema.column(i).name()))) {
        addColumn(part, i + 1, i, schema.column(i));
      }
    }
  }

  private void addColumn(int part, int number, int position, Column column) throws IOException {
    database.execute(
        "INSERT INTO part_column (part, number, position, name, kind, places, live_from)"
            + " VALUES (?, ?, ?, ?, ?, ?, ?)",
        part,
        number,
        position,
        column.name(),
        column.type().kind().word(),
        column.type().places(),
        batch.number());
  }

  /**
   * Begins new versions of some columns of a part; the old ones stay for the batches before.
   *
   * @param columns the columns, by what position each has among all
   */
  public ColumnRevision revise(int part, Map<Column, Integer> columns) throws IOException {
    int first =
        database
                .query(
                    "SELECT max(number) FROM part_column WHERE part = ?",
                    row -> row.getInt(1),
                    part)
                .get(0)
            + 1;
    return new ColumnRevision(this, part, first, columns);
  }

  synchronized void dropColumn(int part, int number) throws IOException {
    database.execute("DELETE FROM block WHERE part = ? AND column_number = ?", part, number);
  }

  synchronized void reviseColumn(int part, int number, int position, Column column)
      throws IOException {
    retireColumn(part, column.name());
    addColumn(part, number, position, column);
  }

  /** Whether a part was begun by this batch. */
  public boolean wrote(int part) {
    return part >= firstPart;
  }

  /** Takes a column out of a part from this batch on. */
  public synchronized void retireColumn(int part, String name) throws IOException {
    database.execute(
        "UPDATE part_column SET live_until = ? WHERE part = ? AND name = ? AND live_until IS NULL",
        batch.number(),
        part,
        name);
  }

  /**
   * States how many rows of a source are hidden, and no longer what was stated before.
   *
   * @param reason what hides them: one source can have several states, one for each reason
   */
  public synchronized void setRowState(int part, int source, String reason, long held, long leftOut)
      throws IOException {
    database.execute(
        "UPDATE row_state SET live_until = ? WHERE part = ? AND source = ? AND reason = ?"
            + " AND live_until IS NULL",
        batch.number(),
        part,
        source,
        reason);
    if (held + leftOut > 0) {
      database.execute(
          "INSERT INTO row_state (part, source, reason, rows_held, rows_left_out, live_from)"
              + " VALUES (?, ?, ?, ?, ?, ?)",
          part,
          source,
          reason,
          held,
          leftOut,
          batch.number());
    }
  }

  /**
   * Remembers by which plan it is made.
   *
   * @param name the name of the plan's file
   */
  public synchronized void setPlan(String name) throws IOException {
    database.execute("UPDATE batch SET plan = ? WHERE number = ?", name, batch.number());
  }

  /** Remembers what the derived columns of a dataset were made by. */
  public synchronized void setDerivation(String dataset, String hash) throws IOException {
    database.execute(
        "INSERT INTO derivation (dataset, hash, batch) VALUES (?, ?, ?)",
        dataset,
        hash,
        batch.number());
  }

  /** Ends the findings about a dataset as a whole, and adds those there are now. */
  public synchronized void replaceFindings(String dataset, List<Finding> findings)
      throws IOException {
    database.execute(
        "UPDATE finding SET live_until = ? WHERE dataset = ? AND live_until IS NULL",
        batch.number(),
        dataset);
    for (Finding finding : findings) {
      addFinding(null, dataset, finding);
    }
  }

  /** Closes what was open about datasets that there are no more, from this batch on. */
  public synchronized void endFindingsOfOthers(Set<String> datasets) throws IOException {
    List<String> open =
        database.query(
            "SELECT DISTINCT dataset FROM finding WHERE dataset IS NOT NULL AND live_until IS NULL",
            row -> row.getString(1));
    for (String dataset : open) {
      if (!datasets.contains(dataset)) {
        replaceFindings(dataset, List.of());
      }
    }
  }

  /**
   * Adds a file; its rows are live from this batch on.
   *
   * @param file its id is ignored
   * @return its number
   */
  public synchronized long addFile(StoredFile file) throws IOException {
    long id = nextFile++;
    OptionalLong modified = file.modified();
    database.execute(
        "INSERT INTO file (id, dataset, feed, path, content, size, modified, seen, intake,"
            + " live_from, read_in) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?10, ?10)",
        id,
        file.dataset(),
        file.feed(),
        file.path(),
        file.content(),
        file.size(),
        modified.isPresent() ? modified.getAsLong() : null,
        file.place(),
        file.intake(),
        batch.number());
    return id;
  }

  /** Adds a source of a file that was added before. */
  public synchronized void addSource(StoredSource source) throws IOException {
    RowCounts counts = source.counts();
    database.execute(
        "INSERT INTO source (part, number, file, sheet, period, heading_row, cell_range, sender,"
            + " sent_on, rows_read, rows_kept, rows_left_out, rows_held, first_row,"
            + " closed) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        source.part(),
        source.number(),
        source.file(),
        source.sheet(),
        source.period(),
        source.headingRow(),
        source.range(),
        source.message().map(MessageHead::sender).orElse(null),
        source.message().flatMap(MessageHead::sent).map(LocalDate::toString).orElse(null),
        counts.read(),
        counts.kept(),
        counts.leftOut(),
        counts.held(),
        source.firstRow(),
        source.closed());
    BitSet held = heldRows.getOrDefault(source.part(), new BitSet());
    int from = (int) source.firstRow();
    long hidden = held.get(from, (int) (from + counts.kept())).cardinality();
    if (hidden > 0) {
      setRowState(source.part(), source.number(), HiddenRows.HELD.name(), hidden, 0);
    }
  }

  /** Corrects the period of an added source. */
  public synchronized void setPeriod(int part, int source, String period) throws IOException {
    database.execute(
        "UPDATE source SET period = ? WHERE part = ? AND number = ?", period, part, source);
  }

  /**
   * Adds a finding.
   *
   * @param file the number of the file it stays open with; null for one of this batch alone
   */
  public synchronized void addFinding(@Nullable Long file, Finding finding) throws IOException {
    addFinding(file, null, finding);
  }

  private void addFinding(@Nullable Long file, @Nullable String dataset, Finding finding)
      throws IOException {
    Place place = finding.place();
    database.execute(
        "INSERT INTO finding (batch, file, code, severity, place_file, place_sheet, place_row,"
            + " place_heading, message, remedy, rows, value, cause, dataset, amount)"
            + " VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        batch.number(),
        file,
        finding.code().name(),
        finding.severity().name(),
        place.file(),
        place.sheet(),
        place.row(),
        place.heading(),
        finding.message(),
        finding.remedy(),
        finding.tally().map(Finding.Tally::rows).orElse(null),
        finding.tally().map(Finding.Tally::value).orElse(null),
        finding.tally().map(Finding.Tally::cause).orElse(null),
        dataset,
        finding.amount().map(BigDecimal::toPlainString).orElse(null));
  }

  /** Writes the results of reading the added sources. */
  public SourceDetails details() {
    return new SourceDetails(database, this);
  }

  /** Notes what closed periods keep out of the batch, or keep in it. */
  public KeptOutWriter keptOut() {
    return new KeptOutWriter(database, batch.number());
  }

  /** Lets files of this batch have rows that were read for earlier ones. */
  public Adoption adoption() {
    return new Adoption(database, this);
  }

  /** Takes a file's rows out of the dataset from this batch on; earlier batches still have them. */
  public synchronized void retire(long file) throws IOException {
    database.execute(
        "UPDATE file SET live_until = ? WHERE id = ? AND live_until IS NULL", batch.number(), file);
  }

  /** Makes the batch readable, whole, and safe on disk. */
  public synchronized void commit() throws IOException {
    closeStatements();
    database.execute("COMMIT");
    open = false;
  }

  private void closeStatements() throws IOException {
    insertBlock.close();
    insertSuspense.close();
    insertHeldCell.close();
  }

  /** Undoes the batch unless it was committed. */
  @Override
  public synchronized void close() throws IOException {
    if (open) {
      closeStatements();
      database.execute("ROLLBACK");
      open = false;
    }
  }
}
