package baddle.store.entry;

import baddle.core.grid.MessageHead;
import baddle.core.outcome.RowCounts;
import java.util.Collection;
import java.util.List;
import java.util.Optional;

/**
 * A source whose rows are in the dataset.
 *
 * @param file the number of its file
 * @param part the part its rows are in
 * @param number its number in the part, from 1
 * @param sheet its sheet; empty for a file without sheets
 * @param period the period its name states; empty where it states none
 * @param headingRow where its headings are, from 1
 * @param range the cells of its table, such as {@code B4:H120}
 * @param message the message its file is; empty for other files
 * @param counts what became of its rows
 * @param firstRow where its rows begin in the part, from 0
 * @param closed the closed periods whose rows it keeps, with commas between, whatever its file
 *     holds now; empty for a source that was read
 */
public record StoredSource(
    long file,
    int part,
    int number,
    String sheet,
    String period,
    int headingRow,
    String range,
    Optional<MessageHead> message,
    RowCounts counts,
    long firstRow,
    String closed) {

  /** How many rows of closed periods some sources keep. */
  public static long rowsKept(Collection<StoredSource> sources) {
    return sources.stream()
        .filter(StoredSource::isKept)
        .mapToLong(source -> source.counts().kept())
        .sum();
  }

  /** The closed periods whose rows it keeps, apart from what its file holds now. */
  public List<String> closedPeriods() {
    return isKept() ? List.of(closed.split(",")) : List.of();
  }

  /** Whether it keeps rows of closed periods, apart from what its file holds now. */
  public boolean isKept() {
    return !closed.isEmpty();
  }
}
