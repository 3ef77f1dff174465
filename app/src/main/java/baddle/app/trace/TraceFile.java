package baddle.app.trace;

import baddle.app.OutputFile;
import baddle.formats.csv.CsvRowWriter;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.SheetLimits;
import baddle.formats.xlsx.XlsxWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;

/** A file that the rows behind a figure are written into. */
public final class TraceFile {

  private TraceFile() {}

  /** Writes the rows of a figure. */
  public static TracedFigure write(Path file, Path plan, FigureTrace trace)
      throws IOException, TraceException {
    boolean csv = file.toString().toLowerCase(Locale.ROOT).endsWith(".csv");
    AtomicReference<TracedFigure> figure = new AtomicReference<>();
    try {
      new OutputFile(file)
          .write(
              Optional.of(plan),
              out -> {
                try {
                  figure.set(csv ? csv(trace, out) : workbook(trace, out));
                } catch (TraceException e) {
                  throw new IOException(e);
                }
              });
    } catch (IOException e) {
      if (e.getCause() instanceof TraceException cause) {
        throw cause;
      }
      throw e;
    }
    return figure.get();
  }

  private static TracedFigure csv(FigureTrace trace, OutputStream out)
      throws IOException, TraceException {
    try (CsvRowWriter writer = new CsvRowWriter(out)) {
      return trace.run(
          new RowTable() {
            @Override
            public void begin(List<String> headings, int numbers) {
              writer.row(headings);
            }

            @Override
            public void row(List<String> cells) {
              writer.row(cells);
            }
          });
    }
  }

  private static TracedFigure workbook(FigureTrace trace, OutputStream out)
      throws IOException, TraceException {
    try (XlsxWriter writer = new XlsxWriter(out, "rows")) {
      writer.markAsReport();
      Sheet sheet = new Sheet(writer);
      TracedFigure figure = trace.run(sheet);
      sheet.total(figure.totals());
      writer.freeze(1, 0);
      return figure;
    }
  }

  /** Writes rows into a sheet. */
  private static final class Sheet implements RowTable {

    private final XlsxWriter writer;
    private int labels;
    private int at;

    Sheet(XlsxWriter writer) {
      this.writer = writer;
    }

    @Override
    public void begin(List<String> headings, int numbers) {
      labels = headings.size() - numbers;
      for (int i = 0; i < headings.size(); i++) {
        writer.text(0, i, headings.get(i), CellStyle.PLAIN.withBold());
      }
    }

    @Override
    public void row(List<String> cells) throws IOException {
      if (++at >= SheetLimits.ROWS - 1) {
        throw new IOException("more rows than a sheet can have; write a .csv file");
      }
      for (int i = 0; i < cells.size(); i++) {
        cell(i, cells.get(i), CellStyle.PLAIN);
      }
    }

    private void cell(int column, String text, CellStyle style) {
      if (column >= labels && text.matches("-?\\d{1,18}(\\.\\d+)?")) {
        writer.number(at, column, new BigDecimal(text), text, style);
      } else if (!text.isEmpty()) {
        writer.text(at, column, text, style);
      }
    }

    void total(List<String> totals) {
      at++;
      for (int i = 0; i < totals.size(); i++) {
        cell(labels + i, totals.get(i), CellStyle.PLAIN.withBold().withLineAbove());
      }
    }
  }
}
