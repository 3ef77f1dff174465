package baddle.core.finding;

import java.util.Collection;
import java.util.Locale;
import java.util.stream.Collectors;

/** Names and values as a message has them that a person can still read. */
public final class Listing {

  private static final int MOST = 20;

  /** Characters of a value. */
  private static final int LONGEST = 200;

  /** A name may be a value in quotes already. */
  private static final int LONGEST_NAME = 2 * LONGEST;

  private Listing() {}

  /** The first twenty, and how many more there are. */
  public static String of(Collection<String> names) {
    return of(names, MOST);
  }

  /** The first ones, and how many more there are; names too long to be read are cut. */
  public static String of(Collection<String> names, int most) {
    String first =
        names.stream()
            .limit(most)
            .map(name -> shortened(name, LONGEST_NAME))
            .collect(Collectors.joining(", "));
    int more = names.size() - most;
    return more > 0 ? first + " and " + more + " more" : first;
  }

  /** A value in quotes, cut where it is too long to be read; {@code a blank} for none. */
  public static String quoted(String value) {
    return value.isEmpty() ? "a blank" : shortened(value, LONGEST, "\"");
  }

  /** A text, cut where it has more characters than that. */
  public static String shortened(String text, int most) {
    return shortened(text, most, "");
  }

  private static String shortened(String text, int most, String quote) {
    if (text.length() <= most || text.codePointCount(0, text.length()) <= most) {
      return quote + text + quote;
    }
    return String.format(
        Locale.ROOT,
        "%s%s\u2026%s (%,d characters)",
        quote,
        text.substring(0, text.offsetByCodePoints(0, most)),
        quote,
        text.length());
  }
}
