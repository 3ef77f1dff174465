package baddle.store;

import baddle.core.check.RowSample;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.grid.MessageHead;
import baddle.core.outcome.ControlTotal;
import baddle.core.outcome.HeldValue;
import baddle.core.outcome.RowCounts;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredBlanked;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredHeadings;
import baddle.store.entry.StoredHeldRow;
import baddle.store.entry.StoredLeftOut;
import baddle.store.entry.StoredMended;
import baddle.store.entry.StoredRefusal;
import baddle.store.entry.StoredSample;
import baddle.store.entry.StoredSource;
import baddle.store.entry.StoredSuspense;
import baddle.store.entry.StoredTotal;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.ByteBuffer;
import java.nio.LongBuffer;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** What the store says about batches, files, sources and findings. */
public final class Catalogue {

  /** Of so many values that rows are held for each is counted, the others together. */
  private static final int MOST_VALUES = 50;

  static final String LIVE = " f.live_from <= ?1 AND (f.live_until IS NULL OR f.live_until > ?1) ";

  /** How many rows of each source are hidden at a batch. */
  private static final String HIDDEN =
      "WITH hidden AS (SELECT part, source, sum(rows_held) AS held, sum(rows_left_out) AS out"
          + " FROM row_state WHERE live_from <= ?1 AND (live_until IS NULL OR live_until > ?1)"
          + " GROUP BY part, source) ";

  private final Database database;

  Catalogue(Database database) {
    this.database = database;
  }

  /** The last batch, if there is one. */
  public Optional<Batch> lastBatch() throws IOException {
    return database
        .query(
            "SELECT number, made_at, back_to, tidied FROM batch ORDER BY number DESC LIMIT 1",
            Catalogue::batch)
        .stream()
        .findFirst();
  }

  /** All batches, the first first. */
  public List<Batch> batches() throws IOException {
    return database.query(
        "SELECT number, made_at, back_to, tidied FROM batch ORDER BY number", Catalogue::batch);
  }

  private static Batch batch(ResultSet row) throws SQLException {
    int backTo = row.getInt(3);
    return new Batch(
        row.getInt(1),
        Instant.parse(row.getString(2)),
        backTo == 0 ? OptionalInt.empty() : OptionalInt.of(backTo),
        row.getBoolean(4));
  }

  /** The files whose rows were in the datasets at a batch, in the order they came. */
  public List<StoredFile> files(int batch) throws IOException {
    return database.query(
        "SELECT id, dataset, feed, path, content, size, modified, intake, seen FROM file f WHERE"
            + LIVE
            + "ORDER BY id",
        Catalogue::file,
        batch);
  }

  private static StoredFile file(ResultSet row) throws SQLException {
    long modified = row.getLong(7);
    OptionalLong known = row.wasNull() ? OptionalLong.empty() : OptionalLong.of(modified);
    return new StoredFile(
        row.getLong(1),
        row.getString(2),
        row.getString(3),
        row.getString(4),
        row.getString(5),
        row.getLong(6),
        known,
        row.getString(9),
        row.getString(8));
  }

  /** What became of the rows of each feed's sources that were live at a batch, added up. */
  public Map<String, RowCounts> rowsOfFeeds(int batch) throws IOException {
    Map<String, RowCounts> rows = new LinkedHashMap<>();
    database
        .query(
            HIDDEN
                + "SELECT f.feed, sum(s.rows_read), sum(s.rows_kept - coalesce(h.held + h.out, 0)),"
                + " sum(s.rows_left_out + coalesce(h.out, 0)),"
                + " sum(s.rows_held + coalesce(h.held, 0))"
                + " FROM source s JOIN file f ON f.id = s.file"
                + " LEFT JOIN hidden h ON h.part = s.part AND h.source = s.number WHERE"
                + LIVE
                + "GROUP BY f.feed ORDER BY f.feed",
            row ->
                Map.entry(
                    row.getString(1),
                    new RowCounts(row.getLong(2), row.getLong(3), row.getLong(4), row.getLong(5))),
            batch)
        .forEach(feed -> rows.put(feed.getKey(), feed.getValue()));
    return rows;
  }

  /** How many rows of each file, by its number, were in the datasets at a batch. */
  public Map<Long, Long> rowsOfFiles(int batch) throws IOException {
    Map<Long, Long> rows = new HashMap<>();
    database.query(
        HIDDEN
            + "SELECT f.id, sum(s.rows_kept - coalesce(h.held + h.out, 0))"
            + " FROM source s JOIN file f ON f.id = s.file"
            + " LEFT JOIN hidden h ON h.part = s.part AND h.source = s.number WHERE"
            + LIVE
            + "GROUP BY f.id",
        row -> rows.put(row.getLong(1), row.getLong(2)),
        batch);
    return rows;
  }

  /** The sources whose rows were in the datasets at a batch. */
  public List<StoredSource> sources(int batch) throws IOException {
    return database.query(
        "SELECT s.file, s.part, s.number, s.sheet, s.period, s.heading_row, s.rows_read,"
            + " s.rows_kept, s.rows_left_out, s.rows_held, s.first_row, s.cell_range, s.sender, s.sent_on"
            + " FROM source s JOIN file f ON f.id = s.file WHERE"
            + LIVE
            + "ORDER BY s.part, s.number",
        Catalogue::source,
        batch);
  }

  private static StoredSource source(ResultSet row) throws SQLException {
    return new StoredSource(
        row.getLong(1),
        row.getInt(2),
        row.getInt(3),
        row.getString(4),
        row.getString(5),
        row.getInt(6),
        row.getString(12),
        message(row.getString(13), row.getString(14)),
        new RowCounts(row.getLong(7), row.getLong(8), row.getLong(9), row.getLong(10)),
        row.getLong(11));
  }

  /**
   * The columns that sources live at a batch lack a heading for: by feed, and for each path, once
   * for each of its sources. Sources that an older program read aren't among them.
   */
  public Map<String, Map<String, List<Set<String>>>> absentHeadings(int batch) throws IOException {
    Map<String, Map<String, List<Set<String>>>> absent = new LinkedHashMap<>();
    database.query(
        "SELECT f.feed, f.path, s.absent FROM source s JOIN file f ON f.id = s.file"
            + " WHERE s.absent IS NOT NULL AND"
            + LIVE
            + "ORDER BY f.id, s.part, s.number",
        row ->
            absent
                .computeIfAbsent(row.getString(1), feed -> new LinkedHashMap<>())
                .computeIfAbsent(row.getString(2), path -> new ArrayList<>())
                .add(
                    row.getString(3).isEmpty()
                        ? Set.of()
                        : Set.of(row.getString(3).split("\t", -1))),
        batch);
    return absent;
  }

  /** The samples of the rows of files that are live at a batch. */
  public List<StoredSample> samples(int batch) throws IOException {
    return database.query(
        "SELECT f.path, f.dataset, s.rows, s.level, s.hashes FROM row_sample s"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE
            + "ORDER BY f.path",
        row ->
            new StoredSample(
                row.getString(1),
                row.getString(2),
                new RowSample.Hashes(row.getLong(3), row.getInt(4), longs(row.getBytes(5)))),
        batch);
  }

  private static long[] longs(byte[] bytes) {
    LongBuffer buffer = ByteBuffer.wrap(bytes).asLongBuffer();
    long[] longs = new long[buffer.remaining()];
    buffer.get(longs);
    return longs;
  }

  private static Optional<MessageHead> message(@Nullable String sender, @Nullable String sent) {
    return sender == null
        ? Optional.empty()
        : Optional.of(new MessageHead(Optional.ofNullable(sent).map(LocalDate::parse), sender));
  }

  /**
   * How many rows the blocks of the store hold for the sources that were live at a batch: counted
   * from what was written, not from what the intake said.
   */
  public long storedRows(int batch) throws IOException {
    return database
        .query(
            HIDDEN
                + ", stored AS (SELECT part, sum(rows) AS rows FROM block WHERE column_number = 0"
                + " GROUP BY part)"
                + " SELECT coalesce(sum(max(0, min(s.first_row + s.rows_kept, stored.rows)"
                + " - min(s.first_row, stored.rows)) - coalesce(h.held + h.out, 0)), 0)"
                + " FROM source s JOIN file f ON f.id = s.file"
                + " LEFT JOIN hidden h ON h.part = s.part AND h.source = s.number"
                + " JOIN stored ON stored.part = s.part WHERE"
                + LIVE,
            row -> row.getLong(1),
            batch)
        .get(0);
  }

  /** The findings about files whose rows were in the datasets at a batch. */
  public List<Finding> findings(int batch) throws IOException {
    return database.query(
        "SELECT code, severity, place_file, place_sheet, place_row, place_heading, message, remedy,"
            + " rows, value, cause"
            + " FROM finding JOIN file f ON f.id = finding.file WHERE"
            + LIVE
            + "ORDER BY finding.rowid",
        Catalogue::finding,
        batch);
  }

  /** The findings that a batch was made with and that are about no file it read. */
  public List<Finding> findingsOfBatch(int batch) throws IOException {
    return database.query(
        "SELECT code, severity, place_file, place_sheet, place_row, place_heading, message, remedy,"
            + " rows, value, cause FROM finding WHERE file IS NULL AND dataset IS NULL"
            + " AND batch = ?1 ORDER BY rowid",
        Catalogue::finding,
        batch);
  }

  /** The findings about datasets as wholes at a batch. */
  public List<Finding> findingsOfDatasets(int batch) throws IOException {
    return database.query(
        "SELECT code, severity, place_file, place_sheet, place_row, place_heading, message, remedy,"
            + " rows, value, cause FROM finding WHERE dataset IS NOT NULL AND batch <= ?1"
            + " AND (live_until IS NULL OR live_until > ?1) ORDER BY rowid",
        Catalogue::finding,
        batch);
  }

  /** The files that couldn't be read when the folders were looked at last. */
  public List<StoredRefusal> refused() throws IOException {
    return database.query(
        "SELECT code, severity, path, place_sheet, place_row, place_heading, message, remedy,"
            + " NULL, NULL, NULL, dataset, feed, period, seen, has_rows FROM refused ORDER BY rowid",
        row ->
            new StoredRefusal(
                row.getString(12),
                row.getString(13),
                row.getString(3),
                row.getString(14),
                row.getString(15),
                row.getBoolean(16),
                finding(row)));
  }

  /** How many rows of a dataset were read and are in no figure at a batch. */
  long hiddenRows(String dataset, int batch) throws IOException {
    return database
        .query(
            HIDDEN
                + "SELECT coalesce(sum(h.held + h.out), 0) FROM hidden h JOIN source s"
                + " ON h.part = s.part AND h.source = s.number JOIN file f ON f.id = s.file"
                + " WHERE f.dataset = ?2 AND"
                + LIVE,
            row -> row.getLong(1),
            batch,
            dataset)
        .get(0);
  }

  /** Which batch each report shows, by what the plan calls it. */
  public Map<String, Integer> reported() throws IOException {
    Map<String, Integer> reported = new TreeMap<>();
    database.query(
        "SELECT report, batch FROM reported", row -> reported.put(row.getString(1), row.getInt(2)));
    return reported;
  }

  /** The name of the plan's file that made the last batch; empty where that isn't known. */
  public Optional<String> plan() throws IOException {
    return database
        .query(
            "SELECT plan FROM batch WHERE plan <> '' ORDER BY number DESC LIMIT 1",
            row -> row.getString(1))
        .stream()
        .findFirst();
  }

  /** What the derived columns of a dataset were made by last; empty where never. */
  public Optional<String> derivation(String dataset) throws IOException {
    return derivation(dataset, Integer.MAX_VALUE);
  }

  /** What the derived columns of a dataset at a batch were made by; empty where never. */
  public Optional<String> derivation(String dataset, int batch) throws IOException {
    return database
        .query(
            "SELECT hash FROM derivation WHERE dataset = ? AND batch <= ?"
                + " ORDER BY batch DESC, rowid DESC LIMIT 1",
            row -> row.getString(1),
            dataset,
            batch)
        .stream()
        .findFirst();
  }

  /** The rows that were left out of the sources that were live at a batch, by source and reason. */
  public List<StoredLeftOut> leftOut(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.sheet, l.because, l.rows, s.rows_read, f.read_in"
            + " FROM left_out l JOIN source s ON s.part = l.part AND s.number = l.source"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE
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

  /** The control totals of the sources that were live at a batch. */
  public List<StoredTotal> controlTotals(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.sheet, t.source_row, t.column_name, t.label, t.stated,"
            + " t.computed, t.held"
            + " FROM control_total t JOIN source s ON s.part = t.part AND s.number = t.source"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE
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
            + " FROM suspense h JOIN source s ON s.part = h.part AND s.number = h.source"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE
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
        "SELECT c.part, c.source, c.source_row, c.cell, c.value FROM held_cell c"
            + " JOIN source s ON s.part = c.part AND s.number = c.source"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE,
        row ->
            cells
                .computeIfAbsent(
                    List.of(row.getInt(1), row.getInt(2), row.getInt(3)), k -> new TreeMap<>())
                .put(row.getInt(4), row.getString(5)),
        batch);
    return database.query(
        "SELECT f.feed, f.path, s.sheet, h.source_row, h.heading, h.value, h.expected, h.part,"
            + " h.source, s.headings FROM suspense h"
            + " JOIN source s ON s.part = h.part AND s.number = h.source"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE
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

  /** The headings of live sources whose headings are known, in the order they were read. */
  public List<StoredHeadings> headings(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.sheet, s.headings, coalesce(s.absent, '') FROM source s"
            + " JOIN file f ON f.id = s.file WHERE s.headings <> '' AND"
            + LIVE
            + "ORDER BY f.feed, s.period, f.path, s.part, s.number",
        row ->
            new StoredHeadings(
                row.getString(1),
                Place.source(row.getString(2), row.getString(3)),
                HeadingList.parse(row.getString(4)),
                row.getString(5).isEmpty() ? List.of() : List.of(row.getString(5).split("\t"))),
        batch);
  }

  /** What couldn't be read in live sources and is kept as a blank, by where it stands. */
  public List<StoredBlanked> blanked(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.sheet, b.source_row, b.heading, b.value, b.expected FROM blanked b"
            + " JOIN source s ON s.part = b.part AND s.number = b.source"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE
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
            + " JOIN source s ON s.part = m.part AND s.number = m.source"
            + " JOIN file f ON f.id = s.file WHERE"
            + LIVE
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

  private static Finding finding(ResultSet row) throws SQLException {
    return new Finding(
        FindingCode.valueOf(row.getString(1)),
        Severity.valueOf(row.getString(2)),
        new Place(row.getString(3), row.getString(4), row.getLong(5), row.getString(6)),
        row.getString(7),
        row.getString(8),
        tally(row.getLong(9), row.getString(10), row.getString(11)));
  }

  private static Optional<Finding.Tally> tally(
      long rows, @Nullable String value, @Nullable String cause) {
    return value == null || cause == null
        ? Optional.empty()
        : Optional.of(new Finding.Tally(rows, value, cause));
  }
}
