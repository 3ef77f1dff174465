package baddle.store.entry;

import java.util.OptionalLong;

/**
 * A file whose rows, or lack of them, are in the dataset.
 *
 * @param id its number in the catalogue
 * @param dataset the dataset its rows are in
 * @param feed the feed it was found by
 * @param path relative to the plan's folder, with slashes
 * @param content a hash of its bytes
 * @param size its length in bytes
 * @param modified when it was last modified, in nanoseconds since 1970; empty where it may have
 *     changed since within the clock's grain, so that its content must be looked at again
 * @param place what the file system knew it by; empty where that isn't known
 * @param intake everything in the plan and in its name that its rows depend on, shortened; only
 *     equality matters
 */
public record StoredFile(
    long id,
    String dataset,
    String feed,
    String path,
    String content,
    long size,
    OptionalLong modified,
    String place,
    String intake) {

  private static final String AS = " read as ";

  /** The intake, without the conventions of other files. */
  public String ownIntake() {
    int at = intake.indexOf(AS);
    return at < 0 ? intake : intake.substring(0, at);
  }

  /**
   * The same, read by the conventions of other files.
   *
   * @param shown what they show that it leaves open; empty for nothing
   */
  public StoredFile readAs(String shown) {
    String read = ownIntake() + (shown.isEmpty() ? "" : AS + shown);
    return new StoredFile(id, dataset, feed, path, content, size, modified, place, read);
  }

  /** The same as it is known when it has to be read again, whatever it holds. */
  public StoredFile unread() {
    return new StoredFile(id, dataset, feed, path, content, size, OptionalLong.empty(), "", "");
  }
}
