package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.RollForwardLines;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.RollForward;
import baddle.core.crosstab.spec.View;
import baddle.formats.csv.CsvRowWriter;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * A cross-tab as a list: a line for each combination of items, or for each cell. Where totals are
 * wanted, a column says by which levels a line is a total, and is blank for those of innermost
 * items.
 */
public final class CellList {

  /** What a total of everything is by. */
  private static final String OF_ALL = "all";

  /** An item and the labels on the way to it, blank below it. */
  private record Path(Item item, List<String> labels, int depth) {}

  private final Crosstab crosstab;
  private final CrosstabSpec spec;
  private final boolean byCell;
  private final boolean totals;

  /**
   * A list.
   *
   * @param byCell whether each cell has a line of its own
   * @param totals whether subtotals and grand totals are in it
   */
  public CellList(CrosstabLayout layout, boolean byCell, boolean totals) {
    this.crosstab = layout.crosstab();
    this.spec = layout.spec();
    this.byCell = byCell;
    this.totals = totals;
  }

  /** Writes the list. */
  public void write(CsvRowWriter writer) {
    Optional<RollForward> roll = spec.rollForward();
    if (roll.isPresent()) {
      writeRolled(roll.get(), writer);
    } else {
      writeCells(writer);
    }
  }

  private void writeCells(CsvRowWriter writer) {
    DataNames names = new DataNames();
    List<String> levels = names.of(spec.levels());
    List<String> headings = new ArrayList<>(levels);
    if (totals) {
      headings.add(names.free("total_by"));
    }
    if (byCell) {
      headings.add(names.free("measure"));
      headings.add(names.free("value"));
    } else {
      spec.measures().forEach(measure -> headings.add(names.free(measure.name())));
    }
    writer.row(headings);
    List<Path> across = paths(crosstab.across(), spec.across());
    for (Path down : paths(crosstab.down(), spec.down())) {
      for (Path over : across) {
        write(down, over, levels, writer);
      }
    }
  }

  private void write(Path down, Path across, List<String> levels, CsvRowWriter writer) {
    List<String> start = new ArrayList<>(down.labels);
    start.addAll(across.labels);
    if (totals) {
      start.add(totalBy(down, across, levels));
    }
    List<String> values = new ArrayList<>();
    boolean any = false;
    for (int i = 0; i < spec.measures().size(); i++) {
      Optional<String> value = value(down.item, across.item, i);
      any |= value.isPresent();
      if (byCell && value.isPresent()) {
        List<String> line = new ArrayList<>(start);
        line.add(spec.measures().get(i).name());
        line.add(value.get());
        writer.row(line);
      }
      values.add(value.orElse(""));
    }
    if (!byCell && any) {
      start.addAll(values);
      writer.row(start);
    }
  }

  private String totalBy(Path down, Path across, List<String> levels) {
    boolean innermost = down.depth == spec.down().size() && across.depth == spec.across().size();
    if (innermost) {
      return "";
    }
    List<String> by = new ArrayList<>(levels.subList(0, down.depth));
    int first = spec.down().size();
    by.addAll(levels.subList(first, first + across.depth));
    return by.isEmpty() ? OF_ALL : String.join(", ", by);
  }

  private Optional<String> value(Item down, Item across, int measure) {
    boolean calendar =
        crosstab.type(measure).isCalendar()
            && spec.measures().get(measure).view().kind() == View.Kind.VALUE;
    return crosstab
        .value(down, across, measure)
        .map(
            value ->
                calendar ? crosstab.type(measure).shown(value.longValue()) : value.toPlainString());
  }

  /** The innermost items of an axis; with totals, all outer ones after those within them. */
  private List<Path> paths(Item root, List<Level> levels) {
    List<Path> paths = new ArrayList<>();
    add(root, List.of(), levels.size(), paths);
    return paths;
  }

  private void add(Item item, List<String> labels, int levels, List<Path> paths) {
    for (Item child : labels.size() < levels ? item.children() : List.<Item>of()) {
      List<String> longer = new ArrayList<>(labels);
      longer.add(label(child.label()));
      add(child, longer, levels, paths);
    }
    if (totals || labels.size() == levels) {
      List<String> filled = new ArrayList<>(labels);
      filled.addAll(Collections.nCopies(levels - labels.size(), ""));
      paths.add(new Path(item, filled, labels.size()));
    }
  }

  /** A roll-forward: opening and closing are lines like what came in and went out. */
  private void writeRolled(RollForward roll, CsvRowWriter writer) {
    DataNames names = new DataNames();
    List<String> headings = new ArrayList<>();
    if (roll.byAccount()) {
      headings.addAll(names.of(spec.down().subList(0, 1)));
    }
    headings.add(names.free("side"));
    headings.add(names.free("detail"));
    headings.addAll(names.of(spec.across()));
    headings.add(names.free("value"));
    writer.row(headings);
    List<Item> periods = crosstab.across().children();
    for (RollForwardLines.Line line : RollForwardLines.of(roll, crosstab)) {
      boolean sum = line.kind().isTotal();
      for (int i = 0; i <= periods.size(); i++) {
        boolean wanted = totals || (!sum && i < periods.size());
        Optional<BigDecimal> value = line.values().get(i);
        if (wanted && value.isPresent()) {
          List<String> cells = new ArrayList<>();
          if (roll.byAccount()) {
            cells.add(label(line.account()));
          }
          cells.add((sum ? "total " : "") + line.kind().side());
          cells.add(line.kind().isDetail() ? label(line.label()) : "");
          cells.add(i < periods.size() ? label(periods.get(i).label()) : "");
          cells.add(value.get().toPlainString());
          writer.row(cells);
        }
      }
    }
  }

  /** A blank item is a blank in data. */
  public static String label(String label) {
    return label.equals(Item.BLANK_LABEL) ? "" : label;
  }
}
