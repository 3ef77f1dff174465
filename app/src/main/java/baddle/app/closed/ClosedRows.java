package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.app.review.DatedRows;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.LongPredicate;
import java.util.function.Predicate;

/**
 * The rows of closed periods that were in a dataset at a batch, of files that are read again or are
 * gone; rows that are found again are taken out. For several threads.
 */
public final class ClosedRows {

  /** Those of no dataset. */
  public static final ClosedRows NONE = new ClosedRows(List.of(), Set.of(), Set.of());

  private final List<String> hashed;
  private final Set<String> gone;
  private final Set<String> unknown;

  /** By path and hash, how often a row wasn't found again yet. */
  private final Map<String, Map<Long, Integer>> left = new HashMap<>();

  /** The same of rows that weren't in the dataset because another has their key. */
  private final Map<String, Map<Long, Integer>> duplicates = new HashMap<>();

  private ClosedRows(List<String> hashed, Set<String> gone, Set<String> unknown) {
    this.hashed = List.copyOf(hashed);
    this.gone = new TreeSet<>(gone);
    this.unknown = Set.copyOf(unknown);
  }

  /**
   * Reads them.
   *
   * @param read the paths of files that are read again
   * @param gone the paths of files that leave the dataset; whoever has their rows now may have them
   * @param unknown the paths of files whose rows can't be read any more
   */
  public static ClosedRows of(
      DatasetPlan dataset,
      ClosedPeriods closed,
      DatasetReader reader,
      Set<String> read,
      Set<String> gone,
      Set<String> unknown)
      throws IOException {
    List<String> hashed = DatedRows.hashed(dataset, reader.schema());
    ClosedRows rows = new ClosedRows(hashed, gone, unknown);
    Predicate<String> files =
        path -> (read.contains(path) || gone.contains(path)) && !unknown.contains(path);
    LongPredicate days = day -> closed.of(day).isPresent();
    DatedRows dated = new DatedRows(dataset);
    dated.scan(reader, hashed, files, days, into(rows.left));
    dated.scanDuplicates(reader, hashed, files, days, into(rows.duplicates));
    return rows;
  }

  private static DatedRows.Use into(Map<String, Map<Long, Integer>> rows) {
    return (path, sheet, day, hash, amount) ->
        rows.computeIfAbsent(path, p -> new HashMap<>()).merge(hash, 1, Integer::sum);
  }

  /** The columns that the hashes are of. */
  public List<String> hashed() {
    return hashed;
  }

  /**
   * Takes a row out that a file has.
   *
   * @param ofGone where rows are noted that were those of files that are gone
   * @return whether it was there, or isn't known to have been missing
   */
  public synchronized boolean take(String path, long hash, Map<Long, Integer> ofGone) {
    if (unknown.contains(path) || takeFrom(path, hash) || take(duplicates, path, hash)) {
      return true;
    }
    for (String other : gone) {
      if (take(duplicates, other, hash)) {
        return true;
      }
      if (takeFrom(other, hash)) {
        ofGone.merge(hash, 1, Integer::sum);
        return true;
      }
    }
    return false;
  }

  /** Takes a row out of those of a path, if it is there. */
  public synchronized boolean takeFrom(String path, long hash) {
    return take(left, path, hash);
  }

  private static boolean take(Map<String, Map<Long, Integer>> rows, String path, long hash) {
    Map<Long, Integer> ofPath = rows.getOrDefault(path, Map.of());
    if (!ofPath.containsKey(hash)) {
      return false;
    }
    ofPath.computeIfPresent(hash, (h, times) -> times == 1 ? null : times - 1);
    return true;
  }

  /** Puts rows back that a file took which couldn't be read to its end. */
  public synchronized void giveBack(Map<Long, Integer> ofGone) {
    if (!ofGone.isEmpty()) {
      String any = gone.iterator().next();
      ofGone.forEach(
          (hash, times) ->
              left.computeIfAbsent(any, p -> new HashMap<>()).merge(hash, times, Integer::sum));
    }
  }

  /** How many rows of a path weren't found again. */
  public synchronized long left(String path) {
    return left.getOrDefault(path, Map.of()).values().stream().mapToLong(Integer::longValue).sum();
  }
}
