package baddle.store;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.grid.MessageHead;
import baddle.core.intake.RowCounts;
import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** What the store says about batches, files, sources and findings. */
public final class Catalogue {

  private static final String LIVE =
      " f.live_from <= ?1 AND (f.live_until IS NULL OR f.live_until > ?1) ";

  private final Database database;

  Catalogue(Database database) {
    this.database = database;
  }

  /** The last batch, if there is one. */
  public Optional<Batch> lastBatch() throws IOException {
    return database
        .query("SELECT number, made_at FROM batch ORDER BY number DESC LIMIT 1", Catalogue::batch)
        .stream()
        .findFirst();
  }

  private static Batch batch(ResultSet row) throws SQLException {
    return new Batch(row.getInt(1), Instant.parse(row.getString(2)));
  }

  /** The files whose rows were in the datasets at a batch, in the order they came. */
  public List<StoredFile> files(int batch) throws IOException {
    return database.query(
        "SELECT id, dataset, feed, path, content, size, modified, intake FROM file f WHERE"
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
        row.getString(8));
  }

  /** What became of the rows of each feed's sources that were live at a batch, added up. */
  public Map<String, RowCounts> rowsOfFeeds(int batch) throws IOException {
    Map<String, RowCounts> rows = new LinkedHashMap<>();
    database
        .query(
            "SELECT f.feed, sum(s.rows_read), sum(s.rows_kept), sum(s.rows_left_out),"
                + " sum(s.rows_held) FROM source s JOIN file f ON f.id = s.file WHERE"
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
            "WITH stored AS (SELECT part, sum(rows) AS rows FROM block WHERE column_number = 0"
                + " GROUP BY part)"
                + " SELECT coalesce(sum(max(0, min(s.first_row + s.rows_kept, stored.rows)"
                + " - min(s.first_row, stored.rows))), 0)"
                + " FROM source s JOIN file f ON f.id = s.file"
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
