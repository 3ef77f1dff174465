package baddle.app.run;

import baddle.app.LastPeriod;
import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.StylePlan;
import baddle.reports.ReportHead;
import baddle.reports.ReportStyle;
import baddle.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What the reports of a run say besides their figures. */
final class Heads {

  private static final long MOST_LOGO = 500_000;

  private final ReportHead.Trust trust;
  private final ReportStyle style;
  private final String period;
  private final String batch;

  /** Of a batch that has been checked. */
  Heads(Project project, Store store, CheckResult checked) throws IOException {
    this.style = style(project);
    this.trust = trust(checked);
    this.batch = String.valueOf(checked.batch().number());
    this.period =
        LastPeriod.of(project, store, checked.batch().number()).map(Period::toString).orElse("");
  }

  ReportHead of(ReportPlan report) {
    return of(report, Map.of());
  }

  /**
   * What a report says.
   *
   * @param more what else stands for something in its title and subtitle
   */
  ReportHead of(ReportPlan report, Map<String, String> more) {
    ReportPlan.Words words = report.words();
    return new ReportHead(
        filled(words.title(), more),
        filled(words.subtitle(), more),
        words.notes(),
        words.looks(),
        trust,
        style);
  }

  private String filled(String text, Map<String, String> more) {
    String filled = text.replace("{period}", period).replace("{batch}", batch);
    for (Map.Entry<String, String> one : more.entrySet()) {
      filled = filled.replace("{" + one.getKey() + "}", one.getValue());
    }
    return filled;
  }

  /**
   * What the plan wants reports to look like.
   *
   * @throws IOException if the logo can't be read or is too large
   */
  private static ReportStyle style(Project project) throws IOException {
    StylePlan plan = project.plan().style();
    String accent = plan.accent().isEmpty() ? "" : plan.accent().substring(1);
    if (plan.logo().isEmpty()) {
      return new ReportStyle(accent, "");
    }
    Path file = project.folder().resolve(plan.logo());
    if (!Files.isRegularFile(file) || Files.size(file) > MOST_LOGO) {
      throw new IOException(
          "style: the logo "
              + plan.logo()
              + (Files.isRegularFile(file) ? " is larger than 500 kB" : " isn't there"));
    }
    String type = plan.logo().toLowerCase(Locale.ROOT).endsWith(".png") ? "png" : "jpeg";
    String content = Base64.getEncoder().encodeToString(Files.readAllBytes(file));
    return new ReportStyle(accent, "data:image/" + type + ";base64," + content);
  }

  private static ReportHead.Trust trust(CheckResult checked) {
    List<Finding> grave =
        checked.findings().stream().filter(finding -> finding.severity() != Severity.NOTE).toList();
    return new ReportHead.Trust(
        checked.completeness().line(),
        checked.verdict(),
        checked.count(Severity.ERROR) > 0,
        grave.stream().map(Heads::line).toList());
  }

  private static String line(Finding finding) {
    String place = finding.place().toString();
    return finding.severity().name().toLowerCase(Locale.ROOT)
        + ": "
        + finding.code().id()
        + (place.isEmpty() ? "" : ", " + place)
        + ": "
        + finding.message();
  }
}
