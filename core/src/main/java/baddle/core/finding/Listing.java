package baddle.core.finding;

import java.util.Collection;
import java.util.Locale;
import java.util.stream.Collectors;

/** Names and values as a message has them that a person can still read. */
public final class Listing {

  private static final int MOST = 20;

  /** Characters of a value. */
  private static final int LONGEST = 200;

  private Listing() {}

  /** The first twenty, and how many more there are. */
  public static String of(Collection<String> names) {
    return of(names, MOST);
  }

  /** The first ones, and how many more there are. */
  public static String of(Collection<String> names, int most) {
    String first = names.stream().limit(most).collect(Collectors.joining(", "));
    int more = names.size() - most;
    return more > 0 ? first + " and " + more + " more" : first;
  }

  /** A value in quotes, cut where it is too long to be read; {@code a blank} for none. */
  public static String quoted(String value) {
    if (value.isEmpty()) {
      return "a blank";
    }
    int end =
        value.codePointCount(0, value.length()) <= LONGEST
            ? value.length()
            : value.offsetByCodePoints(0, LONGEST);
    return end == value.length()
        ? '"' + value + '"'
        : String.format(
            Locale.ROOT, "\"%s\u2026\" (%,d characters)", value.substring(0, end), value.length());
  }
}
