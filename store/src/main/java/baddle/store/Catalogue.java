package baddle.store;

import baddle.core.check.SampledHashes;
import baddle.core.finding.Place;
import baddle.core.grid.MessageHead;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.RowCounts;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredHeadings;
import baddle.store.entry.StoredSample;
import baddle.store.entry.StoredSource;
import baddle.store.entry.StoredWriting;
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

/** What the store knows of batches, files and sources. */
public final class Catalogue {

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

  /** What became of rows, and what was found. */
  public Outcomes outcomes() {
    return new Outcomes(database);
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

  /** Whether a dataset had files at a batch. */
  public boolean hasFiles(int batch, String dataset) throws IOException {
    return !database
        .query(
            "SELECT 1 FROM file f WHERE f.dataset = ?2 AND" + LIVE + "LIMIT 1",
            row -> row.getInt(1),
            batch,
            dataset)
        .isEmpty();
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
            + " s.rows_kept, s.rows_left_out, s.rows_held, s.first_row, s.cell_range, s.sender, s.sent_on,"
            + " s.closed FROM source s JOIN file f ON f.id = s.file WHERE"
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
        row.getLong(11),
        row.getString(15));
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

  /** How the sources that were live at a batch are written, those that show or leave open any. */
  public List<StoredWriting> writings(int batch) throws IOException {
    return database.query(
        "SELECT f.feed, f.path, s.shown, s.left_open FROM source s JOIN file f ON f.id = s.file"
            + " WHERE s.shown || s.left_open <> '' AND"
            + LIVE,
        row ->
            StoredWriting.of(
                row.getString(1), row.getString(2), row.getString(3), row.getString(4)),
        batch);
  }

  /** What became of the cells of each feed's sources that were live at a batch, added up. */
  public Map<String, CellCounts> cellsOfFeeds(int batch) throws IOException {
    Map<String, CellCounts> cells = new LinkedHashMap<>();
    database
        .query(
            "SELECT f.feed, sum(c.filled), sum(c.read), sum(c.headings), sum(c.notes),"
                + " sum(c.left_out), sum(c.ignored), sum(c.not_read) FROM cell_count c"
                + " JOIN source s ON s.part = c.part AND s.number = c.source"
                + " JOIN file f ON f.id = s.file WHERE"
                + LIVE
                + "GROUP BY f.feed ORDER BY f.feed",
            row ->
                Map.entry(
                    row.getString(1),
                    new CellCounts(
                        row.getLong(2),
                        row.getLong(3),
                        row.getLong(4),
                        row.getLong(5),
                        row.getLong(6),
                        row.getLong(7),
                        row.getLong(8))),
            batch)
        .forEach(feed -> cells.put(feed.getKey(), feed.getValue()));
    return cells;
  }

  /** How many sources that were live at a batch have cells nobody counted: an older program's. */
  public long sourcesWithoutCells(int batch) throws IOException {
    return database
        .query(
            "SELECT count(*) FROM source s JOIN file f ON f.id = s.file WHERE NOT EXISTS"
                + " (SELECT 1 FROM cell_count c WHERE c.part = s.part AND c.source = s.number) AND"
                + LIVE,
            row -> row.getLong(1),
            batch)
        .get(0);
  }

  /** What is known of the rows of the sources of a dataset that are live at a batch. */
  public List<StoredSample> samples(int batch, String dataset) throws IOException {
    Map<String, Map<String, BigDecimal>> sums = new HashMap<>();
    database.query(
        "SELECT DISTINCT t.part, t.source, t.column_name, t.sum FROM source_sum t"
            + " JOIN source s ON s.part = t.part AND s.number = t.source"
            + " JOIN file f ON f.id = s.file WHERE f.dataset = ?2 AND"
            + LIVE,
        row ->
            sums.computeIfAbsent(row.getInt(1) + " " + row.getInt(2), source -> new HashMap<>())
                .put(row.getString(3), new BigDecimal(row.getString(4))),
        batch,
        dataset);
    return database.query(
        "SELECT f.path, s.sheet, s.period, r.part, r.source, r.rows, r.level, r.hashes"
            + " FROM source_sample r JOIN source s ON s.part = r.part AND s.number = r.source"
            + " JOIN file f ON f.id = s.file WHERE f.dataset = ?2 AND"
            + LIVE
            + "ORDER BY f.path, r.part, r.source",
        row ->
            new StoredSample(
                Place.source(row.getString(1), row.getString(2)),
                row.getString(3),
                row.getInt(4),
                row.getInt(5),
                new SampledHashes(row.getLong(6), row.getInt(7), longs(row.getBytes(8))),
                sums.getOrDefault(row.getInt(4) + " " + row.getInt(5), Map.of())),
        batch,
        dataset);
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
}
