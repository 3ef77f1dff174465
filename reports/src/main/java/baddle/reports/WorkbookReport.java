package baddle.reports;

import baddle.core.crosstab.Subtotals;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.SheetLimits;
import baddle.formats.xlsx.XlsxWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Cross-tabs as a workbook, a sheet each, and a last sheet that says where the figures come from.
 */
public final class WorkbookReport {

  private static final CellStyle HEADING = CellStyle.PLAIN.withBold();

  private final XlsxWriter writer;

  private WorkbookReport(XlsxWriter writer) {
    this.writer = writer;
  }

  /** Writes at least one cross-tab. */
  public static void write(List<CrosstabLayout> layouts, Provenance provenance, OutputStream out)
      throws IOException {
    try (XlsxWriter writer = new XlsxWriter(out, layouts.get(0).title())) {
      WorkbookReport report = new WorkbookReport(writer);
      for (int i = 0; i < layouts.size(); i++) {
        if (i > 0) {
          writer.nextSheet(layouts.get(i).title());
        }
        report.write(layouts.get(i));
      }
      writer.nextSheet("About");
      report.write(provenance);
    }
  }

  private void write(CrosstabLayout layout) {
    writer.markAsReport();
    int headingLines = layout.headingLines();
    int labels = layout.downHeadings().size();
    for (int line = 0; line < headingLines; line++) {
      writeHeadings(layout, line, line == headingLines - 1);
    }
    for (int i = 0; i < layout.lines().size(); i++) {
      write(layout, layout.lines().get(i), headingLines + i);
    }
    groupLines(layout, headingLines);
    writer.freeze(headingLines, labels);
  }

  /** Lines within an outer item can be folded away where there is a subtotal that stays. */
  private void groupLines(CrosstabLayout layout, int headingLines) {
    Subtotals subtotals = layout.spec().totals().subtotals();
    int deepest = layout.spec().down().size() - 1;
    boolean above = !subtotals.anyAt(Subtotals.Place.BELOW, deepest);
    for (int depth = 1; depth <= deepest; depth++) {
      if (subtotals.of(depth - 1) == Subtotals.Place.NONE) {
        continue;
      }
      int begun = -1;
      for (int i = 0; i <= layout.lines().size(); i++) {
        boolean within =
            i < layout.lines().size()
                && layout.lines().get(i).kind() != CrosstabLayout.Kind.GAP
                && layout.lines().get(i).depth() >= depth;
        if (within && begun < 0) {
          begun = i;
        } else if (!within && begun >= 0) {
          writer.group(headingLines + begun, headingLines + i - 1, above);
          begun = -1;
        }
      }
    }
  }

  private void writeHeadings(CrosstabLayout layout, int line, boolean lowest) {
    CellStyle style = lowest ? HEADING.withLineBelow() : HEADING;
    int labels = layout.downHeadings().size();
    for (int i = 0; i < labels; i++) {
      if (lowest) {
        writer.text(line, i, layout.downHeadings().get(i), style);
      } else {
        writer.blank(line, i, style);
      }
    }
    TypedLabels typed = new TypedLabels(layout.crosstab());
    List<CrosstabLayout.Column> columns = layout.columns();
    for (int i = 0; i < columns.size(); i++) {
      String label = columns.get(i).labels().isEmpty() ? "" : columns.get(i).labels().get(line);
      label(line, labels + i, label, typed.across(line, label), style.atRight());
    }
  }

  private void write(CrosstabLayout layout, CrosstabLayout.Line line, int row) {
    if (line.kind() == CrosstabLayout.Kind.GAP) {
      return;
    }
    CellStyle label =
        line.total()
            ? HEADING.withLineAbove()
            : line.kind() == CrosstabLayout.Kind.SUBTOTAL ? HEADING : CellStyle.PLAIN;
    int labels = line.labels().size();
    TypedLabels typed = new TypedLabels(layout.crosstab());
    for (int i = 0; i < labels; i++) {
      String text = line.labels().get(i);
      label(row, i, text, typed.down(i, text), label);
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
      writer.text(row, column, text, style);
    }
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

  private void write(Provenance provenance) {
    writer.markAsReport();
    int row = 0;
    for (Map.Entry<String, String> line : provenance.lines()) {
      writer.text(row, 0, line.getKey(), HEADING);
      writer.text(row, 1, line.getValue(), CellStyle.PLAIN);
      row++;
    }
  }
}
