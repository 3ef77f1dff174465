package baddle.app.closed;

import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A file that was read, as the batch has it.
 *
 * @param file its number
 * @param dataset the dataset its rows are in
 * @param known what it was before
 * @param sources its sources
 * @param keptOut by closed period, what it has of rows that aren't taken, in words
 */
public record AddedSource(
    long file,
    String dataset,
    Optional<StoredFile> known,
    List<StoredSource> sources,
    Map<String, String> keptOut) {

  public AddedSource {
    keptOut = Map.copyOf(keptOut);
    sources = List.copyOf(sources);
  }
}
