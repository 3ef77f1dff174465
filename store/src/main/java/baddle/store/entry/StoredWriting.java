package baddle.store.entry;

import baddle.core.intake.SourceWriting;
import baddle.core.value.Convention;
import java.util.Arrays;
import java.util.Collection;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How a stored source is written, as far as it shows it.
 *
 * @param feed the feed it is of
 * @param path the file it is of
 * @param writing what it shows and leaves open
 */
public record StoredWriting(String feed, String path, SourceWriting writing) {

  /** Parses the texts of a store. */
  public static StoredWriting of(String feed, String path, String shown, String open) {
    return new StoredWriting(feed, path, new SourceWriting(parse(shown), parse(open)));
  }

  /** Conventions as a store has them. */
  public static String text(Collection<Convention> conventions) {
    return conventions.stream().map(Convention::name).sorted().collect(Collectors.joining(" "));
  }

  private static Set<Convention> parse(String text) {
    return Arrays.stream(text.split(" "))
        .filter(name -> !name.isEmpty())
        .map(Convention::valueOf)
        .collect(Collectors.toSet());
  }
}
