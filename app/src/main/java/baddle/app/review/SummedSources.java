package baddle.app.review;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.store.entry.StoredSample;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Finds a sheet whose amounts are the sum of the other sheets of its file, and a file whose amounts
 * are the sum of the other files of its period: an overview among its details.
 */
public final class SummedSources {

  /** Sums of fewer digits come about by chance. */
  private static final int LEAST_DIGITS = 4;

  private SummedSources() {}

  /** Sources that are compared together, as one. */
  private record Whole(Place place, long rows, Map<String, BigDecimal> sums) {

    Whole plus(Whole other) {
      Map<String, BigDecimal> all = new LinkedHashMap<>(sums);
      other.sums.forEach((column, sum) -> all.merge(column, sum, BigDecimal::add));
      return new Whole(place, rows + other.rows, all);
    }
  }

  /**
   * What there is to report.
   *
   * @param samples of all sources of the dataset
   */
  public static List<Finding> findings(List<StoredSample> samples) {
    List<Finding> findings = new ArrayList<>();
    Map<String, List<Whole>> sheets = new LinkedHashMap<>();
    Map<String, Map<String, Whole>> files = new TreeMap<>();
    for (StoredSample sample : samples) {
      String file = String.valueOf(sample.source().file());
      Whole own = new Whole(sample.source(), sample.hashes().rows(), sample.sums());
      sheets.computeIfAbsent(file, f -> new ArrayList<>()).add(own);
      files
          .computeIfAbsent(sample.period(), p -> new LinkedHashMap<>())
          .merge(file, new Whole(Place.file(file), own.rows, own.sums), Whole::plus);
    }
    for (List<Whole> ofFile : sheets.values()) {
      sumOfOthers(ofFile, "the other sheets of its file").ifPresent(findings::add);
    }
    for (Map<String, Whole> ofPeriod : files.values()) {
      sumOfOthers(List.copyOf(ofPeriod.values()), "the other files of its period")
          .ifPresent(findings::add);
    }
    return findings;
  }

  private static Optional<Finding> sumOfOthers(List<Whole> all, String others) {
    if (all.size() < 2) {
      return Optional.empty();
    }
    Whole total = all.stream().reduce(Whole::plus).orElseThrow();
    return all.stream()
        .filter(one -> isSumOfOthers(one, total, all.size()))
        .findFirst()
        .map(one -> finding(one, others));
  }

  private static boolean isSumOfOthers(Whole one, Whole total, int wholes) {
    int digits = 0;
    for (Map.Entry<String, BigDecimal> column : one.sums.entrySet()) {
      BigDecimal all = Objects.requireNonNull(total.sums.get(column.getKey()));
      if (all.compareTo(column.getValue().add(column.getValue())) != 0) {
        return false;
      }
      digits +=
          column.getValue().signum() == 0 ? 0 : column.getValue().stripTrailingZeros().precision();
    }
    boolean fewer = one.rows < total.rows - one.rows;
    return digits > 0 && (wholes == 2 ? fewer : digits >= LEAST_DIGITS || fewer);
  }

  private static Finding finding(Whole one, String others) {
    String amounts =
        one.sums.entrySet().stream()
            .filter(column -> column.getValue().signum() != 0)
            .map(
                column ->
                    column.getKey()
                        + String.format(
                            Locale.ROOT,
                            " %,." + Math.max(0, column.getValue().scale()) + "f",
                            column.getValue()))
            .collect(Collectors.joining(", "));
    return Finding.of(
        FindingCode.SOURCE_SUMS_OTHERS,
        one.place,
        "its amounts are the sum of " + others + ", and count twice: " + amounts,
        "if it is a summary, leave it out with except_sheets: or except:");
  }
}
