package baddle.store.entry;

import baddle.core.finding.Finding;
import java.util.Collection;

/**
 * A file that lay in a feed's folder when the folders were looked at last, and couldn't be read.
 *
 * @param dataset the dataset its rows would be in
 * @param feed the feed it was found by
 * @param path relative to the plan's folder, with slashes
 * @param period the period its name states; empty where it states none
 * @param seen what it was known by then
 * @param hasRows whether rows it had before are in the dataset
 * @param finding why it couldn't be read
 */
public record StoredRefusal(
    String dataset,
    String feed,
    String path,
    String period,
    String seen,
    boolean hasRows,
    Finding finding) {

  /** How many files there are; one that can't be read for several reasons counts once. */
  public static int files(Collection<StoredRefusal> refused) {
    return (int) refused.stream().map(StoredRefusal::path).distinct().count();
  }
}
