package baddle.reports.workbook;

import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.WorkbookParts;
import baddle.formats.xlsx.write.XlsxWriter;
import baddle.reports.CrosstabLayout;
import baddle.reports.Headline;
import baddle.reports.Provenance;
import baddle.reports.ReportColours;
import baddle.reports.ReportHead;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The first sheet of a workbook: headline figures, contents, what is open against it, its making.
 */
final class WorkbookCover {

  private static final int MOST_FINDINGS = 20;

  private final XlsxWriter writer;
  private final ReportHead head;
  private final Provenance provenance;
  private int row;

  WorkbookCover(XlsxWriter writer, ReportHead head, Provenance provenance) {
    this.writer = writer;
    this.head = head;
    this.provenance = provenance;
  }

  /** Writes it, with a link to the sheet of each cross-tab. */
  void write(
      List<CrosstabLayout> layouts,
      List<String> sheets,
      List<CrosstabLayout> pivots,
      boolean rows,
      WorkbookParts parts)
      throws IOException {
    writer.markAsReport();
    if (WorkbookLogo.add(head.style().logo(), parts)) {
      writer.height(row++, WorkbookLogo.LINE);
    }
    writer.line(
        row, 0, head.title().isEmpty() ? "Overview" : head.title(), ReportColours.TITLE.ofSize(18));
    writer.height(row++, ReportColours.TITLE_HEIGHT + 4);
    writer.line(row++, 0, head.subtitle(), ReportColours.SUBTITLE);
    ReportHead.Trust trust = head.trust();
    if (trust.errors()) {
      writer.line(row++, 0, trust.verdict(), CellStyle.PLAIN.withBold().in(ReportColours.ADVERSE));
    }
    row++;
    headlines(layouts, sheets);
    further(pivots, sheets.subList(layouts.size(), sheets.size()), rows);
    findings(trust);
    section("How it was made", "");
    for (Map.Entry<String, String> line : provenance.lines()) {
      fact(line.getKey(), line.getValue());
    }
    if (!trust.completeness().isEmpty()) {
      fact("Rows", trust.completeness());
    }
    if (!head.notes().isEmpty()) {
      row++;
      section("Notes", "");
      head.notes().forEach(note -> writer.line(row++, 0, note, CellStyle.PLAIN));
    }
    writer.foot(head.title());
  }

  private void section(String left, String right) {
    writer.text(row, 0, left, ReportColours.SECTION);
    writer.blank(row, 1, ReportColours.SECTION);
    writer.text(row++, 2, right, ReportColours.SECTION.atRight());
  }

  private void fact(String key, String value) {
    writer.text(row, 0, key, ReportColours.SUBTITLE);
    writer.line(row++, 1, value, CellStyle.PLAIN);
  }

  /** Each summary's grand total of its first measure, and the way there. */
  private void headlines(List<CrosstabLayout> layouts, List<String> sheets) {
    section("Contents", "in total");
    CellStyle link = link();
    for (int i = 0; i < layouts.size(); i++) {
      CrosstabLayout layout = layouts.get(i);
      writer.link(row, 0, head.titleOf(layout.title()), sheets.get(i), link);
      Headline headline = Headline.of(layout);
      writer.text(row, 1, headline.name(), ReportColours.SUBTITLE);
      if (headline.value().isPresent()) {
        writer.number(
            row,
            2,
            headline.value().get(),
            headline.shown(),
            CellStyle.PLAIN.withPattern(headline.number().workbookPattern()));
      }
      writer.line(row, 3, headline.movement(), ReportColours.SUBTITLE);
      row++;
    }
    row++;
  }

  /** What a reader can go on with. */
  private void further(List<CrosstabLayout> pivots, List<String> sheets, boolean rows) {
    if (pivots.isEmpty() && !rows) {
      return;
    }
    section("To go on with", "");
    for (int i = 0; i < pivots.size(); i++) {
      String title = head.titleOf(pivots.get(i).title());
      writer.link(row, 0, title, sheets.get(i), link());
      writer.line(row++, 1, "a pivot table", ReportColours.SUBTITLE);
    }
    if (rows) {
      writer.line(
          row++, 0, "The rows behind the figures are on the last sheets.", ReportColours.SUBTITLE);
    }
    row++;
  }

  private CellStyle link() {
    String accent = head.style().accent();
    return CellStyle.PLAIN.in(
        accent.isEmpty() ? ReportColours.ACCENT : accent.toUpperCase(Locale.ROOT));
  }

  private void findings(ReportHead.Trust trust) {
    if (trust.verdict().isEmpty()) {
      return;
    }
    section("What is open against these figures", "");
    if (trust.findings().isEmpty()) {
      writer.line(row++, 0, "Nothing", CellStyle.PLAIN);
    } else {
      writer.line(row++, 0, trust.verdict(), CellStyle.PLAIN.withBold());
    }
    trust.findings().stream()
        .limit(MOST_FINDINGS)
        .forEach(finding -> writer.line(row++, 0, finding, CellStyle.PLAIN.indented(1)));
    int more = trust.findings().size() - MOST_FINDINGS;
    if (more > 0) {
      writer.line(
          row++, 0, "and " + more + " more; baddle check shows them", ReportColours.SUBTITLE);
    }
    row++;
  }
}
