package baddle.app.consolidate;

import baddle.app.parts.FileOutcome;
import baddle.app.reading.ReadSource;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.intake.SourceIntake;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;

/** Which columns had a heading in the sources of each feed so far, those of other files. */
final class EarlierHeadings {

  private static final int MOST_NAMED = 5;

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
      if (finding.code() == FindingCode.HEADING_ABSENT) {
        addJudged(finding, outcome, columnsOfOthers(known, path), findings);
      } else {
        findings.add(finding);
      }
    }
    known.put(
        path,
        outcome.sources().stream()
            .map(source -> Set.copyOf(source.intake().treated().absent()))
            .toList());
    return findings;
  }

  /** Whether another file of the same sender has a column, or most sources of the feed have it. */
  private static Predicate<String> columnsOfOthers(
      Map<String, List<Set<String>>> known, String path) {
    return column -> {
      long with = 0;
      long without = 0;
      boolean ofSender = false;
      for (Map.Entry<String, List<Set<String>>> file : known.entrySet()) {
        boolean other = !file.getKey().equals(path);
        for (Set<String> absent : other ? file.getValue() : List.<Set<String>>of()) {
          boolean has = !absent.contains(column);
          with += has ? 1 : 0;
          without += has ? 0 : 1;
          ofSender |= has && sender(file.getKey()).equals(sender(path));
        }
      }
      return ofSender || with > without;
    };
  }

  /** Files whose names differ in digits alone come from one sender. */
  static String sender(String path) {
    return path.replaceAll("[0-9]+", "0");
  }

  /** Two findings where it lacks some that earlier files have and some that none has. */
  private static void addJudged(
      Finding finding, FileOutcome outcome, Predicate<String> had, List<Finding> findings) {
    SourceIntake.Treated treated =
        outcome.sources().stream()
            .filter(source -> isOf(source, finding.place()))
            .map(source -> source.intake().treated())
            .findFirst()
            .orElse(SourceIntake.Treated.NOTHING);
    List<String> lost = treated.absent().stream().filter(had).toList();
    List<String> never = treated.absent().stream().filter(had.negate()).toList();
    if (lost.isEmpty()) {
      findings.add(finding);
      return;
    }
    findings.add(
        new Finding(
            finding.code(),
            Severity.WARNING,
            finding.place(),
            "no heading for "
                + String.join(", ", lost)
                + ", which earlier files of the feed have; blank in all its rows"
                + likely(lost, treated.unused()),
            "if it was renamed, add its new name to headings: in the plan; else ask the sender",
            finding.tally()));
    if (!never.isEmpty()) {
      findings.add(
          Finding.of(
              finding.code(),
              finding.place(),
              "no heading for " + String.join(", ", never) + "; blank in all its rows",
              ""));
    }
  }

  private static boolean isOf(ReadSource source, Place place) {
    return source.sheet().equals(Objects.requireNonNullElse(place.sheet(), ""))
        && place.row() == source.intake().headingRow();
  }

  /** Which heading that no column wants may be the one that is missing. */
  private static String likely(List<String> lost, List<String> unused) {
    if (unused.isEmpty()) {
      return "";
    }
    String all =
        Listing.of(unused.stream().map(heading -> '"' + heading + '"').toList(), MOST_NAMED);
    boolean one = lost.size() == 1 && unused.size() == 1;
    return one
        ? "; perhaps " + all + ", which no column wants"
        : "; perhaps one of those no column wants: " + all;
  }
}
