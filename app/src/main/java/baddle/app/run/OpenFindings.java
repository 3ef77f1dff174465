package baddle.app.run;

import baddle.app.check.CheckResult;
import baddle.app.consolidate.ConsolidateResult;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/** What is open, and how that differs from what was. */
final class OpenFindings {

  private OpenFindings() {}

  /** What is open now and wasn't before; findings whose counts alone differ are the same. */
  static List<Finding> fresh(List<Finding> now, List<Finding> old) {
    return without(now, old, OpenFindings::withoutNumbers);
  }

  /** Findings, each once, that aren't among others. */
  private static List<Finding> without(
      List<Finding> findings, List<Finding> others, Function<Finding, String> key) {
    Set<String> there = new HashSet<>();
    others.forEach(finding -> there.add(key.apply(finding)));
    return findings.stream().filter(finding -> there.add(key.apply(finding))).toList();
  }

  /** What is open no more; that a file went isn't resolved by the next batch. */
  static List<Finding> resolved(List<Finding> old, List<Finding> now) {
    return without(old, now, OpenFindings::place).stream()
        .filter(finding -> finding.code() != FindingCode.FILE_GONE)
        .toList();
  }

  /** What a check found, and what else was found when files were brought in. */
  static List<Finding> of(ConsolidateResult consolidated, CheckResult checked) {
    List<Finding> open = new ArrayList<>(checked.findings());
    open.addAll(without(consolidated.findings(), checked.findings(), OpenFindings::place));
    return open;
  }

  private static String place(Finding finding) {
    return finding.code() + "\n" + finding.place();
  }

  /** A finding whose counts alone differ is the same. */
  private static String withoutNumbers(Finding finding) {
    return place(finding) + "\n" + finding.message().replaceAll("[0-9][0-9,.]*", "0");
  }
}
