package baddle.core.finding;

import java.util.Collection;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.text.similarity.LevenshteinDistance;

/** The known word that was probably meant by a misspelt one. */
public final class Nearest {

  private Nearest() {}

  /**
   * The candidate with the fewest single-character edits, ignoring case, if they are at most a
   * third of the word's length (at least 2) and leave some of it; the first of several equals.
   */
  public static Optional<String> to(String word, Collection<String> candidates) {
    String wanted = word.toLowerCase(Locale.ROOT);
    int limit = Math.max(0, Math.min(wanted.length() - 1, Math.max(2, wanted.length() / 3)));
    LevenshteinDistance distance = new LevenshteinDistance(limit);
    String best = null;
    int fewest = limit + 1;
    for (String candidate : candidates) {
      int edits = distance.apply(wanted, candidate.toLowerCase(Locale.ROOT));
      if (edits >= 0 && edits < fewest) {
        best = candidate;
        fewest = edits;
      }
    }
    return Optional.ofNullable(best);
  }

  /** {@code "; did you mean X?"}, or nothing where no candidate is near. */
  public static String hint(String word, Collection<String> candidates) {
    return to(word, candidates).map(near -> "; did you mean " + near + "?").orElse("");
  }
}
