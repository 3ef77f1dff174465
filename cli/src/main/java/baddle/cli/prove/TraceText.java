package baddle.cli.prove;

import baddle.app.trace.TracedFigure;
import baddle.app.trace.TracedRows;
import baddle.cli.options.JsonText;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;

/** The rows behind a figure on the terminal, as many as there is room for. */
final class TraceText implements TracedRows {

  private final int most;
  private final List<List<String>> rows = new ArrayList<>();
  private List<String> headings = List.of();
  private int numbers;
  private long count;

  TraceText(int most) {
    this.most = most;
  }

  @Override
  public void begin(Schema schema, int newNumbers) {
    headings = schema.names();
    numbers = newNumbers;
  }

  @Override
  public void accept(Block block, int from, int to) {
    count += to - from;
    for (int row = from; row < to && rows.size() < most; row++) {
      List<String> cells = new ArrayList<>();
      for (int column = 0; column < headings.size(); column++) {
        Vector vector = block.vector(column);
        cells.add(
            vector.isBlank(row) ? "" : vector.shown(row, block.schema().column(column).type()));
      }
      rows.add(cells);
    }
  }

  static List<String> headline(TracedFigure figure) {
    List<String> lines = new ArrayList<>();
    lines.add(figure.summary() + ", " + figure.cell());
    figure.explanation().forEach(line -> lines.add("  " + line));
    return lines;
  }

  List<String> lines(TracedFigure figure, TextStyle style) {
    List<String> lines = new ArrayList<>(headline(figure));
    lines.set(0, style.strong(lines.get(0)));
    lines.add("");
    boolean[] filled = new boolean[headings.size()];
    for (List<String> row : rows) {
      for (int i = 0; i < filled.length; i++) {
        filled[i] |= !row.get(i).isEmpty() || i >= headings.size() - numbers;
      }
    }
    TextTable table =
        new TextTable(chosen(headings, filled).size() - numbers, chosen(headings, filled));
    rows.forEach(row -> table.add(chosen(row, filled)));
    List<String> totals = new ArrayList<>(Collections.nCopies(headings.size() - numbers, ""));
    totals.addAll(figure.totals());
    table.add(chosen(totals, filled));
    List<String> body = table.lines(style);
    lines.addAll(body.subList(0, body.size() - 1));
    if (count > rows.size()) {
      lines.add(
          String.format(
              Locale.ROOT,
              "... and %,d more rows; --verbose shows them, --out FILE writes them",
              count - rows.size()));
    }
    lines.add("─".repeat(Math.max(1, body.stream().mapToInt(TextStyle::width).max().orElse(1))));
    lines.add(style.strong(body.get(body.size() - 1)));
    lines.add("");
    lines.add("Batch: " + figure.batch());
    return lines;
  }

  private static List<String> chosen(List<String> cells, boolean[] filled) {
    List<String> chosen = new ArrayList<>();
    for (int i = 0; i < cells.size(); i++) {
      if (filled[i]) {
        chosen.add(cells.get(i));
      }
    }
    return chosen;
  }

  String json(TracedFigure figure) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("summary", figure.summary());
          json.writeStringField("cell", figure.cell());
          JsonText.strings(json, "explanation", figure.explanation());
          json.writeNumberField("row_count", figure.rows());
          JsonText.strings(json, "headings", headings);
          json.writeArrayFieldStart("rows");
          for (List<String> row : rows) {
            json.writeStartArray();
            for (String cell : row) {
              json.writeString(cell);
            }
            json.writeEndArray();
          }
          json.writeEndArray();
          JsonText.strings(json, "totals", figure.totals());
          json.writeEndObject();
        });
  }
}
