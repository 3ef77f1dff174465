package baddle.app.parts;

import baddle.core.check.RowSample;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.Summable;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Samples the rows of one source and adds up its numbers. */
public final class SourceTally {

  private final Schema schema;
  private final int[] columns;
  private final WideSum[] sums;
  private final RowSample sample = new RowSample();

  /**
   * The tally of a source that has no rows yet.
   *
   * @param schema the columns of its blocks
   * @param summed those whose numbers are added up
   */
  public SourceTally(Schema schema, List<Column> summed) {
    this.schema = schema;
    this.columns = summed.stream().mapToInt(c -> schema.indexOf(c.name()).orElseThrow()).toArray();
    this.sums = new WideSum[columns.length];
    for (int i = 0; i < sums.length; i++) {
      sums[i] = new WideSum();
    }
  }

  /** The columns whose sum means anything. */
  public static List<Column> summed(List<Column> columns) {
    return columns.stream()
        .filter(column -> column.type().isNumber() && Summable.mayBe(column.name()))
        .toList();
  }

  /** Takes a row by its hash. */
  public void row(long hash) {
    sample.add(hash);
  }

  /** Adds the numbers of some rows of a block. */
  public void add(Block block, int from, int to) {
    for (int i = 0; i < columns.length; i++) {
      LongVector numbers = block.numbers(columns[i]);
      long[] values = numbers.values();
      boolean anyBlank = numbers.blanks() != null;
      for (int row = from; row < to; row++) {
        if (!anyBlank || !numbers.isBlank(row)) {
          sums[i].add(values[row]);
        }
      }
    }
  }

  /** The sample and the sums. */
  public SampledSource sampled() {
    Map<String, BigDecimal> bySum = new LinkedHashMap<>();
    for (int i = 0; i < sums.length; i++) {
      Column column = schema.column(columns[i]);
      bySum.put(column.name(), sums[i].value(column.type().places()));
    }
    return new SampledSource(sample.hashes(), bySum);
  }
}
