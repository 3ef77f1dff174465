package baddle.app.reference;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the derived columns of a dataset were made by, as hashes.
 *
 * @param plan the plan's words
 * @param files the lookups' files
 * @param rows the rows of datasets that are looked up in; empty where they aren't known yet
 */
public record DerivedBy(String plan, String files, String rows) {

  private static final Pattern TEXT = Pattern.compile("plan (\\w+), files (\\w+), rows (\\w*)");

  /** With the rows of datasets that are looked up in. */
  public DerivedBy withRows(String hash) {
    return new DerivedBy(plan, files, hash);
  }

  /** As it is stored; without the rows, the beginning of what is stored with them. */
  public String text() {
    return "plan " + plan + ", files " + files + ", rows " + rows;
  }

  /** From what was stored; empty for what an older program has written. */
  public static Optional<DerivedBy> parse(String text) {
    Matcher matcher = TEXT.matcher(text);
    return matcher.matches()
        ? Optional.of(new DerivedBy(matcher.group(1), matcher.group(2), matcher.group(3)))
        : Optional.empty();
  }
}
