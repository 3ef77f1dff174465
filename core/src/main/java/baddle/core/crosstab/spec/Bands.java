package baddle.core.crosstab.spec;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;

/** Bands of numbers: each reaches from its beginning to just below that of the next. */
public final class Bands {

  private final List<BigDecimal> begin;
  private final long[] from;

  /**
   * Some bands.
   *
   * @param begin where each begins, in ascending order
   * @param places the decimal places of the numbers
   */
  public Bands(List<BigDecimal> begin, int places) {
    this.begin = begin;
    this.from =
        begin.stream()
            .mapToLong(
                n -> n.setScale(places, RoundingMode.CEILING).unscaledValue().longValueExact())
            .toArray();
  }

  /** The band of a number, from 1; 0 for those below the first. */
  public long band(long number) {
    int found = Arrays.binarySearch(from, number);
    return found >= 0 ? found + 1 : -found - 1;
  }

  /** A band as it is called: {@code 10 to under 50}. */
  public String label(long band) {
    if (band == 0) {
      return "under " + begin.get(0).toPlainString();
    }
    String first = begin.get((int) band - 1).toPlainString();
    return band == begin.size()
        ? first + " and over"
        : first + " to under " + begin.get((int) band).toPlainString();
  }
}
