package baddle.app.closed;

import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.util.List;
import java.util.Optional;

/**
 * A file that was read, as the batch has it.
 *
 * @param file its number
 * @param path where it is
 * @param feed the feed it was found by
 * @param dataset the dataset its rows are in
 * @param known what it was before
 * @param sources its sources
 */
public record AddedFile(
    long file,
    String path,
    String feed,
    String dataset,
    Optional<StoredFile> known,
    List<StoredSource> sources) {

  /** Copies the list. */
  public AddedFile {
    sources = List.copyOf(sources);
  }
}
