package baddle.reports.workbook;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.View;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.SheetLimits;
import baddle.formats.xlsx.SheetSight;
import baddle.formats.xlsx.write.ChartParts;
import baddle.formats.xlsx.write.PivotCache;
import baddle.formats.xlsx.write.PivotTable;
import baddle.formats.xlsx.write.WorkbookParts;
import baddle.formats.xlsx.write.XlsxWriter;
import baddle.reports.CrosstabLayout;
import baddle.reports.Provenance;
import baddle.reports.ReportColours;
import baddle.reports.ReportHead;
import baddle.reports.ShownNumber;
import baddle.reports.TypedLabels;
import baddle.reports.page.ReaderData;
import baddle.reports.picture.ChartShape;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Cross-tabs as a workbook, a sheet each, and a last sheet that says where the figures come from.
 */
public final class WorkbookReport {

  private static final CellStyle HEADING = ReportColours.HEADING;

  /** Rows of title, subtitle and space above the headings. */
  private static final int TOP = 3;

  private static final String COVER = "Overview";

  private final XlsxWriter writer;
  private final ReportHead head;
  private final Provenance provenance;

  private WorkbookReport(XlsxWriter writer, ReportHead head, Provenance provenance) {
    this.writer = writer;
    this.head = head;
    this.provenance = provenance;
  }

  /**
   * Writes at least one cross-tab.
   *
   * @param reader what readers need to ask further
   */
  public static void write(
      List<CrosstabLayout> layouts,
      Provenance provenance,
      ReportHead head,
      ReaderData reader,
      OutputStream out)
      throws IOException {
    WorkbookParts parts = new WorkbookParts();
    Path plain = Files.createTempFile("baddle", ".xlsx");
    try {
      try (OutputStream to = new BufferedOutputStream(Files.newOutputStream(plain))) {
        write(layouts, provenance, head, reader, parts, to);
      }
      if (parts.isEmpty()) {
        Files.copy(plain, out);
      } else {
        parts.copy(plain, out);
      }
    } finally {
      Files.delete(plain);
    }
  }

  private static void write(
      List<CrosstabLayout> layouts,
      Provenance provenance,
      ReportHead head,
      ReaderData reader,
      WorkbookParts parts,
      OutputStream out)
      throws IOException {
    boolean covered = head.hasCover(layouts.size());
    List<String> wanted = new ArrayList<>();
    if (covered) {
      wanted.add(COVER);
    }
    layouts.forEach(layout -> wanted.add(layout.title()));
    WorkbookPivots pivots = new WorkbookPivots(layouts, head, reader);
    pivots.layouts().forEach(layout -> wanted.add(layout.title() + " pivot"));
    if (!covered) {
      wanted.add("About");
    }
    List<String> names = XlsxWriter.legalNames(wanted);
    WorkbookRows rows = new WorkbookRows(reader, names);
    try (XlsxWriter writer = new XlsxWriter(out, names.get(0))) {
      WorkbookReport report = new WorkbookReport(writer, head, provenance);
      int next = 0;
      if (covered) {
        new WorkbookCover(writer, head, provenance)
            .write(
                layouts,
                names.subList(1, names.size()),
                pivots.layouts(),
                !reader.tables().isEmpty() && reader.sight() == SheetSight.SHOWN,
                parts);
        next++;
      }
      for (CrosstabLayout layout : layouts) {
        if (next > 0) {
          writer.nextSheet(names.get(next));
        }
        boolean leads = rows.lead(layout, next, TOP + layout.headingLines(), parts);
        report.write(layout, pivots.problem(layout), leads);
        report.chart(layout, next, names.get(next), parts);
        next++;
      }
      for (CrosstabLayout layout : pivots.layouts()) {
        writer.nextSheet(names.get(next));
        WorkbookPivots.Cached cached = pivots.rows(layout, parts);
        report
            .pivot(layout, cached.cache(), reader.filters())
            .add(parts, next, cached.cache(), cached.part(), cached.id());
        next++;
      }
      if (!covered) {
        writer.nextSheet(names.get(next));
        report.about();
      }
      rows.write(writer);
    }
  }

  private PivotTable pivot(CrosstabLayout layout, PivotCache cache, List<String> filters) {
    writer.markAsReport();
    writer.line(0, 0, head.titleOf(layout.title()), ReportColours.TITLE);
    writer.height(0, ReportColours.TITLE_HEIGHT);
    writer.line(1, 0, said(head), ReportColours.SUBTITLE);
    writer.foot(head.title().isEmpty() ? layout.title() : head.title());
    return new WorkbookPivot(layout, cache, filters, TOP).write(writer, layout.title());
  }

  /** The chart of a cross-tab, beside its table; none where a cell that it is of isn't shown. */
  private void chart(CrosstabLayout layout, int sheet, String name, WorkbookParts parts) {
    Optional<ChartShape> shape =
        head.look(layout.title()).chart().flatMap(kind -> ChartShape.of(layout, kind));
    shape
        .flatMap(
            of ->
                new WorkbookChart(layout, of, name, TOP, head.style())
                    .drawing(head.titleOf(layout.title())))
        .ifPresent(
            drawing ->
                ChartParts.add(
                    parts,
                    sheet,
                    TOP,
                    layout.downHeadings().size() + layout.columns().size() + 1,
                    drawing));
  }

  private void write(CrosstabLayout layout, Optional<String> noPivot, boolean leads) {
    writer.markAsReport();
    writer.line(0, 0, head.titleOf(layout.title()), ReportColours.TITLE);
    writer.height(0, ReportColours.TITLE_HEIGHT);
    writer.line(1, 0, said(head), ReportColours.SUBTITLE);
    int headingLines = layout.headingLines();
    int labels = layout.downHeadings().size();
    for (int line = 0; line < headingLines; line++) {
      writeHeadings(layout, line, line == headingLines - 1);
    }
    boolean banded = head.look(layout.title()).banded();
    for (int i = 0; i < layout.lines().size(); i++) {
      write(layout, layout.lines().get(i), TOP + headingLines + i, banded && i % 2 == 1);
    }
    OutlineGroups.lines(writer, layout, TOP + headingLines);
    OutlineGroups.columns(writer, layout, labels);
    int foot = TOP + headingLines + layout.lines().size() + 1;
    for (String line : head.feet(provenance)) {
      writer.line(foot++, 0, line, ReportColours.SUBTITLE);
    }
    if (leads) {
      writer.line(foot++, 0, "The name of a line leads to its rows.", ReportColours.SUBTITLE);
    }
    marks(layout, TOP + headingLines);
    if (noPivot.isPresent()) {
      writer.line(foot, 0, "No pivot table: " + noPivot.get() + ".", ReportColours.SUBTITLE);
    }
    writer.foot(head.title().isEmpty() ? layout.title() : head.title());
    writer.freeze(TOP, TOP + headingLines, labels);
  }

  /** Changes and variances are told apart by ink too: good ones, and bad ones. */
  private void marks(CrosstabLayout layout, int top) {
    int last = top + layout.lines().size() - 1;
    int labels = layout.downHeadings().size();
    List<Measure> measures = layout.spec().measures();
    for (int i = 0; i < layout.columns().size() && last >= top; i++) {
      int measure = layout.columns().get(i).measure();
      if (measure < 0 || layout.numbers().get(measure).isCalendar()) {
        continue;
      }
      View view = measures.get(measure).view();
      if (view.kind().isChange() || view.kind().isVariance()) {
        boolean good = view.upIsGood();
        writer.mark(top, last, labels + i, good, ReportColours.ADVERSE);
        writer.mark(top, last, labels + i, !good, ReportColours.ACCENT);
      }
    }
  }

  private String said(ReportHead of) {
    String own = of.title() + (of.subtitle().isEmpty() ? "" : ", " + of.subtitle());
    return of.title().isEmpty()
        ? provenance.fact("Batch").map(batch -> "Batch " + batch).orElse("")
        : own;
  }

  private void writeHeadings(CrosstabLayout layout, int line, boolean lowest) {
    int row = TOP + line;
    CellStyle style = lowest ? HEADING.withLineBelow() : HEADING;
    int labels = layout.downHeadings().size();
    for (int i = 0; i < labels; i++) {
      if (lowest) {
        writer.text(row, i, layout.downHeadings().get(i), style);
      } else {
        writer.blank(row, i, style);
      }
    }
    TypedLabels typed = new TypedLabels(layout.crosstab());
    List<CrosstabLayout.Column> columns = layout.columns();
    for (int i = 0; i < columns.size(); ) {
      int end = lowest ? i + 1 : layout.groupEnd(i, line);
      String label = columns.get(i).labels().isEmpty() ? "" : columns.get(i).labels().get(line);
      boolean group = end > i + 1;
      CellStyle of = group ? style.centredAcross().withLineBelow() : style.atRight();
      label(row, labels + i, label, typed.across(line, label), of);
      for (int column = i + 1; column < end; column++) {
        writer.blank(row, labels + column, of);
      }
      i = end;
    }
  }

  private void write(CrosstabLayout layout, CrosstabLayout.Line line, int row, boolean band) {
    if (line.kind() == CrosstabLayout.Kind.GAP) {
      return;
    }
    CellStyle plain = band ? CellStyle.PLAIN.on(ReportColours.BAND) : CellStyle.PLAIN;
    CellStyle label =
        line.total()
            ? HEADING.withLineAbove()
            : line.kind() == CrosstabLayout.Kind.SUBTOTAL ? plain.withBold() : plain;
    int labels = line.labels().size();
    TypedLabels typed = new TypedLabels(layout.crosstab());
    for (int i = 0; i < labels; i++) {
      String text = line.labels().get(i);
      int steps = text.length() - text.stripLeading().length();
      CellStyle of = steps == 0 ? label : label.indented(1);
      label(row, i, text.stripLeading(), typed.down(i, text), of);
    }
    for (int i = 0; i < layout.columns().size(); i++) {
      CrosstabLayout.Column column = layout.columns().get(i);
      CellStyle style = column.total() ? label.withBold() : label;
      write(layout, line, column, row, labels + i, style);
    }
  }

  /** A label, as a day or a number where it is one. */
  private void label(int row, int column, String text, Optional<Object> typed, CellStyle style) {
    if (typed.orElse(text) instanceof LocalDate day && !day.isBefore(XlsxWriter.FIRST_DAY)) {
      writer.date(row, column, day, style);
    } else if (typed.orElse(text) instanceof BigDecimal number
        && number.precision() <= SheetLimits.DIGITS) {
      writer.number(row, column, number, text, style);
    } else {
      writer.text(row, column, fitting(text), style);
    }
  }

  /** A label that a cell can hold; one that is longer ends with an ellipsis. */
  static String fitting(String text) {
    return text.length() <= SheetLimits.CHARACTERS
        ? text
        : text.substring(0, SheetLimits.CHARACTERS - 1) + "\u2026";
  }

  private void write(
      CrosstabLayout layout,
      CrosstabLayout.Line line,
      CrosstabLayout.Column column,
      int row,
      int cell,
      CellStyle style) {
    Optional<BigDecimal> value = layout.value(line, column).or(() -> blank(layout));
    ShownNumber number = layout.number(line, column);
    if (value.isPresent() && number.isCalendar()) {
      writer.text(row, cell, number.show(value.get()), style.atRight());
    } else if (value.isPresent()) {
      CellStyle numeric = style.withPattern(number.workbookPattern());
      writer.number(row, cell, value.get(), number.show(value.get()), numeric);
    } else if (layout.spec().blanks().isEmpty()) {
      writer.blank(row, cell, style);
    } else {
      writer.text(row, cell, layout.spec().blanks(), style.atRight());
    }
  }

  /** The number that stands for a blank, if it is one. */
  private static Optional<BigDecimal> blank(CrosstabLayout layout) {
    String blanks = layout.spec().blanks();
    return blanks.matches("-?\\d+(\\.\\d+)?")
        ? Optional.of(new BigDecimal(blanks))
        : Optional.empty();
  }

  private void about() {
    writer.markAsReport();
    int row = 0;
    for (Map.Entry<String, String> line : provenance.lines()) {
      writer.text(row, 0, line.getKey(), HEADING);
      writer.text(row, 1, line.getValue(), CellStyle.PLAIN);
      row++;
    }
  }
}
