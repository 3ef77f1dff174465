package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.RenamedTexts;
import baddle.core.table.Schema;
import java.io.IOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.function.Predicate;

/** The stored parts that have rows of a dataset's live sources at a batch. */
final class LiveParts {

  private final Database database;
  private final Map<Integer, List<SourceRange>> rangesOfPart = new LinkedHashMap<>();
  private final Map<Integer, StoredPart> parts = new LinkedHashMap<>();
  private final StoredPart newest;
  private final RenamedTexts names;

  /**
   * Those of a dataset at a batch.
   *
   * @throws StoreException.Absent if there are none
   */
  LiveParts(Database database, String dataset, int batch) throws IOException {
    this.database = database;
    this.names = RenamedTexts.NONE;
    Map<String, Long> times = new HashMap<>();
    database
        .query(
            "SELECT s.part, s.first_row, s.first_row + s.rows_kept, f.path, s.sheet, s.period,"
                + " b.number, b.made_at, s.number FROM source s JOIN file f ON f.id = s.file"
                + " JOIN batch b ON b.number = coalesce(s.read_in, f.read_in)"
                + " WHERE f.dataset = ?2 AND f.live_from <= ?1"
                + " AND (f.live_until IS NULL OR f.live_until > ?1) ORDER BY s.part, s.first_row",
            row -> range(row, times),
            batch,
            dataset)
        .forEach(
            range -> rangesOfPart.computeIfAbsent(range.part(), p -> new ArrayList<>()).add(range));
    Set<Integer> read =
        Set.copyOf(
            database.query(
                "SELECT DISTINCT s.part FROM source s JOIN file f ON f.id = s.file"
                    + " WHERE f.dataset = ?2 AND s.closed = '' AND"
                    + Catalogue.LIVE,
                row -> row.getInt(1),
                batch,
                dataset));
    StoredPart last = null;
    for (int part : rangesOfPart.keySet()) {
      StoredPart one = StoredPart.of(database, part, batch);
      parts.put(part, one);
      last = last == null || read.isEmpty() || read.contains(part) ? one : last;
    }
    if (last == null) {
      throw new StoreException.Absent(
          "the dataset " + dataset + " has no rows yet; run baddle consolidate", database.file());
    }
    newest = last;
  }

  private LiveParts(LiveParts other, RenamedTexts names) {
    this.database = other.database;
    this.rangesOfPart.putAll(other.rangesOfPart);
    this.parts.putAll(other.parts);
    this.newest = other.newest;
    this.names = names;
  }

  /** The same, with some texts read as others. */
  LiveParts with(RenamedTexts others) {
    return new LiveParts(this, others);
  }

  /** The texts that are read as others. */
  RenamedTexts names() {
    return names;
  }

  /** The part that was read last, and not kept for a closed period if there is any other. */
  StoredPart newest() {
    return newest;
  }

  /** The numbers of the parts, in the order they were stored. */
  Set<Integer> numbers() {
    return Collections.unmodifiableSet(rangesOfPart.keySet());
  }

  /** All parts. */
  Collection<StoredPart> all() {
    return parts.values();
  }

  /** The rows of live sources, by part. */
  Map<Integer, List<SourceRange>> ranges() {
    return rangesOfPart;
  }

  /** The rows of live sources in a part. */
  List<SourceRange> ranges(int part) {
    return Objects.requireNonNull(rangesOfPart.get(part));
  }

  private static SourceRange range(ResultSet row, Map<String, Long> times) throws SQLException {
    return new SourceRange(
        row.getInt(1),
        row.getLong(2),
        row.getLong(3),
        row.getString(4),
        row.getString(5),
        row.getString(6),
        row.getInt(7),
        times.computeIfAbsent(
            row.getString(8),
            time -> ChronoUnit.MICROS.between(Instant.EPOCH, Instant.parse(time))),
        row.getInt(9));
  }

  /** How many rows of some sources are in some parts, hidden ones among them. */
  long rowsOf(IntPredicate wanted, Predicate<SourceRange> chosen) {
    return rangesOfPart.values().stream()
        .flatMap(List::stream)
        .filter(range -> wanted.test(range.part()) && chosen.test(range))
        .mapToLong(range -> range.to() - range.from())
        .sum();
  }

  /** A part by its number. */
  StoredPart part(int part) {
    return Objects.requireNonNull(parts.get(part));
  }

  /** A block of a part, of some columns. */
  Block block(
      int part,
      StoredPart.StoredBlock stored,
      OriginVectors origin,
      Schema wanted,
      VectorDecoder decoder)
      throws IOException {
    try {
      Block block = part(part).block(stored, origin, wanted, decoder);
      return names.isNone() ? block : names.in(block);
    } catch (VectorDecoder.BrokenBlockException e) {
      throw damaged(part, e);
    }
  }

  /** Says which files are concerned where a block of a part is damaged. */
  StoreException.Damaged damaged(int part, VectorDecoder.BrokenBlockException cause) {
    List<String> files =
        Objects.requireNonNull(rangesOfPart.get(part)).stream()
            .map(SourceRange::file)
            .distinct()
            .toList();
    return new StoreException.Damaged(String.valueOf(cause.getMessage()), files, database.file());
  }
}
