package baddle.core.finding;

import java.util.Collection;
import java.util.stream.Collectors;

/** Names one after the other, for a message that a person can still read. */
public final class Listing {

  private static final int MOST = 20;

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
}
