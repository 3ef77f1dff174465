package baddle.app.check;

import baddle.app.cells.KeptCells;
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
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/** Looks for rows that are dated outside of the period that their source states. */
final class DatesOutside {

  private static final int MOST_NAMED = 3;

  private final Plan plan;
  private final DatasetPlan dataset;
  private final KeptCells cells;

  DatesOutside(Plan plan, DatasetPlan dataset, KeptCells cells) {
    this.plan = plan;
    this.cells = cells;
    this.dataset = dataset;
  }

  private Optional<String> date(DatasetReader reader) {
    return dataset.datedBy().filter(name -> reader.schema().indexOf(name).isPresent());
  }

  /** What it asks of the rows; nothing where they aren't dated. */
  Optional<CrosstabSpec> spec(DatasetReader reader) {
    return date(reader)
        .map(
            date ->
                CrosstabSpec.of(
                    "dates",
                    List.of(
                        AxisItem.ofColumn(Origin.SOURCE_FILE.name()),
                        AxisItem.ofColumn(Origin.SOURCE_SHEET.name()),
                        AxisItem.ofColumn(Origin.SOURCE_PERIOD.name()),
                        AxisItem.parse(Expression.quoted(date) + " by day")),
                    List.of(),
                    List.of(Measure.of("rows", "count(*)"))));
  }

  List<Finding> findings(DatasetReader reader) throws IOException {
    Optional<CrosstabSpec> spec = spec(reader);
    if (spec.isEmpty()) {
      return List.of();
    }
    String date = date(reader).orElseThrow();
    Crosstab crosstab = cells.builder(spec.get(), reader).build();
    List<Finding> findings = new ArrayList<>();
    for (Item file : crosstab.down().children()) {
      for (Item sheet : file.children()) {
        String name = sheet.label().equals(Item.BLANK_LABEL) ? "" : sheet.label();
        for (Item stated : sheet.children()) {
          plan.periods()
              .parse(stated.label())
              .flatMap(period -> outside(crosstab, stated, period, date))
              .ifPresent(
                  message ->
                      findings.add(
                          Finding.of(
                              FindingCode.DATES_OUTSIDE,
                              Place.source(file.label(), name),
                              message,
                              "see whether these rows belong here; figures by "
                                  + date
                                  + " have them at their own date")));
        }
      }
    }
    return findings;
  }

  private Optional<String> outside(Crosstab crosstab, Item stated, Period period, String date) {
    TreeSet<String> days = new TreeSet<>();
    long rows = 0;
    for (Item day : stated.children()) {
      Optional<Period> own = plan.periods().parse(day.label());
      if (own.isPresent() && !period.covers(own.get())) {
        days.add(day.label());
        rows += crosstab.value(day, crosstab.across(), 0).map(BigDecimal::longValue).orElse(0L);
      }
    }
    if (days.isEmpty()) {
      return Optional.empty();
    }
    List<String> some = days.stream().limit(MOST_NAMED).toList();
    return Optional.of(
        "it states "
            + period
            + ", and "
            + (rows == 1 ? "1 row has" : rows + " rows have")
            + " another "
            + date
            + ": "
            + String.join(", ", some)
            + (days.size() > some.size() ? ", ..." : ""));
  }
}
