package baddle.cli.build;

import baddle.app.compare.Comparison;
import baddle.app.compare.Movement;
import baddle.app.compare.SourceChange;
import baddle.app.fill.FillResult;
import baddle.app.run.RunResult;
import baddle.cli.options.FindingJson;
import baddle.cli.options.FindingLines;
import baddle.cli.options.JsonText;
import baddle.cli.options.LoadText;
import baddle.cli.out.FillText;
import baddle.cli.prove.CompareText;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** The page that says what a run did. */
final class RunText {

  private static final int MOVEMENTS = 3;
  private static final int SOURCES = 12;

  /** Less than this isn't seen in figures with two places. */
  private static final BigDecimal LEAST = new BigDecimal("0.005");

  private final RunResult result;
  private final TextStyle style;
  private final Path folder;
  private final List<String> lines = new ArrayList<>();

  RunText(RunResult result, TextStyle style, Path folder) {
    this.result = result;
    this.style = style;
    this.folder = folder;
  }

  List<String> lines(boolean all) {
    lines.add(
        result
            .consolidated()
            .made()
            .map(batch -> "Batch " + batch)
            .orElse("Nothing has changed since batch " + result.checked().batch()));
    lines.add("Completeness: " + result.checked().completeness().line());
    result.moved().ifPresent(this::sources);
    findings(all);
    result.moved().ifPresent(this::movements);
    reports();
    return lines;
  }

  private void title(String title) {
    lines.add("");
    lines.add(style.strong(title));
  }

  private void sources(Comparison moved) {
    if (moved.sources().isEmpty()) {
      return;
    }
    title("Sources since batch " + result.before().orElseThrow().number());
    new CompareText(style, BigDecimal.ZERO, SOURCES)
        .sources(moved.sources())
        .forEach(line -> lines.add("  " + line));
  }

  private void findings(boolean all) {
    List<Finding> open = result.findings();
    title(
        "Findings: "
            + count(Severity.ERROR, "error")
            + ", "
            + count(Severity.WARNING, "warning")
            + ", "
            + count(Severity.NOTE, "note"));
    if (result.before().isEmpty()) {
      List<Finding> shown = all ? open : open.stream().filter(RunText::isGrave).toList();
      FindingLines.of(shown, all).forEach(line -> lines.add("  " + line));
      return;
    }
    part("new", result.added(), all);
    part("resolved", result.resolved(), all);
    long still = open.stream().filter(f -> isGrave(f) && !result.added().contains(f)).count();
    if (still > 0) {
      lines.add("  still open: " + still + " errors and warnings; baddle check lists them");
    }
  }

  private static boolean isGrave(Finding finding) {
    return finding.severity() != Severity.NOTE;
  }

  private String count(Severity severity, String noun) {
    long count = result.count(severity);
    return count + " " + noun + (count == 1 ? "" : "s");
  }

  private void part(String what, List<Finding> findings, boolean all) {
    List<Finding> shown = all ? findings : findings.stream().filter(RunText::isGrave).toList();
    if (!shown.isEmpty()) {
      lines.add("  " + what + ":");
      FindingLines.of(shown, all).forEach(line -> lines.add("    " + line));
    }
  }

  private void movements(Comparison moved) {
    TextTable table =
        new TextTable(3, List.of("summary", "at", "measure", "before", "now", "movement", "%"));
    boolean any = false;
    for (Comparison.Summary summary : moved.summaries()) {
      List<Movement> shown =
          Stream.concat(summary.totals().stream(), summary.movements().stream().limit(MOVEMENTS))
              .filter(movement -> movement.amount().abs().compareTo(LEAST) >= 0)
              .toList();
      for (Movement movement : shown) {
        any = true;
        List<String> cells = new ArrayList<>(List.of(summary.name()));
        cells.addAll(CompareText.cells(movement));
        table.add(cells);
      }
    }
    if (any) {
      title("Movements: totals and the largest of each summary");
      table.lines(style).forEach(line -> lines.add("  " + line));
      lines.add("  baddle compare shows all, and which sources caused them");
    }
  }

  private void reports() {
    if (result.written().isEmpty() && result.unchanged().isEmpty() && result.tables().isEmpty()) {
      lines.add("");
      lines.add("The plan has no reports: or fills: to write.");
      return;
    }
    title("Reports");
    result.written().forEach(file -> lines.add("  written: " + relative(file)));
    result.unchanged().forEach(file -> lines.add("  as it was: " + relative(file)));
    result.tables().forEach(table -> lines.add("  " + LoadText.line(table)));
    if (result.filled().stream().anyMatch(FillResult::wantsEye)) {
      title("Filled workbooks that want a look");
      new FillText(folder)
          .lines(result.filled().stream().filter(FillResult::wantsEye).toList(), false)
          .forEach(line -> lines.add("  " + line));
    }
  }

  private String relative(Path file) {
    Path absolute = file.toAbsolutePath().normalize();
    return absolute.startsWith(folder.toAbsolutePath())
        ? folder.toAbsolutePath().relativize(absolute).toString()
        : absolute.toString();
  }

  String json() throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeNumberField("batch", result.checked().batch().number());
          json.writeBooleanField("changed", result.consolidated().made().isPresent());
          json.writeBooleanField("adds_up", result.checked().addsUp());
          json.writeArrayFieldStart("sources");
          for (SourceChange change : result.moved().map(Comparison::sources).orElse(List.of())) {
            json.writeStartObject();
            json.writeStringField("source", change.path());
            json.writeStringField("change", change.kind().word());
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeArrayFieldStart("findings");
          for (Finding finding : result.findings()) {
            FindingJson.write(finding, json);
          }
          json.writeEndArray();
          JsonText.strings(json, "written", result.written().stream().map(this::relative).toList());
          JsonText.strings(
              json, "as_they_were", result.unchanged().stream().map(this::relative).toList());
          json.writeArrayFieldStart("fills");
          for (FillResult filled : result.filled()) {
            new FillText(folder).write(filled, json);
          }
          json.writeEndArray();
          LoadText.write(json, result.tables());
          json.writeEndObject();
        });
  }
}
