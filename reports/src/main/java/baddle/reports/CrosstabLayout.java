package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.RollForwardLines;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.RollForward;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.Totals;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/** A cross-tab laid out as lines and columns, the same for every kind of report. */
public final class CrosstabLayout {

  private static final int NO_MEASURE = -1;

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
  private final Totals totals;
  private final List<String> downHeadings = new ArrayList<>();
  private final List<Line> lines = new ArrayList<>();
  private final List<Column> columns = new ArrayList<>();
  private final List<ShownNumber> numbers = new ArrayList<>();
  private final boolean measuresNamed;
  private final boolean measuresDown;
  private final boolean measuresOutside;

  /** Lays a cross-tab out. */
  public CrosstabLayout(Crosstab crosstab) {
    this.crosstab = crosstab;
    this.spec = crosstab.spec();
    this.totals = spec.totals();
    Optional<RollForward> rollForward = spec.rollForward();
    measuresDown = spec.measuresAt().down();
    measuresOutside = spec.measuresAt().outside();
    measuresNamed =
        rollForward.isEmpty()
            && (spec.measures().size() > 1 || (spec.across().isEmpty() && !measuresDown));
    if (rollForward.isPresent()) {
      addRollForward(rollForward.get());
    } else {
      addHeadings();
      addAllLines();
      addAllColumns();
    }
    for (int i = 0; i < spec.measures().size(); i++) {
      Measure measure = spec.measures().get(i);
      numbers.add(new ShownNumber(measure, crosstab.places(i), crosstab.type(i), spec.locale()));
    }
  }

  private void addHeadings() {
    downHeadings.addAll(names(spec.down()));
    if (measuresDown) {
      downHeadings.add(measuresOutside ? 0 : downHeadings.size(), "");
    }
  }

  private void addAllLines() {
    if (measuresDown && measuresOutside) {
      for (int measure = 0; measure < spec.measures().size(); measure++) {
        if (measure > 0 && totals.blankLines()) {
          addGap();
        }
        addLines(crosstab.down(), new ArrayList<>(), measure);
        addTotalLine(measure);
      }
    } else {
      addLines(crosstab.down(), new ArrayList<>(), NO_MEASURE);
      addTotalLine(NO_MEASURE);
    }
  }

  private void addTotalLine(int measure) {
    boolean wanted = spec.down().isEmpty() || (totals.down() && !lines.isEmpty());
    if (wanted) {
      List<String> labels = padded(totals.label(), spec.down().size());
      addLine(labels, crosstab.down(), measure, Kind.TOTAL, 0);
    }
  }

  private static List<String> padded(String label, int levels) {
    List<String> labels = new ArrayList<>(Collections.nCopies(levels, ""));
    if (levels > 0) {
      labels.set(0, label);
    }
    return labels;
  }

  private void addLines(Item item, List<String> path, int measure) {
    if (path.size() == spec.down().size()) {
      if (!path.isEmpty()) {
        addLine(path, item, measure, Kind.ITEM, path.size() - 1);
      }
      return;
    }
    boolean first = true;
    Subtotals.Place subtotals = totals.subtotals().of(path.size());
    for (Item child : item.children()) {
      if (path.isEmpty() && !first && totals.blankLines()) {
        addGap();
      }
      first = false;
      path.add(child.label());
      boolean outer = path.size() < spec.down().size();
      if (outer && subtotals == Subtotals.Place.ABOVE) {
        addSubtotal(child, path, measure);
      }
      addLines(child, path, measure);
      if (outer && subtotals == Subtotals.Place.BELOW) {
        addSubtotal(child, path, measure);
      }
      path.remove(path.size() - 1);
    }
  }

  private void addGap() {
    int labels = downHeadings.size();
    lines.add(
        new Line(
            Collections.nCopies(labels, ""), crosstab.down(), NO_MEASURE, Kind.GAP, 0, List.of()));
  }

  private String subtotal(String label) {
    return totals.subtotalLabel().replace("{item}", label);
  }

  private void addSubtotal(Item item, List<String> path, int measure) {
    List<String> labels = new ArrayList<>(path);
    labels.set(path.size() - 1, subtotal(item.label()));
    labels.addAll(Collections.nCopies(spec.down().size() - path.size(), ""));
    addLine(labels, item, measure, Kind.SUBTOTAL, path.size() - 1);
  }

  private void addLine(List<String> path, Item item, int measure, Kind kind, int depth) {
    if (!measuresDown) {
      lines.add(new Line(path, item, NO_MEASURE, kind, depth, List.of()));
      return;
    }
    int from = measure == NO_MEASURE ? 0 : measure;
    int to = measure == NO_MEASURE ? spec.measures().size() : measure + 1;
    for (int i = from; i < to; i++) {
      List<String> labels = new ArrayList<>(path);
      labels.add(measuresOutside ? 0 : labels.size(), spec.measures().get(i).name());
      lines.add(new Line(labels, item, i, kind, depth, List.of()));
    }
  }

  private void addAllColumns() {
    int all = spec.measures().size();
    if (!measuresDown && measuresOutside) {
      for (int measure = 0; measure < all; measure++) {
        addColumns(crosstab.across(), new ArrayList<>(), measure, measure + 1);
        addTotalColumns(measure, measure + 1);
      }
    } else {
      addColumns(crosstab.across(), new ArrayList<>(), 0, all);
      addTotalColumns(0, all);
    }
  }

  private void addTotalColumns(int from, int to) {
    boolean wanted = !spec.across().isEmpty() && totals.across() && !columns.isEmpty();
    if (wanted) {
      addMeasures(padded(totals.label(), spec.across().size()), crosstab.across(), true, from, to);
    }
  }

  private void addColumns(Item item, List<String> path, int from, int to) {
    if (path.size() == spec.across().size()) {
      addMeasures(path, item, false, from, to);
      return;
    }
    Subtotals.Place subtotals = totals.subtotalsAcross().of(path.size());
    for (Item child : item.children()) {
      path.add(child.label());
      boolean outer = path.size() < spec.across().size();
      if (outer && subtotals == Subtotals.Place.ABOVE) {
        addSubtotalColumns(child, path, from, to);
      }
      addColumns(child, path, from, to);
      if (outer && subtotals == Subtotals.Place.BELOW) {
        addSubtotalColumns(child, path, from, to);
      }
      path.remove(path.size() - 1);
    }
  }

  private void addSubtotalColumns(Item item, List<String> path, int from, int to) {
    List<String> labels = new ArrayList<>(path);
    labels.set(path.size() - 1, subtotal(item.label()));
    labels.addAll(Collections.nCopies(spec.across().size() - path.size(), ""));
    addMeasures(labels, item, true, from, to);
  }

  private void addMeasures(List<String> path, Item item, boolean total, int from, int to) {
    if (measuresDown) {
      columns.add(new Column(List.copyOf(path), item, NO_MEASURE, total));
      return;
    }
    for (int i = from; i < to; i++) {
      List<String> labels = new ArrayList<>(path);
      if (measuresNamed) {
        labels.add(measuresOutside ? 0 : labels.size(), spec.measures().get(i).name());
      }
      columns.add(new Column(List.copyOf(labels), item, i, total));
    }
  }

  private void addRollForward(RollForward rollForward) {
    List<RollForwardLines.Line> rolled = RollForwardLines.of(rollForward, crosstab);
    if (rollForward.periodsDown()) {
      addRolledDown(rollForward, rolled);
      return;
    }
    if (rollForward.byAccount()) {
      downHeadings.add(spec.down().get(0).item().heading());
    }
    downHeadings.add("");
    for (Item period : crosstab.across().children()) {
      columns.add(new Column(List.of(period.label()), period, 0, false));
    }
    columns.add(new Column(List.of(totals.label()), crosstab.across(), 0, true));
    String account = "";
    for (RollForwardLines.Line line : rolled) {
      if (!lines.isEmpty() && !line.account().equals(account)) {
        addGap();
      }
      account = line.account();
      List<String> labels = new ArrayList<>();
      if (rollForward.byAccount()) {
        labels.add(account);
      }
      boolean detail = line.kind().isDetail();
      labels.add((detail ? "  " : "") + line.label());
      lines.add(
          new Line(
              labels,
              crosstab.down(),
              NO_MEASURE,
              kind(line.kind()),
              detail ? 1 : 0,
              line.values()));
    }
  }

  /** A line for each period, a column for each line of the roll-forward. */
  private void addRolledDown(RollForward rollForward, List<RollForwardLines.Line> rolled) {
    downHeadings.addAll(names(spec.across()));
    for (RollForwardLines.Line line : rolled) {
      List<String> labels =
          rollForward.byAccount() ? List.of(line.account(), line.label()) : List.of(line.label());
      columns.add(
          new Column(labels, crosstab.across(), 0, line.kind() == RollForward.Kind.CLOSING));
    }
    List<Item> periods = crosstab.across().children();
    for (int at = 0; at <= periods.size(); at++) {
      int index = at;
      boolean total = at == periods.size();
      lines.add(
          new Line(
              List.of(total ? totals.label() : periods.get(at).label()),
              crosstab.down(),
              NO_MEASURE,
              total ? Kind.TOTAL : Kind.ITEM,
              0,
              rolled.stream().map(line -> line.values().get(index)).toList()));
    }
  }

  private static Kind kind(RollForward.Kind kind) {
    return switch (kind) {
      case DETAIL_IN, DETAIL_OUT, DETAIL_NEITHER, STATED -> Kind.ITEM;
      case CLOSING -> Kind.TOTAL;
      default -> Kind.SUBTOTAL;
    };
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
    int lines = spec.across().size() + (measuresNamed && !measuresDown ? 1 : 0);
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
   * Where the columns end that stand under one heading.
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

  /** What stands where a line and a column meet without a value. */
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
