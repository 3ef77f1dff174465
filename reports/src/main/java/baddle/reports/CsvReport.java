package baddle.reports;

import baddle.core.crosstab.CrosstabSpec;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.RollForward;
import baddle.core.crosstab.View;
import baddle.formats.csv.CsvRowWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

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
        cells.replaceAll(CsvReport::label);
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
   * Writes one cross-tab as a list, one line for each value of an innermost item; the stream is
   * closed.
   */
  public static void writeFlat(CrosstabLayout layout, OutputStream out) throws IOException {
    try (CsvRowWriter writer = new CsvRowWriter(out)) {
      Optional<RollForward> roll = layout.spec().rollForward();
      if (roll.isPresent()) {
        writeRolled(layout, roll.get(), writer);
        return;
      }
      List<String> headings = new ArrayList<>(CrosstabLayout.dataNames(layout.spec().levels()));
      headings.addAll(List.of("measure", "value"));
      writer.row(headings);
      flat(layout, layout.crosstab().down(), new ArrayList<>(), writer);
    }
  }

  /** A roll-forward as a list: opening and closing are lines like what came in and went out. */
  private static void writeRolled(CrosstabLayout layout, RollForward roll, CsvRowWriter writer) {
    List<String> headings = new ArrayList<>();
    if (roll.byAccount()) {
      headings.add(layout.spec().down().get(0).item().heading());
    }
    headings.addAll(List.of("side", "detail"));
    headings.addAll(layout.acrossNames());
    headings.add("value");
    writer.row(headings);
    List<Item> periods = layout.crosstab().across().children();
    for (RollForward.Line line : roll.lines(layout.crosstab())) {
      for (int i = 0; i < periods.size(); i++) {
        List<String> cells = new ArrayList<>();
        if (roll.byAccount()) {
          cells.add(label(line.account()));
        }
        cells.add(line.kind().side());
        cells.add(line.kind().isDetail() ? label(line.label()) : "");
        cells.add(label(periods.get(i).label()));
        cells.add(line.values().get(i).map(BigDecimal::toPlainString).orElse(""));
        boolean total = line.kind().standardLabel().startsWith("Total");
        if (!total && line.values().get(i).isPresent()) {
          writer.row(cells);
        }
      }
    }
  }

  /** A blank item is a blank in data. */
  private static String label(String label) {
    return label.equals(Item.BLANK_LABEL) ? "" : label;
  }

  private static void flat(
      CrosstabLayout layout, Item down, List<String> labels, CsvRowWriter writer) {
    if (labels.size() < layout.spec().down().size()) {
      for (Item child : down.children()) {
        labels.add(label(child.label()));
        flat(layout, child, labels, writer);
        labels.remove(labels.size() - 1);
      }
    } else {
      flat(layout, down, layout.crosstab().across(), labels, writer);
    }
  }

  private static void flat(
      CrosstabLayout layout, Item down, Item across, List<String> labels, CsvRowWriter writer) {
    CrosstabSpec spec = layout.spec();
    if (labels.size() < spec.levels().size()) {
      for (Item child : across.children()) {
        labels.add(label(child.label()));
        flat(layout, down, child, labels, writer);
        labels.remove(labels.size() - 1);
      }
      return;
    }
    for (int i = 0; i < spec.measures().size(); i++) {
      Optional<BigDecimal> value = layout.crosstab().value(down, across, i);
      if (value.isPresent()) {
        List<String> cells = new ArrayList<>(labels);
        cells.add(spec.measures().get(i).name());
        boolean calendar = layout.crosstab().type(i).isCalendar();
        cells.add(
            calendar && spec.measures().get(i).view().kind() == View.Kind.VALUE
                ? layout.crosstab().type(i).shown(value.get().longValue())
                : value.get().toPlainString());
        writer.row(cells);
      }
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
