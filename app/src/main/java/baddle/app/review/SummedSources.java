package baddle.app.review;

import baddle.core.check.RowSums;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.store.entry.StoredSample;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Finds a sheet whose amounts are the sum of the other sheets of its file, and a file whose amounts
 * are the sum of the other files of its period: an overview among its details.
 */
public final class SummedSources {

  private SummedSources() {}

  /** Sources that are compared together, as one. */
  private record Whole(Place place, RowSums sums) {

    Whole plus(Whole other) {
      return new Whole(place, sums.plus(other.sums));
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
      Whole own = new Whole(sample.source(), new RowSums(sample.hashes().rows(), sample.sums()));
      sheets.computeIfAbsent(file, f -> new ArrayList<>()).add(own);
      files
          .computeIfAbsent(sample.period(), p -> new LinkedHashMap<>())
          .merge(file, new Whole(Place.file(file), own.sums), Whole::plus);
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
    return RowSums.find(all.stream().map(Whole::sums).toList())
        .map(
            summed ->
                finding(
                    all.get(summed.source()),
                    summed.other().isEmpty()
                        ? others
                        : String.valueOf(all.get(summed.other().getAsInt()).place)));
  }

  private static Finding finding(Whole one, String others) {
    String amounts =
        one.sums.sums().entrySet().stream()
            .filter(column -> column.getValue().signum() != 0)
            .map(column -> column.getKey() + " " + NumberText.exact(column.getValue()))
            .collect(Collectors.joining(", "));
    BigDecimal largest =
        one.sums.sums().values().stream()
            .max(Comparator.comparing(BigDecimal::abs))
            .orElse(BigDecimal.ZERO);
    return Finding.of(
            FindingCode.SOURCE_SUMS_OTHERS,
            one.place,
            "its amounts are the sum of " + others + ", and count twice: " + amounts,
            "if it is a summary, leave it out with except_sheets: or except:")
        .touching(largest);
  }
}
