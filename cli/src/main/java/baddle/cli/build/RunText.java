package baddle.cli.build;

import baddle.app.check.CausedFindings;
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
import baddle.cli.terminal.LineWrap;
import baddle.core.finding.Finding;
import baddle.core.finding.Listing;
import baddle.core.finding.NumberText;
import baddle.core.finding.Severity;
import baddle.core.outcome.Completeness;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/** The page that says what a run did. */
final class RunText {

  private static final int MOVEMENTS = 12;
  private static final int SOURCES = 12;

  /** Less than this isn't seen in figures with two places. */
  private static final BigDecimal LEAST = new BigDecimal("0.005");

  /** More files of one folder are a count. */
  private static final int MOST_IN_FOLDER = 3;

  private final RunResult result;
  private final TextStyle style;
  private final Path folder;
  private final int width;
  private final boolean all;
  private final List<String> lines = new ArrayList<>();

  /**
   * Of a run.
   *
   * @param width how many characters a line of text has at most; 0 for any number
   * @param all whether everything is listed
   */
  RunText(RunResult result, TextStyle style, Path folder, int width, boolean all) {
    this.result = result;
    this.style = style;
    this.folder = folder;
    this.width = width;
    this.all = all;
  }

  List<String> lines() {
    text(
        result
                .consolidated()
                .made()
                .map(batch -> "Batch " + batch)
                .orElse("Nothing has changed since batch " + result.checked().batch())
            + ": "
            + state(),
        2);
    todo();
    title("What came");
    result.moved().ifPresent(this::sources);
    text("  " + result.checked().completeness().line(), 2);
    result.moved().ifPresent(this::movements);
    reports();
    return lines;
  }

  /** What is open, and whether everything is accounted for. */
  private String state() {
    List<String> open = new ArrayList<>();
    for (Severity severity : List.of(Severity.ERROR, Severity.WARNING)) {
      long count = result.count(severity);
      if (count > 0) {
        open.add(NumberText.counted(count, severity.name().toLowerCase(Locale.ROOT)));
      }
    }
    Completeness completeness = result.checked().completeness();
    return (open.isEmpty() ? "nothing is open" : String.join(" and ", open))
        + "; "
        + (completeness.addsUp()
            ? (completeness.cells().notRead() == 0 ? "every row and every cell" : "every row")
                + (completeness.unreadFiles() == 0 ? "" : " of the files that are read")
                + " is accounted for"
            : "the rows DO NOT ADD UP");
  }

  private void text(String line, int hang) {
    lines.addAll(LineWrap.lines(line, hang, width));
  }

  private void title(String title) {
    lines.add("");
    lines.add(style.strong(title));
  }

  private void sources(Comparison moved) {
    if (moved.sources().isEmpty()) {
      return;
    }
    new CompareText(style, BigDecimal.ZERO, SOURCES)
        .sources(moved.sources())
        .forEach(line -> lines.add("  " + line));
  }

  private void todo() {
    List<Finding> open = result.findings();
    if (result.before().isEmpty()) {
      part("To do", open);
    } else {
      part("To do, new since batch " + result.before().orElseThrow().number(), result.added());
      List<Finding> still =
          open.stream().filter(one -> isShown(one) && !result.added().contains(one)).toList();
      if (!still.isEmpty()) {
        title("To do, open before too; baddle check says what");
        FindingLines.brief(CausedFindings.of(still)).forEach(line -> text("  " + line, 9));
      }
      if (result.resolved().stream().anyMatch(this::isShown)) {
        title("Done since then");
        FindingLines.brief(
                CausedFindings.of(result.resolved().stream().filter(this::isShown).toList()))
            .forEach(line -> text("  " + line, 9));
      }
    }
    long others = open.stream().filter(finding -> !isShown(finding)).count();
    if (others > 0) {
      lines.add("");
      lines.add(
          NumberText.counted(others, "note")
              + (others == 1 ? " touches" : " touch")
              + " no amount; --verbose lists "
              + (others == 1 ? "it" : "them"));
    }
  }

  /** Whether a finding wants doing, or touches an amount. */
  private boolean isShown(Finding finding) {
    return all || finding.severity() != Severity.NOTE || finding.touchesAmount();
  }

  private void part(String what, List<Finding> findings) {
    List<Finding> shown = findings.stream().filter(this::isShown).toList();
    if (!shown.isEmpty()) {
      title(what);
      FindingLines.of(CausedFindings.of(shown), true)
          .forEach(line -> text("  " + line, line.startsWith(" ") ? 2 : 9));
    }
  }

  private void movements(Comparison moved) {
    TextTable table =
        new TextTable(3, List.of("summary", "at", "measure", "before", "now", "movement", "%"));
    Set<List<String>> told = new HashSet<>();
    for (Comparison.Summary summary : moved.summaries()) {
      List<Movement> shown =
          Stream.concat(
                  summary.totals().stream(),
                  summary.movements().stream().limit(all ? Long.MAX_VALUE : 1))
              .filter(movement -> movement.amount().abs().compareTo(LEAST) >= 0)
              .toList();
      for (Movement movement : shown) {
        List<String> cells = CompareText.cells(movement);
        if (told.add(cells.subList(1, cells.size())) && (all || told.size() <= MOVEMENTS)) {
          List<String> line = new ArrayList<>(List.of(summary.name()));
          line.addAll(cells);
          table.add(line);
        }
      }
    }
    int more = all ? 0 : Math.max(0, told.size() - MOVEMENTS);
    List<String> notes =
        moved.summaries().stream().flatMap(one -> one.notes().stream()).distinct().toList();
    if (!told.isEmpty() || !notes.isEmpty()) {
      title("What moved: totals and the largest of each summary");
      notes.forEach(note -> text("  " + note, 2));
    }
    if (!told.isEmpty()) {
      table.lines(style).forEach(line -> lines.add("  " + line));
      lines.add(
          (more == 0 ? "  " : "  and " + more + " more; ")
              + "baddle compare shows all, and which sources caused them");
    }
  }

  private void reports() {
    if (result.written().isEmpty() && result.unchanged().isEmpty() && result.tables().isEmpty()) {
      lines.add("");
      lines.add("The plan has no reports: or fills: to write.");
      return;
    }
    title("What was written");
    if (!result.written().isEmpty()) {
      text("  " + String.join(", ", files(result.written())), 0);
    }
    FillText.sheets(result.filled()).forEach(line -> text("  " + line, 2));
    result.tables().forEach(table -> text("  " + LoadText.line(table), 2));
    if (!result.unchanged().isEmpty()) {
      text(
          all
              ? "  unchanged: " + String.join(", ", files(result.unchanged()))
              : "  "
                  + NumberText.counted(result.unchanged().size(), "report")
                  + (result.unchanged().size() == 1 ? " is" : " are")
                  + " unchanged",
          2);
    }
    removed();
    if (result.filled().stream().anyMatch(FillResult::wantsEye)) {
      title("Filled workbooks that want a look");
      new FillText(folder)
          .lines(result.filled().stream().filter(FillResult::wantsEye).toList(), false)
          .forEach(line -> lines.add("  " + line));
    }
  }

  /** Reports of values that have gone. */
  private void removed() {
    if (!result.removed().isEmpty()) {
      text(
          "  removed, because the data no longer has rows for them: " + names(result.removed()), 2);
    }
    if (!result.gone().isEmpty()) {
      text(
          "  from an earlier batch, because the data no longer has rows for them: "
              + names(result.gone())
              + "; remove them, or set when_gone: remove for the report",
          2);
    }
  }

  private String names(List<Path> files) {
    return Listing.of(files.stream().map(this::relative).toList());
  }

  /** Files by their names; many of one folder as a count. */
  private List<String> files(List<Path> files) {
    Map<String, List<String>> byFolder = new LinkedHashMap<>();
    for (Path file : files) {
      String name = relative(file);
      byFolder
          .computeIfAbsent(name.substring(0, name.lastIndexOf('/') + 1), f -> new ArrayList<>())
          .add(name);
    }
    List<String> shown = new ArrayList<>();
    byFolder.forEach(
        (of, names) -> {
          if (all || of.isEmpty() || names.size() <= MOST_IN_FOLDER) {
            shown.addAll(names);
          } else {
            shown.add(of + " (" + names.size() + " files)");
          }
        });
    return shown;
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
              json, "unchanged", result.unchanged().stream().map(this::relative).toList());
          JsonText.strings(json, "gone", result.gone().stream().map(this::relative).toList());
          JsonText.strings(json, "removed", result.removed().stream().map(this::relative).toList());
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
