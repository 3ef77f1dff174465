package baddle.app.review;

import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/**
 * Which rows of a dataset are of a period: those dated in it where the dataset says which date a
 * row is of, those of its sources otherwise.
 */
public final class PeriodRows {

  private PeriodRows() {}

  /**
   * How many rows there are, in how many sources, and what they are worth.
   *
   * @param sources of how many sources
   * @param rows how many
   * @param column the column that says what rows are worth; empty where there is none
   * @param amount its sum
   */
  public record Sum(int sources, long rows, String column, BigDecimal amount) {

    /** Of no rows. */
    public static final Sum NONE = new Sum(0, 0, "", BigDecimal.ZERO);
  }

  /**
   * A condition for rows of a dataset that are of a period.
   *
   * @param sources the sources among whose periods those are that belong to it
   */
  public static String condition(
      Plan plan, DatasetPlan dataset, Period period, Collection<StoredSource> sources) {
    return dataset
        .datedBy()
        .map(date -> dated(date, period))
        .orElseGet(() -> ofSources(plan, period, sources));
  }

  private static String dated(String date, Period period) {
    String column = Expression.quoted(date);
    return "%1$s >= date '%2$s' and %1$s < date '%3$s'"
        .formatted(column, period.start(), period.end());
  }

  private static String ofSources(Plan plan, Period period, Collection<StoredSource> sources) {
    TreeSet<String> names = new TreeSet<>();
    for (StoredSource source : sources) {
      plan.periods()
          .parse(source.period())
          .filter(period::covers)
          .ifPresent(own -> names.add("'" + source.period().replace("'", "''") + "'"));
    }
    return Origin.SOURCE_PERIOD.name()
        + " in ("
        + (names.isEmpty() ? "''" : String.join(", ", names))
        + ")";
  }

  /** Counts the rows of a dataset that are of a period. */
  public static Sum sum(
      Plan plan,
      DatasetPlan dataset,
      DatasetReader reader,
      Period period,
      Collection<StoredSource> sources)
      throws IOException {
    Optional<String> amount =
        dataset.amount().filter(name -> reader.schema().indexOf(name).isPresent());
    CrosstabSpec spec =
        CrosstabSpec.of(
                "period",
                List.of(
                    AxisItem.ofColumn(Origin.SOURCE_FILE.name()),
                    AxisItem.ofColumn(Origin.SOURCE_SHEET.name())),
                List.of(),
                List.of(
                    Measure.of("rows", "count(*)"),
                    Measure.of(
                        "amount",
                        amount
                            .map(name -> "sum(" + Expression.quoted(name) + ")")
                            .orElse("count(*)"))))
            .whereAlso(condition(plan, dataset, period, sources));
    List<String> names = spec.columns("");
    CrosstabBuilder builder =
        new CrosstabBuilder(spec, reader.schema().only(names), plan.calendar());
    reader.scan(names, builder);
    Crosstab crosstab = builder.build();
    return new Sum(
        crosstab.down().children().stream().mapToInt(file -> file.children().size()).sum(),
        figure(crosstab, 0).longValue(),
        amount.orElse(""),
        amount.isEmpty() ? BigDecimal.ZERO : figure(crosstab, 1));
  }

  private static BigDecimal figure(Crosstab crosstab, int measure) {
    return crosstab.value(crosstab.down(), crosstab.across(), measure).orElse(BigDecimal.ZERO);
  }
}
