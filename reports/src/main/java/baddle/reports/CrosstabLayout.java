package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.RollForward;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/** A cross-tab laid out as lines and columns, the same for every kind of report. */
public final class CrosstabLayout {

  static final int NO_MEASURE = -1;

  /** What a line is. */
  public enum Kind {
    /** Innermost items. */
    ITEM,
    /** The total of an outer item. */
    SUBTOTAL,
    /** The grand total. */
    TOTAL,
    /** A blank line between groups. */
    GAP
  }

  /**
   * A line of the body.
   *
   * @param labels one for each column of labels
   * @param item what it stands for
   * @param measure the index of its measure, from 0; -1 where the columns say it
   * @param kind what it is
   * @param depth how many outer items it is within
   * @param stated its values by column, where they aren't the cross-tab's; else empty
   */
  public record Line(
      List<String> labels,
      Item item,
      int measure,
      Kind kind,
      int depth,
      List<Optional<BigDecimal>> stated) {

    /** Copies the lists. */
    public Line {
      labels = List.copyOf(labels);
      stated = List.copyOf(stated);
    }

    /** Whether it is the grand total. */
    public boolean total() {
      return kind == Kind.TOTAL;
    }
  }

  /**
   * A column of the body.
   *
   * @param labels one for each heading line, from the top
   * @param item what it stands for
   * @param measure the index of its measure, from 0; -1 where the lines say it
   * @param total whether it is the grand total
   */
  public record Column(List<String> labels, Item item, int measure, boolean total) {}

  private final Crosstab crosstab;
  private final CrosstabSpec spec;
  private final List<String> downHeadings;
  private final List<Line> lines;
  private final List<Column> columns;
  private final boolean measuresAcross;
  private final List<ShownNumber> numbers = new ArrayList<>();

  /** Lays a cross-tab out. */
  public CrosstabLayout(Crosstab crosstab) {
    this.crosstab = crosstab;
    this.spec = crosstab.spec();
    LayoutBuilder built = new LayoutBuilder(crosstab);
    this.downHeadings = built.downHeadings();
    this.lines = built.lines();
    this.columns = built.columns();
    this.measuresAcross = built.measuresAcross();
    for (int i = 0; i < spec.measures().size(); i++) {
      Measure measure = spec.measures().get(i);
      numbers.add(new ShownNumber(measure, crosstab.places(i), crosstab.type(i), spec.locale()));
    }
  }

  /** What levels are called: their names, or, where two have one name, how they are written. */
  static List<String> names(List<Level> levels) {
    List<String> headings = levels.stream().map(level -> level.item().heading()).toList();
    List<String> names = new ArrayList<>();
    for (Level level : levels) {
      String heading = level.item().heading();
      boolean alone = Collections.frequency(headings, heading) == 1;
      names.add(alone ? heading : level.item().text());
    }
    return names;
  }

  /** The name of each level down, in data. */
  public List<String> downNames() {
    return new DataNames().of(spec.levels()).subList(0, spec.down().size());
  }

  /** The name of each level across, in data. */
  public List<String> acrossNames() {
    return new DataNames().of(spec.levels()).subList(spec.down().size(), spec.levels().size());
  }

  /** The cross-tab's name. */
  public String title() {
    return spec.title();
  }

  /** What it was made to. */
  public CrosstabSpec spec() {
    return spec;
  }

  /** What it is made of. */
  public Crosstab crosstab() {
    return crosstab;
  }

  /** The heading of each column of labels. */
  public List<String> downHeadings() {
    return Collections.unmodifiableList(downHeadings);
  }

  /** The heading of each level across. */
  public List<String> acrossHeadings() {
    return names(spec.across());
  }

  /** How many heading lines there are above the body. */
  public int headingLines() {
    if (spec.rollForward().filter(RollForward::periodsDown).isPresent()) {
      return columns.get(0).labels().size();
    }
    int lines = spec.across().size() + (measuresAcross ? 1 : 0);
    return lines == 0 ? 1 : lines;
  }

  /** The lines of the body. */
  public List<Line> lines() {
    return Collections.unmodifiableList(lines);
  }

  /** The columns of the body. */
  public List<Column> columns() {
    return Collections.unmodifiableList(columns);
  }

  /**
   * Where the columns end that are under one heading.
   *
   * @param from the first of them
   * @param line the line of headings
   */
  public int groupEnd(int from, int line) {
    List<String> labels = columns.get(from).labels().subList(0, line + 1);
    int end = from + 1;
    boolean blank = labels.get(line).isEmpty();
    while (!blank
        && end < columns.size()
        && columns.get(end).labels().subList(0, line + 1).equals(labels)) {
      end++;
    }
    return end;
  }

  /** The index of the measure where a line and a column meet. */
  public int measure(Line line, Column column) {
    return line.measure() == NO_MEASURE ? Math.max(0, column.measure()) : line.measure();
  }

  /** The exact value where a line and a column meet. */
  public Optional<BigDecimal> value(Line line, Column column) {
    if (line.kind() == Kind.GAP) {
      return Optional.empty();
    }
    return line.stated().isEmpty()
        ? crosstab.value(line.item(), column.item(), measure(line, column))
        : line.stated().get(columns.indexOf(column));
  }

  /** How the numbers of each measure are written. */
  public List<ShownNumber> numbers() {
    return Collections.unmodifiableList(numbers);
  }

  /** How the number is written where a line and a column meet. */
  public ShownNumber number(Line line, Column column) {
    return numbers.get(measure(line, column));
  }

  /** What is where a line and a column meet without a value. */
  public String blanks(Line line, Column column) {
    return spec.measures().get(measure(line, column)).blanks().orElse(spec.blanks());
  }

  /** What is shown where a line and a column meet; the text for blanks where there is no value. */
  public String shown(Line line, Column column) {
    return line.kind() == Kind.GAP
        ? ""
        : number(line, column).show(value(line, column), blanks(line, column));
  }
}
