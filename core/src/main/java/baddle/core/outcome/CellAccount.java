package baddle.core.outcome;

import java.util.List;
import java.util.stream.Stream;

/**
 * What became of the filled cells of a source, and where those are that nobody reads.
 *
 * @param counts how many
 * @param unread those that nobody reads
 */
public record CellAccount(CellCounts counts, List<UnreadRange> unread) {

  /** Of no cells. */
  public static final CellAccount NONE = new CellAccount(CellCounts.NONE, List.of());

  /** Copies the list. */
  public CellAccount {
    unread = List.copyOf(unread);
  }

  /** Both together. */
  public CellAccount plus(CellAccount other) {
    return new CellAccount(
        counts.plus(other.counts), Stream.concat(unread.stream(), other.unread.stream()).toList());
  }
}
