package baddle.cli;

import baddle.app.check.CheckResult;
import baddle.app.draft.Trial;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import baddle.reports.CrosstabLayout;
import baddle.reports.TextCrosstab;
import baddle.reports.TextStyle;
import java.util.ArrayList;
import java.util.List;

/** What a drafted plan makes of the files, as text. */
final class TrialText {

  /** More findings are only counted: the figures should be in sight. */
  private static final int MOST = 5;

  private TrialText() {}

  /**
   * The lines.
   *
   * @param room how many characters a line may have; 0 for any
   */
  static List<String> lines(Trial trial, TextStyle style, int room) {
    List<String> lines = new ArrayList<>();
    lines.add("");
    lines.add(style.strong("Tried with these files; nothing is stored"));
    ConsolidateText.whatCameIn(trial.consolidated(), style)
        .forEach(line -> lines.add(line.isEmpty() ? line : "  " + line));
    trial.checked().ifPresent(checked -> check(checked, lines));
    trial
        .figures()
        .ifPresent(
            figures -> {
              lines.add("");
              CrosstabLayout layout = new CrosstabLayout(figures.crosstabs().get(0));
              lines.addAll(new TextCrosstab(layout, style).lines(room));
            });
    return lines;
  }

  private static void check(CheckResult checked, List<String> lines) {
    long totals = checked.totals().size();
    long ties = checked.totals().stream().filter(line -> line.total().ties()).count();
    if (totals > 0) {
      lines.add("  Control totals: " + ties + " of " + totals + " tie");
    }
    List<Finding> serious =
        checked.findings().stream().filter(one -> one.severity() != Severity.NOTE).toList();
    if (!serious.isEmpty()) {
      lines.add("");
      FindingLines.of(serious.subList(0, Math.min(MOST, serious.size())), true)
          .forEach(line -> lines.add("  " + line));
      if (serious.size() > MOST) {
        lines.add(
            "  and "
                + (serious.size() - MOST)
                + " more; once it is consolidated, baddle check lists them all");
      }
    }
  }
}
