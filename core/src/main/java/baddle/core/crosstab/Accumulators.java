package baddle.core.crosstab;

import baddle.core.expression.Aggregate;
import baddle.core.expression.AggregateCall;
import baddle.core.value.ColumnType;
import java.math.BigDecimal;

/** Makes the accumulator of each aggregate. */
final class Accumulators {

  private static final BigDecimal HALF = new BigDecimal("0.5");

  private Accumulators() {}

  /**
   * An empty one.
   *
   * @param allRows counts all rows; taken where nothing else is wanted
   */
  static Accumulator of(AggregateCall call, ColumnType of, CountAccumulator allRows) {
    boolean filtered = call.filter().isPresent();
    int places = of.places();
    return switch (call.function()) {
      case SUM, AVG -> {
        CountAccumulator rows = filtered ? new CountAccumulator() : allRows;
        yield new SumAccumulator(places, call.function() == Aggregate.AVG, rows, filtered);
      }
      case COUNT ->
          call.distinct()
              ? new DistinctAccumulator(of.kind() == ColumnType.Kind.TEXT)
              : call.argument().isEmpty() && !filtered ? allRows : new CountAccumulator();
      case MIN, MAX -> new ExtremeAccumulator(places, call.function() == Aggregate.MAX);
      case MEDIAN -> new PercentileAccumulator(places, HALF);
      case PERCENTILE_CONT -> new PercentileAccumulator(places, call.fraction());
      case STDDEV_POP, STDDEV_SAMP ->
          new DeviationAccumulator(places, call.function() == Aggregate.STDDEV_SAMP);
      case FIRST -> new PeriodAccumulator(places, PeriodAccumulator.Which.FIRST);
      case LATEST -> new PeriodAccumulator(places, PeriodAccumulator.Which.LATEST);
      case LAST -> new PeriodAccumulator(places, PeriodAccumulator.Which.LAST_ROW);
    };
  }
}
