package baddle.cli.options;

import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Findings as lines: those that say the same of several places are one, with the first place. */
public final class FindingLines {

  private static final int MOST_NOTES = 5;

  private FindingLines() {}

  /**
   * The lines.
   *
   * @param all whether every place and every note is shown
   */
  public static List<String> of(List<Finding> findings, boolean all) {
    Map<String, List<Finding>> causes = new LinkedHashMap<>();
    for (Finding f : findings) {
      String cause = String.join("\n", f.code().id(), f.severity().name(), cause(f));
      causes.computeIfAbsent(cause, c -> new ArrayList<>()).add(f);
    }
    List<String> lines = new ArrayList<>();
    int notes = 0;
    for (List<Finding> cause : causes.values()) {
      boolean note = cause.get(0).severity() == Severity.NOTE;
      notes += note ? 1 : 0;
      if (all || !note || notes <= MOST_NOTES) {
        add(cause, all, lines);
      }
    }
    if (!all && notes > MOST_NOTES) {
      lines.add("and " + (notes - MOST_NOTES) + " more notes; --verbose shows them");
    }
    return lines;
  }

  /** What findings have in common that are told as one. */
  private static String cause(Finding finding) {
    return finding
        .tally()
        .map(tally -> finding.place().heading() + "\n" + tally.value() + "\n" + tally.cause())
        .orElse(finding.message());
  }

  /** What they say, their rows added up. */
  private static String message(List<Finding> findings) {
    Finding first = findings.get(0);
    if (first.tally().isEmpty() || findings.size() == 1) {
      return first.message();
    }
    Finding.Tally tally = first.tally().get();
    long rows =
        findings.stream().flatMap(f -> f.tally().stream()).mapToLong(Finding.Tally::rows).sum();
    return new Finding.Tally(rows, tally.value(), tally.cause()).message(first.code());
  }

  private static void add(List<Finding> findings, boolean all, List<String> lines) {
    Finding cause = findings.get(0);
    String severity = cause.severity().name().toLowerCase(Locale.ROOT);
    String place = cause.place().toString();
    String more =
        findings.size() == 1 || all
            ? ""
            : findings.size() == 2
                ? " and 1 more place"
                : " and " + (findings.size() - 1) + " more places";
    String head = String.format(Locale.ROOT, "%-7s  %s", severity, cause.code().id());
    lines.add(place.isEmpty() ? head : head + ": " + place + more);
    if (all) {
      findings.stream().skip(1).forEach(finding -> lines.add("         also " + finding.place()));
    }
    lines.add("         " + message(findings));
    if (!cause.remedy().isEmpty()) {
      lines.add("         to do: " + cause.remedy());
    }
  }
}
