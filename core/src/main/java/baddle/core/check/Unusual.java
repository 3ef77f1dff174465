package baddle.core.check;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Tells whether a figure of the last period lies far from those of the periods before: by more than
 * five times their median deviation from their median, and by more than half of the median. So far
 * from robust statistics; plain enough to be said in a sentence.
 */
public final class Unusual {

  /** Fewer periods before are no history. */
  public static final int LEAST_HISTORY = 6;

  private static final BigDecimal TIMES = BigDecimal.valueOf(5);
  private static final BigDecimal TWO = BigDecimal.valueOf(2);

  /**
   * A figure far from the usual.
   *
   * @param figure the last one
   * @param median the middle of those before
   * @param least the least of those before
   * @param most the greatest of those before
   */
  public record Figure(BigDecimal figure, BigDecimal median, BigDecimal least, BigDecimal most) {}

  private Unusual() {}

  /** Whether the last of some figures is unusual; only one outside all others is. */
  public static Optional<Figure> last(List<BigDecimal> figures) {
    int before = figures.size() - 1;
    if (before < LEAST_HISTORY) {
      return Optional.empty();
    }
    BigDecimal last = figures.get(before);
    List<BigDecimal> history = sorted(figures.subList(0, before));
    BigDecimal median = median(history);
    List<BigDecimal> deviations =
        sorted(history.stream().map(figure -> figure.subtract(median).abs()).toList());
    BigDecimal distance = last.subtract(median).abs();
    boolean far = distance.compareTo(median(deviations).multiply(TIMES)) > 0;
    boolean large = distance.multiply(TWO).compareTo(median.abs()) > 0;
    BigDecimal least = history.get(0);
    BigDecimal most = history.get(before - 1);
    boolean outside = last.compareTo(least) < 0 || last.compareTo(most) > 0;
    return far && large && outside
        ? Optional.of(new Figure(last, median, least, most))
        : Optional.empty();
  }

  private static List<BigDecimal> sorted(List<BigDecimal> figures) {
    List<BigDecimal> sorted = new ArrayList<>(figures);
    sorted.sort(null);
    return sorted;
  }

  private static BigDecimal median(List<BigDecimal> sorted) {
    int middle = sorted.size() / 2;
    if (sorted.size() % 2 == 1) {
      return sorted.get(middle);
    }
    BigDecimal both = sorted.get(middle - 1).add(sorted.get(middle));
    BigDecimal half = both.divide(TWO, both.scale() + 1, RoundingMode.UNNECESSARY);
    boolean longer = half.stripTrailingZeros().scale() > both.scale();
    return longer ? half : half.setScale(both.scale(), RoundingMode.UNNECESSARY);
  }
}
