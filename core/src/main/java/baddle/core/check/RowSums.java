package baddle.core.check;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The sums of a source's rows, by which an overview is found among its details.
 *
 * @param rows how many rows
 * @param sums the sum of each column of numbers
 */
public record RowSums(long rows, Map<String, BigDecimal> sums) {

  /** Sums of fewer digits come about by chance. */
  private static final int LEAST_DIGITS = 4;

  /** Copies the map, in its order. */
  public RowSums {
    sums = Collections.unmodifiableMap(new LinkedHashMap<>(sums));
  }

  /** Both together. */
  public RowSums plus(RowSums other) {
    Map<String, BigDecimal> all = new LinkedHashMap<>(sums);
    other.sums.forEach((column, sum) -> all.merge(column, sum, BigDecimal::add));
    return new RowSums(rows + other.rows, all);
  }

  /**
   * A source whose sums are those of others, so that its amounts are there twice.
   *
   * @param source its place among the sources
   * @param other the place of the one other that it sums; empty where it sums all others
   */
  public record Summed(int source, OptionalInt other) {}

  /** Looks among sources for one that has the sums of all others, or of one with more rows. */
  public static Optional<Summed> find(List<RowSums> sources) {
    if (sources.size() < 2) {
      return Optional.empty();
    }
    RowSums total = sources.stream().reduce(RowSums::plus).orElseThrow();
    for (int i = 0; i < sources.size(); i++) {
      if (sources.get(i).isSumOfOthers(total, sources.size())) {
        return Optional.of(new Summed(i, OptionalInt.empty()));
      }
    }
    for (int i = 0; i < sources.size(); i++) {
      for (int j = 0; j < sources.size(); j++) {
        RowSums own = sources.get(i);
        if (i != j && own.isSummaryOf(sources.get(j))) {
          return Optional.of(new Summed(i, OptionalInt.of(j)));
        }
      }
    }
    return Optional.empty();
  }

  private boolean isSumOfOthers(RowSums total, int sources) {
    for (Map.Entry<String, BigDecimal> column : sums.entrySet()) {
      BigDecimal all = Objects.requireNonNull(total.sums.get(column.getKey()));
      if (all.compareTo(column.getValue().add(column.getValue())) != 0) {
        return false;
      }
    }
    boolean fewer = rows < total.rows - rows;
    return digits() > 0 && (sources == 2 ? fewer : digits() >= LEAST_DIGITS || fewer);
  }

  private boolean isSummaryOf(RowSums other) {
    return digits() >= LEAST_DIGITS
        && rows < other.rows
        && sums.entrySet().stream()
            .allMatch(
                column ->
                    Optional.ofNullable(other.sums.get(column.getKey()))
                        .filter(sum -> sum.compareTo(column.getValue()) == 0)
                        .isPresent());
  }

  private int digits() {
    return sums.values().stream()
        .mapToInt(sum -> sum.signum() == 0 ? 0 : sum.stripTrailingZeros().precision())
        .sum();
  }
}
