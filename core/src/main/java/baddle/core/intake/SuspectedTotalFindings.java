package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Reports the rows of a source that look like totals and count like others. */
final class SuspectedTotalFindings {

  private SuspectedTotalFindings() {}

  /** One finding for all rows that one rule would leave out, the proved ones as errors. */
  static List<Finding> of(Place source, TotalScan scan) {
    Map<String, List<SuspectedTotal>> byRule = new LinkedHashMap<>();
    for (SuspectedTotal total : scan.found()) {
      byRule
          .computeIfAbsent(total.evidence() + total.condition(), k -> new ArrayList<>())
          .add(total);
    }
    List<Finding> findings = new ArrayList<>();
    byRule.values().forEach(alike -> findings.add(finding(source, alike)));
    return findings;
  }

  private static Finding finding(Place source, List<SuspectedTotal> alike) {
    SuspectedTotal first = alike.get(0);
    Place place = source.atRow(first.rowNumber());
    String label = first.label().isEmpty() ? "" : Listing.quoted(first.label()) + " ";
    String rows =
        alike.size() == 1
            ? label + "looks like a total"
            : String.format(
                Locale.ROOT,
                "%s%,d rows look like totals",
                label.isEmpty() ? "" : label + "and the like: ",
                alike.size());
    return new Finding(
        FindingCode.TOTAL_SUSPECTED,
        first.isProved() ? Severity.ERROR : Severity.WARNING,
        place,
        rows.strip()
            + " and "
            + (alike.size() == 1 ? "counts: " : "count: ")
            + because(first)
            + amounts(alike),
        "if it is a total, leave it out: add to leave_out: of its feed "
            + first.rule()
            + "; if it is none, accept it under checks:",
        Optional.empty(),
        sums(alike).values().stream().findFirst());
  }

  private static String because(SuspectedTotal total) {
    return switch (total.evidence()) {
      case SUM ->
          (total.rows() == 1
                  ? "the row above it has the same "
                  : String.format(
                      Locale.ROOT, "the %,d rows above it add up to its ", total.rows()))
              + String.join(", ", total.tying());
      case LAST_ROW ->
          String.format(
              Locale.ROOT,
              "it is the last row, and the %,d rows above it add up to its %s",
              total.rows(),
              String.join(", ", total.tying()));
      case LABEL -> "its label says so, its amounts aren't the sum of the rows above it";
      case BLANKS -> "it has no " + String.join(", no ", total.blank());
    };
  }

  private static String amounts(List<SuspectedTotal> alike) {
    List<String> texts = new ArrayList<>();
    sums(alike).forEach((column, sum) -> texts.add(column + " " + NumberText.exact(sum)));
    return texts.isEmpty() ? "" : " (" + String.join(", ", texts) + ")";
  }

  private static Map<String, BigDecimal> sums(List<SuspectedTotal> alike) {
    Map<String, BigDecimal> sums = new LinkedHashMap<>();
    for (SuspectedTotal total : alike) {
      total.stated().forEach((column, number) -> sums.merge(column, number, BigDecimal::add));
    }
    return sums;
  }
}
