package baddle.core.finding;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Locale;

/** Numbers as a person reads them. */
public final class NumberText {

  private NumberText() {}

  /** A count with its digits grouped. */
  public static String count(long number) {
    return String.format(Locale.ROOT, "%,d", number);
  }

  /** What part is of a whole, rounded down so that 100 % is all: {@code 98.9 %}; or nothing. */
  public static String share(long part, long whole) {
    if (whole == 0 || part == whole) {
      return whole == 0 ? "" : "100 %";
    }
    long tenths = part * 1000 / whole;
    return tenths / 10 + "." + tenths % 10 + " %";
  }

  /** So many of something, such as {@code 1 row} or {@code 2 rows}. */
  public static String counted(long number, String one) {
    return count(number) + " " + one + (number == 1 ? "" : "s");
  }

  /** A number with all its digits. */
  public static String exact(BigDecimal number) {
    return rounded(number, Integer.MAX_VALUE);
  }

  /** A number with its digits grouped and so many places at most, rounded half up. */
  public static String rounded(BigDecimal number, int mostPlaces) {
    int places = Math.max(0, Math.min(mostPlaces, number.scale()));
    return String.format(
        Locale.ROOT, "%,." + places + "f", number.setScale(places, RoundingMode.HALF_UP));
  }
}
