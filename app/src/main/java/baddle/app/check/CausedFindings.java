package baddle.app.check;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Findings in the order in which they want doing, those that only follow from another under that:
 * errors first, then the largest amount first.
 *
 * @param causes those that follow from no other
 * @param followOns what follows from them
 */
public record CausedFindings(List<Finding> causes, Map<Finding, List<Finding>> followOns) {

  /** The findings that the repeat of a source brings with it. */
  private static final Set<FindingCode> OF_REPEATS =
      Set.of(FindingCode.DUPLICATE_IN_SOURCE, FindingCode.DUPLICATE_BETWEEN_SOURCES);

  /** The findings that a source brings with it which isn't read or repeats another. */
  private static final Set<FindingCode> OF_SOURCES =
      Set.of(FindingCode.PERIOD_MISSING, FindingCode.PERIOD_UNEXPECTED, FindingCode.FILE_GONE);

  /** The findings that others can follow from. */
  private static final Set<FindingCode> CAUSES =
      Set.of(
          FindingCode.ROWS_HELD,
          FindingCode.TOTAL_SUSPECTED,
          FindingCode.FILE_REPEATS,
          FindingCode.SHEET_PASSED_OVER,
          FindingCode.FILE_NOT_WANTED,
          FindingCode.FILE_UNREADABLE,
          FindingCode.NO_TABLE,
          FindingCode.HEADING_MISSING);

  private static final BigDecimal MORE_THAN_ANY = new BigDecimal("1e30");

  private static final Comparator<Finding> URGENCY =
      Comparator.comparing(Finding::severity)
          .reversed()
          .thenComparing(CausedFindings::size, Comparator.reverseOrder());

  /** Copies the collections. */
  public CausedFindings {
    causes = List.copyOf(causes);
    followOns = Map.copyOf(followOns);
  }

  /** Sorts findings. */
  public static CausedFindings of(List<Finding> findings) {
    Map<Finding, List<Finding>> followOns = new LinkedHashMap<>();
    Set<Finding> following = new HashSet<>();
    List<Finding> possible = findings.stream().filter(one -> CAUSES.contains(one.code())).toList();
    for (Finding finding : findings) {
      if (!mayFollow(finding)) {
        continue;
      }
      cause(finding, possible)
          .filter(cause -> !following.contains(cause))
          .ifPresent(
              cause -> {
                following.add(finding);
                followOns.computeIfAbsent(cause, c -> new ArrayList<>()).add(finding);
              });
    }
    List<Finding> causes =
        findings.stream().filter(one -> !following.contains(one)).sorted(URGENCY).toList();
    return new CausedFindings(causes, followOns);
  }

  /** An error whose amount nobody knows comes before all amounts; another finding after them. */
  private static BigDecimal size(Finding finding) {
    return finding
        .amount()
        .map(BigDecimal::abs)
        .orElse(finding.isError() ? MORE_THAN_ANY : BigDecimal.ONE.negate());
  }

  private static boolean mayFollow(Finding finding) {
    return finding.code() == FindingCode.CONTROL_TOTAL_DIFFERS
        || OF_REPEATS.contains(finding.code())
        || OF_SOURCES.contains(finding.code());
  }

  private static Optional<Finding> cause(Finding finding, List<Finding> possible) {
    return possible.stream()
        .filter(other -> !other.equals(finding) && causes(other, finding))
        .findFirst();
  }

  private static boolean causes(Finding cause, Finding finding) {
    Place source = cause.place().source();
    boolean sameSource = source.file() != null && source.equals(finding.place().source());
    return switch (cause.code()) {
      case ROWS_HELD, TOTAL_SUSPECTED ->
          sameSource && finding.code() == FindingCode.CONTROL_TOTAL_DIFFERS;
      case FILE_REPEATS ->
          (sameSource && OF_REPEATS.contains(finding.code())) || names(finding, source);
      default -> names(finding, source);
    };
  }

  private static boolean names(Finding finding, Place source) {
    return OF_SOURCES.contains(finding.code())
        && source.file() != null
        && (finding.message() + " " + finding.remedy()).contains(source.toString());
  }
}
