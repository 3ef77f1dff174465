package baddle.core.value;

/** How a sender writes what could be read in two ways. */
public enum Convention {
  /** {@code 1,234.50}. */
  DECIMAL_POINT("point", "decimal point"),
  /** {@code 1.234,50}. */
  DECIMAL_COMMA("comma", "decimal comma"),
  /** {@code 14/03/2026}. */
  DAY_FIRST("day first", "day first"),
  /** {@code 03/14/2026}. */
  MONTH_FIRST("month first", "month first");

  private final String planWord;
  private final String words;

  Convention(String planWord, String words) {
    this.planWord = planWord;
    this.words = words;
  }

  /** What the plan calls it after {@code decimal:} or {@code dates:}. */
  public String planWord() {
    return planWord;
  }

  /** What a person calls it. */
  public String words() {
    return words;
  }

  /** The other way to write the same. */
  public Convention other() {
    return switch (this) {
      case DECIMAL_POINT -> DECIMAL_COMMA;
      case DECIMAL_COMMA -> DECIMAL_POINT;
      case DAY_FIRST -> MONTH_FIRST;
      case MONTH_FIRST -> DAY_FIRST;
    };
  }

  /** Whether it is about dates rather than numbers. */
  public boolean isOfDates() {
    return this == DAY_FIRST || this == MONTH_FIRST;
  }
}
