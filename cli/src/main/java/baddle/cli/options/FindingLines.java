package baddle.cli.options;

import baddle.app.check.CausedFindings;
import baddle.core.finding.Finding;
import baddle.core.finding.NumberText;
import baddle.core.finding.Severity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** Findings as lines: those that say the same of several places are one, with the first place. */
public final class FindingLines {

  private static final int MOST_NOTES = 5;

  private static final String FOLLOWING = "         follows from it: ";

  private FindingLines() {}

  /** One line for each finding, with the amount it touches, as it wants doing. */
  public static List<String> brief(CausedFindings caused) {
    return caused.causes().stream()
        .flatMap(
            cause ->
                Stream.concat(
                    Stream.of(cause), caused.followOns().getOrDefault(cause, List.of()).stream()))
        .map(
            finding ->
                head(finding)
                    + finding
                        .amount()
                        .filter(amount -> amount.signum() != 0)
                        .map(amount -> " (" + NumberText.exact(amount) + ")")
                        .orElse(""))
        .toList();
  }

  private static String head(Finding finding) {
    return String.format(Locale.ROOT, "%-7s  ", finding.severity().name().toLowerCase(Locale.ROOT))
        + named(finding);
  }

  /** Its code and its place. */
  private static String named(Finding finding) {
    String place = finding.place().toString();
    return finding.code().id() + (place.isEmpty() ? "" : ": " + place);
  }

  /**
   * The lines.
   *
   * @param all whether every place and every note is shown
   */
  public static List<String> of(List<Finding> findings, boolean all) {
    return of(new CausedFindings(findings, Map.of()), all);
  }

  /** The lines, those of follow-on findings under what causes them. */
  public static List<String> of(CausedFindings caused, boolean all) {
    List<Finding> findings = caused.causes();
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
        cause.stream()
            .flatMap(one -> caused.followOns().getOrDefault(one, List.of()).stream())
            .forEach(one -> lines.add(FOLLOWING + named(one) + ": " + one.message()));
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
    String more =
        findings.size() == 1 || all
            ? ""
            : findings.size() == 2
                ? " and 1 more place"
                : " and " + (findings.size() - 1) + " more places";
    lines.add(head(cause) + (cause.place().toString().isEmpty() ? "" : more));
    if (all) {
      findings.stream().skip(1).forEach(finding -> lines.add("         also " + finding.place()));
    }
    lines.add("         " + message(findings));
    if (!cause.remedy().isEmpty()) {
      lines.add("         to do: " + cause.remedy());
    }
  }
}
