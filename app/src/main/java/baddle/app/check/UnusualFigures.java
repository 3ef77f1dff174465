package baddle.app.check;

import baddle.app.cells.KeptCells;
import baddle.core.calendar.Period;
import baddle.core.check.Unusual;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.Aggregate;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Looks for figures of the last period far from those before: each number column's sum, the number
 * of rows, each column's share of blanks.
 */
final class UnusualFigures {

  private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);
  private final Plan plan;
  private final DatasetPlan dataset;
  private final KeptCells cells;

  UnusualFigures(Plan plan, DatasetPlan dataset, KeptCells cells) {
    this.plan = plan;
    this.cells = cells;
    this.dataset = dataset;
  }

  /** What it asks of the rows. */
  CrosstabSpec spec(DatasetReader reader) {
    List<Column> columns =
        dataset.schema().columns().stream()
            .filter(column -> reader.schema().indexOf(column.name()).isPresent())
            .toList();
    List<Measure> measures = new ArrayList<>();
    measures.add(Measure.of("rows", "count(*)"));
    for (Column column : columns) {
      String name = Expression.quoted(column.name());
      measures.add(Measure.of(column.name(), "count(" + name + ")"));
      if (column.type().isNumber()) {
        measures.add(Measure.of(column.name(), "sum(" + name + ")"));
      }
    }
    return CrosstabSpec.of(
        "unusual",
        List.of(
            dataset
                .datedBy()
                .map(date -> AxisItem.parse(Expression.quoted(date) + " by month"))
                .orElse(AxisItem.ofColumn(Origin.SOURCE_PERIOD.name()))),
        List.of(),
        measures);
  }

  List<Finding> findings(DatasetReader reader) throws IOException {
    CrosstabSpec spec = spec(reader);
    Crosstab crosstab = cells.builder(spec, reader).build();
    int measures = spec.measures().size();
    List<Item> periods =
        crosstab.down().children().stream()
            .filter(item -> plan.periods().parse(item.label()).isPresent())
            .sorted(
                Comparator.comparing(
                    (Item item) -> plan.periods().parse(item.label()).map(Period::start).get()))
            .toList();
    List<Finding> findings = new ArrayList<>();
    for (int i = 0; !periods.isEmpty() && i < measures; i++) {
      figure(crosstab, periods, i).ifPresent(findings::add);
    }
    return findings;
  }

  private Optional<Finding> figure(Crosstab crosstab, List<Item> periods, int measure) {
    String column = crosstab.spec().measures().get(measure).name();
    AggregateCall call = crosstab.spec().measures().get(measure).value().calls().get(0);
    boolean share = call.function() == Aggregate.COUNT && call.argument().isPresent();
    List<BigDecimal> figures = new ArrayList<>();
    for (Item period : periods) {
      BigDecimal value = value(crosstab, period, measure);
      figures.add(share ? blankShare(value, value(crosstab, period, 0)) : value);
    }
    String what =
        share
            ? "the share of blanks in " + column + ", in percent,"
            : call.function() == Aggregate.SUM ? "the sum of " + column : "the number of rows";
    String last = periods.get(periods.size() - 1).label();
    return Unusual.last(figures)
        .map(
            unusual ->
                new Finding(
                    FindingCode.FIGURE_UNUSUAL,
                    FindingCode.FIGURE_UNUSUAL.severity(),
                    Place.nowhere(),
                    dataset.name()
                        + ": "
                        + what
                        + " is "
                        + plain(unusual.figure())
                        + " in "
                        + last
                        + "; in the "
                        + (periods.size() - 1)
                        + " periods before it was between "
                        + plain(unusual.least())
                        + " and "
                        + plain(unusual.most())
                        + ", mostly near "
                        + plain(unusual.median()),
                    "see whether the period is complete, and nothing counts twice",
                    Optional.empty(),
                    call.function() == Aggregate.SUM
                        ? Optional.of(unusual.figure().subtract(unusual.median()))
                        : Optional.empty()));
  }

  private static BigDecimal value(Crosstab crosstab, Item period, int measure) {
    return crosstab.value(period, crosstab.across(), measure).orElse(BigDecimal.ZERO);
  }

  private static BigDecimal blankShare(BigDecimal filled, BigDecimal rows) {
    return rows.signum() == 0
        ? BigDecimal.ZERO
        : rows.subtract(filled).multiply(HUNDRED).divide(rows, 1, RoundingMode.HALF_UP);
  }

  private static String plain(BigDecimal number) {
    return NumberText.rounded(number, 2);
  }
}
