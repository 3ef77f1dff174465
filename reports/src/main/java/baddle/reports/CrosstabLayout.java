package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabSpec;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.Measure;
import baddle.core.expression.AxisItem;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/** A cross-tab laid out as lines and columns, the same for every kind of report. */
public final class CrosstabLayout {

  /**
   * A line of the body.
   *
   * @param labels one for each level down
   * @param item what it stands for
   * @param total whether it is the grand total
   */
  public record Line(List<String> labels, Item item, boolean total) {}

  /**
   * A column of the body.
   *
   * @param labels one for each heading line, from the top
   * @param item what it stands for
   * @param measure the index of its measure, from 0
   * @param total whether it is the grand total
   */
  public record Column(List<String> labels, Item item, int measure, boolean total) {}

  private final Crosstab crosstab;
  private final List<String> downHeadings;
  private final List<Line> lines = new ArrayList<>();
  private final List<Column> columns = new ArrayList<>();
  private final List<ShownNumber> numbers = new ArrayList<>();
  private final boolean measuresNamed;

  /** Lays a cross-tab out. */
  public CrosstabLayout(Crosstab crosstab) {
    this.crosstab = crosstab;
    CrosstabSpec spec = crosstab.spec();
    measuresNamed = spec.measures().size() > 1 || spec.across().isEmpty();
    downHeadings = spec.down().stream().map(AxisItem::column).toList();
    addLines(crosstab.down(), new ArrayList<>());
    if (spec.down().isEmpty() || (spec.totals().down() && !lines.isEmpty())) {
      lines.add(new Line(padded(spec.totals().label(), spec.down().size()), crosstab.down(), true));
    }
    addColumns(crosstab.across(), new ArrayList<>());
    if (!spec.across().isEmpty() && spec.totals().across() && !columns.isEmpty()) {
      addMeasures(padded(spec.totals().label(), spec.across().size()), crosstab.across(), true);
    }
    for (int i = 0; i < spec.measures().size(); i++) {
      Measure measure = spec.measures().get(i);
      numbers.add(new ShownNumber(measure.pattern(), crosstab.places(i)));
    }
  }

  private static List<String> padded(String label, int levels) {
    List<String> labels = new ArrayList<>(Collections.nCopies(levels, ""));
    if (levels > 0) {
      labels.set(0, label);
    }
    return labels;
  }

  private void addLines(Item item, List<String> path) {
    if (path.size() == crosstab.spec().down().size()) {
      if (!path.isEmpty()) {
        lines.add(new Line(List.copyOf(path), item, false));
      }
      return;
    }
    for (Item child : item.children()) {
      path.add(child.label());
      addLines(child, path);
      path.remove(path.size() - 1);
    }
  }

  private void addColumns(Item item, List<String> path) {
    if (path.size() == crosstab.spec().across().size()) {
      addMeasures(path, item, false);
      return;
    }
    for (Item child : item.children()) {
      path.add(child.label());
      addColumns(child, path);
      path.remove(path.size() - 1);
    }
  }

  private void addMeasures(List<String> path, Item item, boolean total) {
    List<Measure> measures = crosstab.spec().measures();
    for (int i = 0; i < measures.size(); i++) {
      List<String> labels = new ArrayList<>(path);
      if (measuresNamed) {
        labels.add(measures.get(i).name());
      }
      columns.add(new Column(List.copyOf(labels), item, i, total));
    }
  }

  /** The cross-tab's name. */
  public String title() {
    return crosstab.spec().title();
  }

  /** What it was made to. */
  public CrosstabSpec spec() {
    return crosstab.spec();
  }

  /** The heading of each column of labels. */
  public List<String> downHeadings() {
    return downHeadings;
  }

  /** How many heading lines there are above the body. */
  public int headingLines() {
    return crosstab.spec().across().size() + (measuresNamed ? 1 : 0);
  }

  /** The lines of the body, the total last. */
  public List<Line> lines() {
    return Collections.unmodifiableList(lines);
  }

  /** The columns of the body, the total last. */
  public List<Column> columns() {
    return Collections.unmodifiableList(columns);
  }

  /** The exact value where a line and a column meet. */
  public Optional<BigDecimal> value(Line line, Column column) {
    return crosstab.value(line.item(), column.item(), column.measure());
  }

  /** How the numbers of a column are shown. */
  public ShownNumber number(Column column) {
    return numbers.get(column.measure());
  }

  /** What is shown where a line and a column meet; the text for blanks where there is no value. */
  public String shown(Line line, Column column) {
    return value(line, column)
        .map(value -> number(column).show(value))
        .orElse(crosstab.spec().blanks());
  }
}
