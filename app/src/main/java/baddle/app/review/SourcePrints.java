package baddle.app.review;

import baddle.core.check.RowHashes;
import baddle.core.table.Schema;
import baddle.store.DatasetReader;
import baddle.store.StoredSource;
import java.io.IOException;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What sources hold, made short: sources with equal prints have the same rows in some order. */
public final class SourcePrints {

  /**
   * A print; prints of several sources add up.
   *
   * @param rows how many rows
   * @param high the sum of the upper halves of their hashes
   * @param low the sum of the lower ones
   */
  public record Print(long rows, long high, long low) {

    /** Of no rows. */
    public static final Print NONE = new Print(0, 0, 0);

    /** Of the rows of both. */
    public Print plus(Print other) {
      return new Print(rows + other.rows, high + other.high, low + other.low);
    }
  }

  private record Place(int part, int number) {}

  private final Map<Place, Print> prints = new HashMap<>();

  /**
   * Takes the prints of sources.
   *
   * @param reader at a batch at which they are live
   * @param columns what is looked at
   */
  public SourcePrints(DatasetReader reader, Schema columns, Collection<StoredSource> sources)
      throws IOException {
    Set<Place> wanted = new HashSet<>();
    Set<Integer> parts = new HashSet<>();
    for (StoredSource source : sources) {
      wanted.add(new Place(source.part(), source.number()));
      parts.add(source.part());
    }
    List<String> names = columns.names();
    RowHashes hashes = new RowHashes(columns, names);
    reader.scanParts(
        columns,
        parts::contains,
        rows -> {
          hashes.begin(rows.block());
          for (DatasetReader.LiveRange range : rows.live()) {
            Place place = new Place(rows.part(), range.source());
            if (wanted.contains(place)) {
              Print print =
                  new Print(
                      range.to() - range.from(),
                      sum(hashes, range, true),
                      sum(hashes, range, false));
              prints.merge(place, print, Print::plus);
            }
          }
        });
  }

  private static long sum(RowHashes hashes, DatasetReader.LiveRange range, boolean high) {
    long sum = 0;
    for (int row = range.from(); row < range.to(); row++) {
      sum += high ? hashes.high(row) : hashes.low(row);
    }
    return sum;
  }

  /** The print of a source; that of no rows where it has none. */
  public Print of(StoredSource source) {
    return prints.getOrDefault(new Place(source.part(), source.number()), Print.NONE);
  }
}
