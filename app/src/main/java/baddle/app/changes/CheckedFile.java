package baddle.app.changes;

import baddle.app.reading.FoundFile;
import baddle.store.entry.StoredFile;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * A file and what became of it.
 *
 * @param file the file
 * @param change what became of it since the last batch
 * @param content the hash of its content
 * @param modified when it was modified; empty where it may still change within the clock's grain
 * @param intake what its rows depend on besides its content
 * @param known what the store knows of it
 */
public record CheckedFile(
    FoundFile file,
    FileChange change,
    String content,
    OptionalLong modified,
    String intake,
    Optional<StoredFile> known) {

  /** The same file, found to be a copy of another. */
  CheckedFile asDuplicate() {
    return new CheckedFile(file, FileChange.DUPLICATE, content, modified, intake, known);
  }

  /** The same file, found to have been called otherwise. */
  CheckedFile asRenamed(StoredFile before) {
    return new CheckedFile(
        file, FileChange.RENAMED, content, modified, intake, Optional.of(before));
  }

  /** Whether its rows have to be read. */
  public boolean isToRead() {
    return change == FileChange.NEW || change == FileChange.CHANGED;
  }

  /** What the store is to know of it. */
  public StoredFile toStore() {
    return new StoredFile(
        0,
        file.feed().dataset(),
        file.feed().name(),
        file.path(),
        content,
        file.size(),
        modified,
        file.seen().place(),
        intake);
  }
}
