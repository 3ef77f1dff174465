package baddle.bench.loops;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;

/** Adds rows into a cross-tab; the score is for one row. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
public class CrosstabLoop {

  private static final int ROWS = Block.MOST_ROWS;

  /** What is asked of the amounts. */
  @Param({"sum(amount)", "median(amount)", "count(distinct amount)"})
  public String measure = "sum(amount)";

  private final Schema schema =
      new Schema(
          List.of(
              new Column("amount", ColumnType.decimal(2)),
              new Column("site", ColumnType.of(ColumnType.Kind.INTEGER))));

  private final Block block = block(schema);

  private static Block block(Schema schema) {
    Random random = new Random(1);
    long[] amounts = random.longs(ROWS, 0, 100_000).toArray();
    long[] sites = random.longs(ROWS, 0, 40).toArray();
    return new Block(
        schema,
        List.of(new LongVector(amounts, null, ROWS), new LongVector(sites, null, ROWS)),
        new int[0],
        ROWS);
  }

  /** Builds a cross-tab of all rows, and asks for its values. */
  @Benchmark
  @OperationsPerInvocation(ROWS)
  public int build() throws IOException {
    CrosstabSpec spec =
        CrosstabSpec.of(
            "loop",
            List.of(AxisItem.parse("site")),
            List.of(),
            List.of(Measure.of("Amount", measure)));
    Schema wanted = schema.only(spec.columns(""));
    CrosstabBuilder builder = new CrosstabBuilder(spec, wanted, Calendar.standard());
    builder.accept(block.only(wanted), 0, ROWS);
    Crosstab crosstab = builder.build();
    int filled = 0;
    for (Item site : crosstab.down().children()) {
      filled += crosstab.value(site, crosstab.across(), 0).isPresent() ? 1 : 0;
    }
    return filled;
  }
}
