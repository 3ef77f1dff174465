package baddle.app.changes;

import baddle.app.ContentHash;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import org.slf4j.LoggerFactory;

/** Tells files by their contents, as long as that isn't too much to read. */
final class ContentComparison {

  /** No more bytes than these are read. */
  private static final long MOST_COMPARED = 1L << 26;

  private long left = MOST_COMPARED;

  /** Whether a file has one of some contents; one that can't be read, or is too much, hasn't. */
  boolean isOf(Set<String> contents, Path file) {
    return !contents.isEmpty() && isOf(contents, -1, file);
  }

  /**
   * Whether a file has one of some contents.
   *
   * @param size how many bytes they are; negative where that isn't known
   */
  boolean isOf(Set<String> contents, long size, Path file) {
    try {
      long own = Files.size(file);
      if (own > left || (size >= 0 && own != size)) {
        return false;
      }
      left -= own;
      return contents.contains(ContentHash.of(file));
    } catch (IOException e) {
      LoggerFactory.getLogger(ContentComparison.class).debug("{} isn't compared", file, e);
      return false;
    }
  }
}
