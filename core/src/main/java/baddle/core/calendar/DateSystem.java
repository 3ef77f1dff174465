package baddle.core.calendar;

/**
 * How day numbers of workbooks count (ISO/IEC 29500-1, 18.17.4.1). In the 1900 system day 60 is 29
 * February 1900, which never was; the days before it are one off against those after it. In the
 * 1904 system day 0 is 1 January 1904.
 */
public enum DateSystem {
  /** Day 1 is 1 January 1900. */
  FROM_1900("1900", 25_569, 1),
  /** Day 0 is 1 January 1904. */
  FROM_1904("1904", 24_107, 0);

  /** Returned for a number that is no day. */
  public static final long NO_DAY = Long.MIN_VALUE;

  private static final long LAST = 2_958_465;
  private static final long NEVER_WAS = 60;

  private final String word;
  private final long daysTo1970;
  private final long first;

  DateSystem(String word, long daysTo1970, long first) {
    this.word = word;
    this.daysTo1970 = daysTo1970;
    this.first = first;
  }

  /** The year it is called after. */
  public String word() {
    return word;
  }

  /** The days since 1970-01-01 of a day number, or {@link #NO_DAY}. */
  public long epochDay(long number) {
    boolean early = this == FROM_1900 && number < NEVER_WAS;
    boolean none = number < first || number > LAST || (this == FROM_1900 && number == NEVER_WAS);
    return none ? NO_DAY : number - daysTo1970 + (early ? 1 : 0);
  }
}
