package baddle.reports.data;

import baddle.core.crosstab.spec.TableForm;
import baddle.formats.csv.CsvRowWriter;
import baddle.reports.CellList;
import baddle.reports.CrosstabLayout;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;

/** A cross-tab as CSV, as it is shown but with plain, exact numbers. */
public final class CsvReport {

  private CsvReport() {}

  /** Writes one cross-tab; the stream is closed. */
  public static void write(CrosstabLayout layout, OutputStream out) throws IOException {
    try (CsvRowWriter writer = new CsvRowWriter(out)) {
      for (int line = 0; line < layout.headingLines(); line++) {
        writer.row(headings(layout, line));
      }
      for (CrosstabLayout.Line line : layout.lines()) {
        if (line.kind() == CrosstabLayout.Kind.GAP) {
          continue;
        }
        List<String> cells = new ArrayList<>(line.labels());
        cells.replaceAll(CellList::label);
        for (CrosstabLayout.Column column : layout.columns()) {
          cells.add(
              layout
                  .value(line, column)
                  .map(layout.number(line, column)::exact)
                  .orElseGet(() -> layout.blanks(line, column)));
        }
        writer.row(cells);
      }
    }
  }

  /**
   * Writes one cross-tab in a form; the stream is closed.
   *
   * @param totals whether the forms that are lists have subtotals and grand totals
   */
  public static void write(CrosstabLayout layout, TableForm form, boolean totals, OutputStream out)
      throws IOException {
    if (form == TableForm.SHOWN) {
      write(layout, out);
      return;
    }
    try (CsvRowWriter writer = new CsvRowWriter(out)) {
      new CellList(layout, form == TableForm.CELLS, totals).write(writer);
    }
  }

  private static List<String> headings(CrosstabLayout layout, int line) {
    boolean lowest = line == layout.headingLines() - 1;
    List<String> cells = new ArrayList<>();
    layout.downHeadings().forEach(heading -> cells.add(lowest ? heading : ""));
    layout
        .columns()
        .forEach(column -> cells.add(column.labels().isEmpty() ? "" : column.labels().get(line)));
    return cells;
  }
}
