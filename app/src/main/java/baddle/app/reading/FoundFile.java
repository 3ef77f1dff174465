package baddle.app.reading;

import baddle.app.Fingerprint;
import baddle.core.calendar.Period;
import baddle.plan.FeedPlan;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Map;
import java.util.Optional;

/**
 * A file that a feed wants.
 *
 * @param feed the feed
 * @param path relative to the plan's folder, with slashes
 * @param file where it is
 * @param seen what it was known by when it was found
 * @param named what its name carries, by column
 * @param period the period its name states
 * @param order where its path is among others
 * @param mended rows of it that a person mended
 */
public record FoundFile(
    FeedPlan feed,
    String path,
    Path file,
    Fingerprint seen,
    Map<String, String> named,
    Optional<Period> period,
    NameOrder order,
    Mended mended) {

  /** By the period that is stated, files without one first, then by path. */
  public static final Comparator<FoundFile> ORDER =
      Comparator.<FoundFile, Optional<Period>>comparing(
              FoundFile::period,
              Comparator.comparing(
                  p -> p.orElse(null), Comparator.nullsFirst(Comparator.naturalOrder())))
          .thenComparing(FoundFile::order);

  /** Its length in bytes. */
  public long size() {
    return seen.size();
  }

  /** Copies the map. */
  public FoundFile {
    named = Map.copyOf(named);
  }

  /** Of the path alone: the feed would be gone over whole each time. */
  @Override
  public int hashCode() {
    return path.hashCode();
  }
}
