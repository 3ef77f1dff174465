package baddle.app.consolidate;

import baddle.app.reading.ReadSource;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Which columns had a heading in the sources of each feed so far, those of other files. */
final class EarlierHeadings {

  private final Map<String, Map<String, List<Set<String>>>> absentByFeed;

  /**
   * Of sources that are known.
   *
   * @param absentByFeed what they lack, by feed and path, once for each source
   */
  EarlierHeadings(Map<String, Map<String, List<Set<String>>>> absentByFeed) {
    this.absentByFeed = new HashMap<>(absentByFeed);
  }

  /** The findings of a file, graver where it lacks a heading that earlier files had; notes it. */
  List<Finding> judged(FileOutcome outcome) {
    String feed = outcome.file().file().feed().name();
    String path = outcome.file().file().path();
    Map<String, List<Set<String>>> known = absentByFeed.computeIfAbsent(feed, f -> new HashMap<>());
    List<Finding> findings = new ArrayList<>();
    for (Finding finding : outcome.findings()) {
      findings.add(
          finding.code() == FindingCode.HEADING_ABSENT
              ? judged(finding, lost(outcome, known, path))
              : finding);
    }
    known.put(
        path,
        outcome.sources().stream()
            .map(source -> Set.copyOf(source.intake().treated().absent()))
            .toList());
    return findings;
  }

  private static Set<String> lost(
      FileOutcome outcome, Map<String, List<Set<String>>> known, String path) {
    Set<String> lost = new HashSet<>();
    for (ReadSource source : outcome.sources()) {
      lost.addAll(source.intake().treated().absent());
    }
    lost.removeIf(
        column ->
            known.entrySet().stream()
                .filter(file -> !file.getKey().equals(path))
                .flatMap(file -> file.getValue().stream())
                .allMatch(absent -> absent.contains(column)));
    return lost;
  }

  private static Finding judged(Finding finding, Set<String> lost) {
    return lost.isEmpty()
        ? finding
        : new Finding(
            finding.code(),
            Severity.WARNING,
            finding.place(),
            finding.message()
                + "; earlier files of the feed have "
                + String.join(", ", lost.stream().sorted().toList()),
            "if it was renamed, add its new name to headings: in the plan; else ask the sender",
            finding.tally());
  }
}
