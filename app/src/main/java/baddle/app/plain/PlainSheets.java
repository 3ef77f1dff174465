package baddle.app.plain;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.intake.SourceIntake;
import baddle.core.intake.TotalPolicy;
import baddle.core.outcome.RowCounts;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Chooses the sheets of a file to read, and words the findings of their tables without a plan. */
final class PlainSheets {

  private final PlainChoice choice;
  private final PlainColumns columns;

  PlainSheets(PlainChoice choice, PlainColumns columns) {
    this.choice = choice;
    this.columns = columns;
  }

  TotalPolicy totals() {
    return choice.countsAll() ? TotalPolicy.REPORT : TotalPolicy.LEAVE_OUT;
  }

  /** Whether a sheet is wanted; a file without sheets has one without a name. */
  private boolean isWanted(GridSheet sheet) {
    return choice.sheet().isEmpty()
        || sheet.name().isEmpty()
        || choice.sheet().get().equalsIgnoreCase(sheet.name());
  }

  /** The sheets to read. Hidden ones are read only by their names, and reports never. */
  List<GridSheet> of(GridFile grid) throws IOException {
    return grid.sheets().stream()
        .filter(sheet -> !sheet.isReport() && isWanted(sheet))
        .filter(sheet -> sheet.visible() || choice.sheet().isPresent())
        .toList();
  }

  /** Reports sheets that aren't read. */
  List<Finding> notRead(GridFile grid, String file) throws IOException {
    List<Finding> findings = new ArrayList<>();
    List<GridSheet> read = of(grid);
    for (GridSheet sheet : grid.sheets()) {
      if (!read.contains(sheet) && isWanted(sheet)) {
        boolean report = sheet.isReport();
        findings.add(
            Finding.of(
                report ? FindingCode.REPORT_AS_SOURCE : FindingCode.SHEET_HIDDEN,
                Place.source(file, sheet.name()),
                report
                    ? "a report that baddle wrote is never read as a source"
                    : "a hidden sheet is not read",
                report ? "" : "name it with --sheet to read it"));
      }
    }
    Optional<String> wanted = choice.sheet();
    if (wanted.isPresent() && read.stream().anyMatch(sheet -> sheet.name().isEmpty())) {
      findings.add(
          Finding.of(
                  FindingCode.SHEET_MISSING,
                  Place.file(file),
                  "the file has no sheets; all of it is read, whatever --sheet names",
                  "leave it out if it isn't wanted")
              .with(Severity.NOTE));
    }
    if (read.isEmpty() && wanted.isPresent()) {
      findings.add(
          Finding.of(
              FindingCode.SHEET_MISSING,
              Place.file(file),
              "no sheet is named "
                  + wanted.get()
                  + "; its sheets: "
                  + String.join(", ", grid.sheets().stream().map(GridSheet::name).toList()),
              "correct --sheet"));
    }
    return findings;
  }

  /** Reports a table, or a sheet without one. */
  List<Finding> findings(SourceIntake result, Place place, int sheets) {
    boolean stray =
        sheets > 1
            && result.outcome() == SourceIntake.Outcome.NO_TABLE
            && !result.nearest().anyHeading();
    if (stray) {
      return List.of(
          Finding.of(FindingCode.SHEET_PASSED_OVER, place, "no row has any of the headings", ""));
    }
    return result.findings().stream()
        .filter(finding -> finding.code() != FindingCode.HEADING_NOT_USED)
        .filter(finding -> !isAside(finding))
        .map(this::withoutPlan)
        .toList();
  }

  /** Whether it is about a column that nobody asked for. */
  private boolean isAside(Finding finding) {
    return columns.isChoice()
        && finding.code() == FindingCode.CELLS_NOT_READ
        && finding.place().heading() != null;
  }

  /** Says what to do where there is no plan to be changed. */
  private Finding withoutPlan(Finding finding) {
    return switch (finding.code()) {
      case HEADING_MISSING ->
          finding.withRemedy("name one of the headings that were found, or correct the file");
      case ROWS_HELD -> finding.withRemedy("correct the file, and run the command again");
      case TOTAL_SUSPECTED ->
          choice.countsAll()
              ? finding.with(Severity.NOTE)
              : finding.withRemedy(
                  "if it is a total, leave it out with --where, or correct the file");
      case CELLS_NOT_READ ->
          finding.withRemedy("if they are wanted, name their cells with --range, or their heading");
      default -> finding;
    };
  }

  /** The rows of a table in words. */
  static String counted(RowCounts counts) {
    StringBuilder words = new StringBuilder();
    words.append(NumberText.counted(counts.kept(), "row"));
    if (counts.leftOut() > 0) {
      words.append(String.format(Locale.ROOT, ", %,d left out", counts.leftOut()));
    }
    if (counts.held() > 0) {
      words.append(String.format(Locale.ROOT, ", %,d held", counts.held()));
    }
    return words.toString();
  }
}
