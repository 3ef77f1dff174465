package baddle.reports;

import baddle.formats.csv.CsvRowWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
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
        List<String> cells = new ArrayList<>(line.labels());
        for (CrosstabLayout.Column column : layout.columns()) {
          cells.add(
              layout
                  .value(line, column)
                  .map(BigDecimal::toPlainString)
                  .orElse(layout.spec().blanks()));
        }
        writer.row(cells);
      }
    }
  }

  private static List<String> headings(CrosstabLayout layout, int line) {
    boolean lowest = line == layout.headingLines() - 1;
    List<String> cells = new ArrayList<>();
    layout.downHeadings().forEach(heading -> cells.add(lowest ? heading : ""));
    layout.columns().forEach(column -> cells.add(column.labels().get(line)));
    return cells;
  }
}
