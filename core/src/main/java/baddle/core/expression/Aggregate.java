package baddle.core.expression;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The set functions of the SQL standard that a measure can be. */
public enum Aggregate {
  /** The sum of the filled values; blank where there is none. */
  SUM,
  /** How many values are filled, or how many rows there are. */
  COUNT,
  /** The sum of the filled values divided by their number; blank where there is none. */
  AVG;

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
