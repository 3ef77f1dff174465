package baddle.plan.output;

import java.util.List;
import java.util.Optional;

/**
 * Rows of a dataset that are written into a file each time.
 *
 * @param dataset the dataset
 * @param columns names, in order; empty for those of the dataset
 * @param origin {@code none}, {@code short} or {@code all}: which columns say where a row is from
 * @param where a condition that they meet
 * @param order columns, each perhaps with {@code descending}
 * @param splitBy columns of which each combination of values has a file of its own
 * @param log how it grows with each batch; empty for a file that is written anew
 */
public record RowsPlan(
    String dataset,
    List<String> columns,
    String origin,
    Optional<String> where,
    List<String> order,
    List<String> splitBy,
    Optional<Log> log) {

  /** What becomes of rows that a running log has and that changed since. */
  public enum Log {
    /** They are taken back with a sign, and appended as they are now. */
    APPEND,
    /** They stay. */
    LIST
  }

  /** The words for {@code origin:}. */
  public static final List<String> ORIGINS = List.of("none", "short", "all");

  /** Copies the lists. */
  public RowsPlan {
    columns = List.copyOf(columns);
    order = List.copyOf(order);
    splitBy = List.copyOf(splitBy);
  }
}
