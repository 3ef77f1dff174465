package baddle.core.crosstab.spec;

/** What a cross-tab's figures are drawn as. */
public enum ChartKind {
  /** A column for each figure, beside each other. */
  COLUMNS("columns"),
  /** Columns of parts on top of each other. */
  STACKED_COLUMNS("stacked columns"),
  /** Columns that are all as high, of parts in percent. */
  SHARES("100 %"),
  /** A bar from the left for each figure. */
  BARS("bars"),
  /** A line through the figures of each item. */
  LINES("lines");

  private final String word;

  ChartKind(String word) {
    this.word = word;
  }

  /** As it is written in the plan. */
  public String word() {
    return word;
  }

  /** Whether parts are stacked. */
  public boolean isStacked() {
    return this == STACKED_COLUMNS || this == SHARES;
  }
}
