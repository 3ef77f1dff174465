package baddle.core.expression;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The functions that make one value of many rows: set functions of the SQL standard, and ours. */
public enum Aggregate {
  /** The sum of the filled values; blank where there is none. */
  SUM,
  /** How many values are filled, or how many rows there are. */
  COUNT,
  /** The sum of the filled values divided by their number; blank where there is none. */
  AVG,
  /** The least filled value. */
  MIN,
  /** The greatest filled value. */
  MAX,
  /** The middle value, or the mean of the two in the middle. */
  MEDIAN,
  /** The value below which a share of the values lies, interpolated between two. */
  PERCENTILE_CONT,
  /** The standard deviation of all the values there are. */
  STDDEV_POP,
  /** The standard deviation of a sample. */
  STDDEV_SAMP,
  /** The sum over the rows of the first period there is. */
  FIRST,
  /** The sum over the rows of the last period there is: balances add up over sites, not time. */
  LATEST,
  /** The value of the last row of the last day. */
  LAST;

  /** The function's name as it is written. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  static Optional<Aggregate> of(String word) {
    return Arrays.stream(values()).filter(a -> a.word().equalsIgnoreCase(word)).findFirst();
  }

  static List<String> words() {
    return Arrays.stream(values()).map(Aggregate::word).toList();
  }
}
