package baddle.core.crosstab.spec;

/**
 * How a measure's values are seen.
 *
 * @param kind what is made of them
 * @param against what a change or variance is against: {@link #PREVIOUS}, {@link #YEAR_BEFORE}, the
 *     label of an item, for a variance the name of a measure, for a running total {@link #DOWN} or
 *     {@link #ACROSS}; empty where nothing is said
 * @param upIsGood whether more is better, for a variance
 */
public record View(Kind kind, String against, boolean upIsGood) {

  /** Against the period before. */
  public static final String PREVIOUS = "previous";

  /** Against the same period a year before. */
  public static final String YEAR_BEFORE = "year before";

  /** A running total along the levels down. */
  public static final String DOWN = "down";

  /** A running total along the levels across. */
  public static final String ACROSS = "across";

  /** The values themselves. */
  public static final View PLAIN = new View(Kind.VALUE, "", true);

  /** What is made of values. */
  public enum Kind {
    /** Nothing. */
    VALUE("value"),
    /** Divided by the total of the column. */
    SHARE_OF_DOWN("share of down"),
    /** Divided by the total of the line. */
    SHARE_OF_ACROSS("share of across"),
    /** Divided by the value of the item it is part of. */
    SHARE_OF_PARENT("share of parent"),
    /** Divided by the total of all. */
    SHARE_OF_GRAND_TOTAL("share of grand total"),
    /** Less the value it is against. */
    CHANGE("change"),
    /** The change divided by the value it is against. */
    CHANGE_PERCENT("change %"),
    /** With all that come before it in time, or else are before it. */
    RUNNING_TOTAL("running total"),
    /** Its place among its like, 1 for the greatest. */
    RANK("rank"),
    /** Less another measure. */
    VARIANCE("variance"),
    /** The variance divided by that measure. */
    VARIANCE_PERCENT("variance %");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    /** As it is written in the plan. */
    public String words() {
      return words;
    }

    /** Whether its values are parts of one. */
    public boolean isShare() {
      return words.startsWith("share") || words.endsWith("%");
    }

    /** Whether it is a difference from something. */
    public boolean isChange() {
      return words.startsWith("change");
    }

    /** Whether it is a difference from a measure. */
    public boolean isVariance() {
      return words.startsWith("variance");
    }
  }
}
