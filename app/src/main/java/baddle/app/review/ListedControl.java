package baddle.app.review;

import baddle.app.cells.KeptCells;
import baddle.app.reference.ListedTotals;
import baddle.app.reference.References;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.intake.LeaveOut;
import baddle.core.outcome.ControlTotal;
import baddle.core.table.Origin;
import baddle.plan.ControlList;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Compares what a list says sources should add up to with what the dataset has. */
public final class ListedControl {

  private final String feed;
  private final List<TotalLine> totals = new ArrayList<>();
  private final List<Finding> findings = new ArrayList<>();

  /** The lists of all feeds of a dataset. */
  public static List<ListedControl> of(
      DatasetPlan dataset, References references, DatasetReader reader, KeptCells cells)
      throws IOException {
    List<ListedControl> controls = new ArrayList<>();
    for (FeedPlan feed : references.plan().feeds().values()) {
      if (feed.dataset().equals(dataset.name()) && feed.controlList().isPresent()) {
        controls.add(
            new ListedControl(feed.name(), feed.controlList().get(), references, reader, cells));
      }
    }
    return controls;
  }

  /** What the lists of all feeds of a dataset ask of its rows. */
  public static List<CrosstabSpec> specs(DatasetPlan dataset, Plan plan) {
    return plan.feeds().values().stream()
        .filter(feed -> feed.dataset().equals(dataset.name()))
        .flatMap(feed -> feed.controlList().stream())
        .map(ListedControl::spec)
        .toList();
  }

  private static CrosstabSpec spec(ControlList list) {
    List<Measure> measures = new ArrayList<>();
    for (String column : list.stated().keySet()) {
      boolean rows = column.equals(LeaveOut.ROWS);
      measures.add(
          Measure.of(column, rows ? "count(*)" : "sum(" + Expression.quoted(column) + ")"));
    }
    return CrosstabSpec.of(
        "control",
        list.match().keySet().stream().map(AxisItem::ofColumn).toList(),
        List.of(),
        measures);
  }

  private ListedControl(
      String feed, ControlList list, References references, DatasetReader reader, KeptCells cells)
      throws IOException {
    this.feed = feed;
    List<String> columns = List.copyOf(list.match().keySet());
    List<String> stated = List.copyOf(list.stated().keySet());
    Map<List<String>, List<BigDecimal>> sums = sums(list, reader, cells);
    int sourcePeriod = columns.indexOf(Origin.SOURCE_PERIOD.name());
    References.ControlLines listed = references.controlList(list);
    findings.addAll(listed.findings());
    for (ListedTotals line : listed.lines()) {
      List<String> key = new ArrayList<>(line.key());
      if (sourcePeriod >= 0) {
        String period = key.get(sourcePeriod);
        Optional<Period> read = references.plan().periods().parse(period);
        key.set(sourcePeriod, read.map(Period::toString).orElse(period));
      }
      List<BigDecimal> computed = sums.remove(key);
      compare(line, key, stated, computed);
    }
    for (List<String> missing : sums.keySet()) {
      findings.add(
          Finding.of(
              FindingCode.CONTROL_TOTAL_NOT_LISTED,
              Place.file(list.feed().files().get(0).toString()),
              "no line states what " + String.join(", ", missing) + " should add up to",
              "ask for the total, and add the line"));
    }
  }

  private void compare(
      ListedTotals line,
      List<String> key,
      List<String> stated,
      @Nullable List<BigDecimal> computed) {
    for (int i = 0; i < stated.size(); i++) {
      BigDecimal wanted = line.stated().get(stated.get(i));
      if (wanted == null) {
        continue;
      }
      BigDecimal there = computed == null ? BigDecimal.ZERO : computed.get(i);
      ControlTotal total =
          new ControlTotal(stated.get(i), String.join(", ", key), line.line(), wanted, there, 0);
      Place place = Place.file(line.file()).atRow(line.line());
      totals.add(new TotalLine(feed, place, total));
      if (!total.ties()) {
        findings.add(
            Finding.of(
                FindingCode.CONTROL_TOTAL_DIFFERS,
                place,
                total.column()
                    + " of "
                    + total.label()
                    + ": stated "
                    + wanted.stripTrailingZeros().toPlainString()
                    + ", the dataset has "
                    + there.toPlainString()
                    + ", difference "
                    + total.difference().stripTrailingZeros().toPlainString(),
                "see which rows are held, left out or missing"));
      }
    }
  }

  private static Map<List<String>, List<BigDecimal>> sums(
      ControlList list, DatasetReader reader, KeptCells cells) throws IOException {
    Crosstab crosstab = cells.builder(spec(list), reader).build();
    Map<List<String>, List<BigDecimal>> sums = new HashMap<>();
    collect(crosstab, crosstab.down(), List.of(), list.match().size(), sums);
    return sums;
  }

  private static void collect(
      Crosstab crosstab,
      Item item,
      List<String> labels,
      int levels,
      Map<List<String>, List<BigDecimal>> sums) {
    if (labels.size() == levels) {
      List<BigDecimal> values = new ArrayList<>();
      for (int measure = 0; measure < crosstab.spec().measures().size(); measure++) {
        values.add(crosstab.value(item, crosstab.across(), measure).orElse(BigDecimal.ZERO));
      }
      sums.put(labels, values);
      return;
    }
    for (Item child : item.children()) {
      List<String> below = new ArrayList<>(labels);
      below.add(child.label());
      collect(crosstab, child, below, levels, sums);
    }
  }

  /** The totals of the lists, and what the dataset has. */
  public List<TotalLine> totals() {
    return totals;
  }

  /** What wants a person's eye. */
  List<Finding> findings() {
    return findings;
  }
}
