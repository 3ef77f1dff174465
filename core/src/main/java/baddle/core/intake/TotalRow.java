package baddle.core.intake;

import baddle.core.value.ValueProfile;
import java.util.Locale;
import java.util.Set;

/**
 * A row of a table that states a total.
 *
 * @param column where its label is, from 0
 * @param label its label
 * @param filled the columns that hold anything in it
 */
public record TotalRow(int column, String label, Set<Integer> filled) {

  /** What a total is of, as its label puts it. */
  public enum Kind {
    /** Of one part: "Subtotal". */
    SUB("^sub[ -]?total"),
    /** Of one part that it names: "Dunmere total", "Total for Dunmere". */
    NAMED("^totals? (for|of)\\b|. totals?:?$"),
    /** Just "Total". */
    PLAIN("^totals?:?$"),
    /** Of all: "Grand total". */
    GRAND("^grand[ -]?totals?"),
    /** Begins with the word, and may be something else. */
    UNSURE("^totals?\\b");

    private final String pattern;

    Kind(String pattern) {
      this.pattern = pattern;
    }

    /** A pattern of such labels in small letters. */
    public String pattern() {
      return pattern;
    }
  }

  /** Copies the set. */
  public TotalRow {
    filled = Set.copyOf(filled);
  }

  /** What it is of. */
  public Kind kind() {
    String small = label.toLowerCase(Locale.ROOT).replaceAll("\\s+", " ").strip();
    if (small.startsWith("sub")) {
      return Kind.SUB;
    }
    if (small.startsWith("grand")) {
      return Kind.GRAND;
    }
    if (small.matches("totals?:?")) {
      return Kind.PLAIN;
    }
    boolean begins = small.startsWith("total");
    return begins && !small.matches("totals? (for|of)\\b.*") ? Kind.UNSURE : Kind.NAMED;
  }

  /** Whether a text is what totals are called. */
  public static boolean isLabel(String text) {
    return ValueProfile.isTotalLabel(text);
  }
}
