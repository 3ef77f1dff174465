package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.RollForwardLines;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.RollForward;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.Totals;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/** Puts the lines and columns of a cross-tab, subtotals and totals among them, into their order. */
final class LayoutBuilder {

  private final Crosstab crosstab;
  private final CrosstabSpec spec;
  private final Totals totals;
  private final List<String> downHeadings = new ArrayList<>();
  private final List<CrosstabLayout.Line> lines = new ArrayList<>();
  private final List<CrosstabLayout.Column> columns = new ArrayList<>();
  private final boolean measuresNamed;
  private final boolean measuresDown;
  private final boolean measuresOutside;

  LayoutBuilder(Crosstab crosstab) {
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
  }

  List<String> downHeadings() {
    return downHeadings;
  }

  List<CrosstabLayout.Line> lines() {
    return lines;
  }

  List<CrosstabLayout.Column> columns() {
    return columns;
  }

  /** Whether the lowest heading of a column names its measure. */
  boolean measuresAcross() {
    return measuresNamed && !measuresDown;
  }

  private void addHeadings() {
    downHeadings.addAll(CrosstabLayout.names(spec.down()));
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
      addLines(crosstab.down(), new ArrayList<>(), CrosstabLayout.NO_MEASURE);
      addTotalLine(CrosstabLayout.NO_MEASURE);
    }
  }

  private void addTotalLine(int measure) {
    boolean wanted = spec.down().isEmpty() || (totals.down() && !lines.isEmpty());
    if (wanted) {
      List<String> labels = padded(totals.label(), spec.down().size());
      addLine(labels, crosstab.down(), measure, CrosstabLayout.Kind.TOTAL, 0);
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
        addLine(path, item, measure, CrosstabLayout.Kind.ITEM, path.size() - 1);
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
        new CrosstabLayout.Line(
            Collections.nCopies(labels, ""),
            crosstab.down(),
            CrosstabLayout.NO_MEASURE,
            CrosstabLayout.Kind.GAP,
            0,
            List.of()));
  }

  private String subtotal(String label) {
    return totals.subtotalLabel().replace("{item}", label);
  }

  private void addSubtotal(Item item, List<String> path, int measure) {
    List<String> labels = new ArrayList<>(path);
    labels.set(path.size() - 1, subtotal(item.label()));
    labels.addAll(Collections.nCopies(spec.down().size() - path.size(), ""));
    addLine(labels, item, measure, CrosstabLayout.Kind.SUBTOTAL, path.size() - 1);
  }

  private void addLine(
      List<String> path, Item item, int measure, CrosstabLayout.Kind kind, int depth) {
    if (!measuresDown) {
      lines.add(
          new CrosstabLayout.Line(path, item, CrosstabLayout.NO_MEASURE, kind, depth, List.of()));
      return;
    }
    int from = measure == CrosstabLayout.NO_MEASURE ? 0 : measure;
    int to = measure == CrosstabLayout.NO_MEASURE ? spec.measures().size() : measure + 1;
    for (int i = from; i < to; i++) {
      List<String> labels = new ArrayList<>(path);
      labels.add(measuresOutside ? 0 : labels.size(), spec.measures().get(i).name());
      lines.add(new CrosstabLayout.Line(labels, item, i, kind, depth, List.of()));
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
      columns.add(
          new CrosstabLayout.Column(List.copyOf(path), item, CrosstabLayout.NO_MEASURE, total));
      return;
    }
    for (int i = from; i < to; i++) {
      List<String> labels = new ArrayList<>(path);
      if (measuresNamed) {
        labels.add(measuresOutside ? 0 : labels.size(), spec.measures().get(i).name());
      }
      columns.add(new CrosstabLayout.Column(List.copyOf(labels), item, i, total));
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
      columns.add(new CrosstabLayout.Column(List.of(period.label()), period, 0, false));
    }
    columns.add(new CrosstabLayout.Column(List.of(totals.label()), crosstab.across(), 0, true));
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
          new CrosstabLayout.Line(
              labels,
              crosstab.down(),
              CrosstabLayout.NO_MEASURE,
              kind(line.kind()),
              detail ? 1 : 0,
              line.values()));
    }
  }

  /** A line for each period, a column for each line of the roll-forward. */
  private void addRolledDown(RollForward rollForward, List<RollForwardLines.Line> rolled) {
    downHeadings.addAll(CrosstabLayout.names(spec.across()));
    for (RollForwardLines.Line line : rolled) {
      List<String> labels =
          rollForward.byAccount() ? List.of(line.account(), line.label()) : List.of(line.label());
      columns.add(
          new CrosstabLayout.Column(
              labels, crosstab.across(), 0, line.kind() == RollForward.Kind.CLOSING));
    }
    List<Item> periods = crosstab.across().children();
    for (int at = 0; at <= periods.size(); at++) {
      int index = at;
      boolean total = at == periods.size();
      lines.add(
          new CrosstabLayout.Line(
              List.of(total ? totals.label() : periods.get(at).label()),
              crosstab.down(),
              CrosstabLayout.NO_MEASURE,
              total ? CrosstabLayout.Kind.TOTAL : CrosstabLayout.Kind.ITEM,
              0,
              rolled.stream().map(line -> line.values().get(index)).toList()));
    }
  }

  private static CrosstabLayout.Kind kind(RollForward.Kind kind) {
    return switch (kind) {
      case DETAIL_IN, DETAIL_OUT, DETAIL_NEITHER, STATED -> CrosstabLayout.Kind.ITEM;
      case CLOSING -> CrosstabLayout.Kind.TOTAL;
      default -> CrosstabLayout.Kind.SUBTOTAL;
    };
  }
}
