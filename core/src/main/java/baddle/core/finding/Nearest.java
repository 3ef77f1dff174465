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
   * Codes are all alike: near one without letters is only what differs in one character, or has two
   * neighbours swapped.
   */
  public static Optional<String> to(String word, Collection<String> candidates) {
    String wanted = word.toLowerCase(Locale.ROOT);
    int limit = Math.max(0, Math.min(wanted.length() - 1, Math.max(2, wanted.length() / 3)));
    boolean hasLetter = wanted.codePoints().anyMatch(Character::isLetter);
    LevenshteinDistance distance = new LevenshteinDistance(limit);
    String best = null;
    int fewest = limit + 1;
    for (String candidate : candidates) {
      int edits = distance.apply(wanted, candidate.toLowerCase(Locale.ROOT));
      boolean isNear = hasLetter || edits <= 1 || areNeighboursSwapped(wanted, candidate);
      if (edits >= 0 && edits < fewest && isNear) {
        best = candidate;
        fewest = edits;
      }
    }
    return Optional.ofNullable(best);
  }

  private static boolean areNeighboursSwapped(String word, String other) {
    int at = 0;
    while (at < word.length() - 1 && at < other.length() && word.charAt(at) == other.charAt(at)) {
      at++;
    }
    return word.length() == other.length()
        && at < word.length() - 1
        && word.charAt(at) == other.charAt(at + 1)
        && word.charAt(at + 1) == other.charAt(at)
        && word.substring(at + 2).equals(other.substring(at + 2));
  }

  /** {@code "; did you mean X?"}, or nothing where no candidate is near. */
  public static String hint(String word, Collection<String> candidates) {
    return to(word, candidates).map(near -> "; did you mean " + near + "?").orElse("");
  }
}
