package baddle.store;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.outcome.ControlTotal;
import baddle.core.outcome.HeldValue;
import baddle.store.entry.StoredBlanked;
import baddle.store.entry.StoredHeldRow;
import baddle.store.entry.StoredLeftOut;
import baddle.store.entry.StoredMended;
import baddle.store.entry.StoredRefusal;
import baddle.store.entry.StoredSuspense;
import baddle.store.entry.StoredTotal;
import baddle.store.entry.StoredUnread;
import java.io.IOException;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** What the store knows of what became of rows: held, left out, corrected; and of findings. */
public final class Outcomes {

  /** Of so many values that rows are held for each is counted, the others together. */
  private static final int MOST_VALUES = 50;

  private static final String FINDINGS =
      "SELECT code, severity, place_file, place_sheet, place_row, place_heading, message, remedy,"
          + " rows, value, cause, amount FROM finding";

  private final Database database;

  Outcomes(Database database) {
    this.database = database;
  }

  /** The findings about files whose rows were in the datasets at a batch. */
  public List<Finding> findings(int batch) throws IOException {
    return database.query(
        FINDINGS
            + " JOIN file f ON f.id = finding.file WHERE"
            + Catalogue.LIVE
            + "ORDER BY finding.rowid",
        Outcomes::finding,
        batch);
  }

  /** The findings that a batch was made with and that are about no file it read. */
  public List<Finding> findingsOfBatch(int batch) throws IOException {
    return database.query(
        FINDINGS + " WHERE file IS NULL AND dataset IS NULL AND batch = ?1 ORDER BY rowid",
        Outcomes::finding,
        batch);
  }

  /** The findings about datasets as wholes at a batch. */
  public List<Finding> findingsOfDatasets(int batch) throws IOException {
    return database.query(
        FINDINGS
            + " WHERE dataset IS NOT NULL AND batch <= ?1"
            + " AND (live_until IS NULL OR live_until > ?1) ORDER BY rowid",
        Outcomes::finding,
        batch);
  }

  /** The files that couldn't be read when the folders were looked at last. */
  public List<StoredRefusal> refused() throws IOException {
    return database.query(
        "SELECT code, severity, path, place_sheet, place_row, place_heading, message, remedy,"
            + " NULL, NULL, NULL, NULL, dataset, feed, period, seen, has_rows FROM refused ORDER BY rowid",
        row ->
            new StoredRefusal(
                row.getString(13),
                row.getString(14),
                row.getString(3),
                row.getString(15),
                row.getString(16),
                row.getBoolean(17),
                finding(row)));
  }

  /** The rows that were left out of the sources that were live at a batch, by source and reason. */
  public List<StoredLeftOut> leftOut(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.sheet, l.because, l.rows, s.rows_read, f.read_in"
            + " FROM left_out l"
            + ofLive("l")
            + "ORDER BY l.rowid",
        row ->
            new StoredLeftOut(
                row.getString(1),
                Place.source(row.getString(2), row.getString(3)),
                row.getString(4),
                row.getLong(5),
                row.getLong(6),
                row.getInt(7)),
        batch);
  }

  /** The cells of the sources that were live at a batch that nobody reads. */
  public List<StoredUnread> unread(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, u.sheet, u.heading, u.cell_range, u.cells, u.numbers, u.sum"
            + " FROM cells_not_read u"
            + ofLive("u")
            + "ORDER BY u.rowid",
        row ->
            new StoredUnread(
                row.getString(1),
                Place.source(row.getString(2), row.getString(3)).atHeading(row.getString(4)),
                row.getString(5),
                row.getLong(6),
                row.getLong(7),
                new BigDecimal(row.getString(8))),
        batch);
  }

  /** The control totals of the sources that were live at a batch. */
  public List<StoredTotal> controlTotals(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.sheet, t.source_row, t.column_name, t.label, t.stated,"
            + " t.computed, t.held"
            + " FROM control_total t"
            + ofLive("t")
            + "ORDER BY t.rowid",
        row ->
            new StoredTotal(
                row.getString(1),
                Place.source(row.getString(2), row.getString(3)).atRow(row.getLong(4)),
                new ControlTotal(
                    row.getString(5),
                    row.getString(6),
                    row.getInt(4),
                    new BigDecimal(row.getString(7)),
                    new BigDecimal(row.getString(8)),
                    row.getLong(9))),
        batch);
  }

  /** The rows that intakes of live sources held, by cause and value. */
  public List<StoredSuspense> suspense(int batch) throws IOException {
    return database.query(
        "WITH held AS (SELECT f.feed AS feed, h.heading AS heading, h.expected AS expected,"
            + " h.value AS value, count(*) AS rows, min(h.rowid) AS first"
            + " FROM suspense h"
            + ofLive("h")
            + "GROUP BY 1, 2, 3, 4), ranked AS (SELECT *, min(row_number() OVER (PARTITION BY feed,"
            + " heading, expected ORDER BY rows DESC, first), ?2) AS place,"
            + " min(first) OVER (PARTITION BY feed, heading, expected) AS begin FROM held)"
            + " SELECT feed, heading, value, expected, count(*), sum(rows), min(first) FROM ranked"
            + " GROUP BY feed, heading, expected, place ORDER BY begin, place",
        row ->
            new StoredSuspense(
                row.getString(1),
                new HeldValue(row.getString(2), row.getString(3), row.getString(4)),
                row.getLong(5),
                row.getLong(6)),
        batch,
        MOST_VALUES);
  }

  /** The rows of live sources that their intake held, with the cells they had. */
  public List<StoredHeldRow> heldRows(int batch) throws IOException {
    Map<List<Integer>, Map<Integer, String>> cells = new HashMap<>();
    database.query(
        "SELECT c.part, c.source, c.source_row, c.cell, c.value FROM held_cell c" + ofLive("c"),
        row ->
            cells
                .computeIfAbsent(
                    List.of(row.getInt(1), row.getInt(2), row.getInt(3)), k -> new TreeMap<>())
                .put(row.getInt(4), row.getString(5)),
        batch);
    return database.query(
        "SELECT f.feed, f.path, s.sheet, h.source_row, h.heading, h.value, h.expected, h.part,"
            + " h.source, s.headings FROM suspense h"
            + ofLive("h")
            + "ORDER BY h.rowid",
        row ->
            new StoredHeldRow(
                row.getString(1),
                Place.source(row.getString(2), row.getString(3)).atRow(row.getLong(4)),
                new HeldValue(row.getString(5), row.getString(6), row.getString(7)),
                cells.getOrDefault(List.of(row.getInt(8), row.getInt(9), row.getInt(4)), Map.of()),
                HeadingList.parse(row.getString(10))),
        batch);
  }

  /** What couldn't be read in live sources and is kept as a blank, by where it is. */
  public List<StoredBlanked> blanked(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.sheet, b.source_row, b.heading, b.value, b.expected FROM blanked b"
            + ofLive("b")
            + "ORDER BY b.rowid",
        row ->
            new StoredBlanked(
                row.getString(1),
                Place.source(row.getString(2), row.getString(3)).atRow(row.getLong(4)),
                new HeldValue(row.getString(5), row.getString(6), row.getString(7))),
        batch);
  }

  /** The values of live sources that were read as a person mended them. */
  public List<StoredMended> mended(int batch) throws IOException {
    return database.query(
        "SELECT f.path, s.sheet, m.source_row, m.heading, m.sent, m.mended, m.mended_file,"
            + " m.mended_sheet, m.mended_row FROM mended m"
            + ofLive("m")
            + "ORDER BY m.rowid",
        row ->
            new StoredMended(
                Place.source(row.getString(1), row.getString(2))
                    .atRow(row.getLong(3))
                    .atHeading(row.getString(4)),
                row.getString(5),
                row.getString(6),
                Place.source(row.getString(7), row.getString(8)).atRow(row.getLong(9))),
        batch);
  }

  /** Only what is of sources that were live at the batch. */
  private static String ofLive(String table) {
    return " JOIN source s ON s.part = %1$s.part AND s.number = %1$s.source".formatted(table)
        + " JOIN file f ON f.id = s.file WHERE"
        + Catalogue.LIVE;
  }

  private static Finding finding(ResultSet row) throws SQLException {
    return new Finding(
        FindingCode.valueOf(row.getString(1)),
        Severity.valueOf(row.getString(2)),
        new Place(row.getString(3), row.getString(4), row.getLong(5), row.getString(6)),
        row.getString(7),
        row.getString(8),
        tally(row.getLong(9), row.getString(10), row.getString(11)),
        Optional.ofNullable(row.getString(12)).map(BigDecimal::new));
  }

  private static Optional<Finding.Tally> tally(
      long rows, @Nullable String value, @Nullable String cause) {
    return value == null || cause == null
        ? Optional.empty()
        : Optional.of(new Finding.Tally(rows, value, cause));
  }
}
