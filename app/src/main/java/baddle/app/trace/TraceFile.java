package baddle.app.trace;

import baddle.app.export.RowsFile;
import baddle.core.grid.CsvForm;
import baddle.core.table.Schema;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A file that the rows behind a figure are written into, with the types of their columns. */
public final class TraceFile {

  private TraceFile() {}

  /**
   * Writes the rows of a figure.
   *
   * @param plan its project never reads the file as a source
   * @throws TraceException if the summary has no such cell
   */
  public static TracedFigure write(Path file, Path plan, FigureTrace trace)
      throws IOException, TraceException {
    CountedTrace counted = new CountedTrace();
    TracedFigure figure = trace.run(counted);
    RowsFile.Shape shape =
        new RowsFile.Shape(
            "rows", CsvForm.STANDARD, about(figure, counted.schema, counted.numbers), List.of());
    RowsFile.write(
        file, Optional.of(plan), counted.schema, shape, new TracedFigureRows(trace, figure));
    return figure;
  }

  private static List<Map.Entry<String, String>> about(
      TracedFigure figure, Schema schema, int numbers) {
    List<Map.Entry<String, String>> about = new ArrayList<>();
    about.add(Map.entry("Summary", figure.summary()));
    about.add(Map.entry("Figure", figure.cell()));
    about.add(Map.entry("Batch", figure.batch().toString()));
    figure.explanation().forEach(line -> about.add(Map.entry("How it is made", line)));
    for (int i = 0; i < figure.totals().size(); i++) {
      String column = schema.column(schema.size() - numbers + i).name();
      about.add(Map.entry("Total of " + column, figure.totals().get(i)));
    }
    return about;
  }
}
