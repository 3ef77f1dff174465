package baddle.app.consolidate;

import baddle.app.parts.FileOutcome;
import baddle.app.parts.PartSources;
import baddle.app.parts.SampledSource;
import baddle.app.review.NamedColumns;
import baddle.core.check.RowHashes;
import baddle.core.check.RowSample;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.core.value.Summable;
import baddle.core.value.WideSum;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Samples the rows of the sources of a part and adds up their numbers, so that sources which repeat
 * others, or are the sum of others, can be found.
 */
final class SourceSamples {

  private final PartSources sources;
  private final Schema schema;
  private final RowHashes hashes;

  /** The columns of numbers that may be added up, by their place in the schema. */
  private final List<Integer> summed = new ArrayList<>();

  private final Map<Integer, OfSource> bySource = new HashMap<>();
  private long rows;

  /** What is known of one source so far. */
  private static final class OfSource {
    private final RowSample sample = new RowSample();
    private final WideSum[] sums;

    private OfSource(int columns) {
      sums = new WideSum[columns];
      for (int i = 0; i < columns; i++) {
        sums[i] = new WideSum();
      }
    }
  }

  /** Of a part whose blocks have a schema. */
  SourceSamples(PartSources sources, Plan plan, DatasetPlan dataset, Schema schema) {
    this.sources = sources;
    this.schema = schema;
    List<Column> own = NamedColumns.others(plan, dataset);
    this.hashes = new RowHashes(schema, names(own));
    for (Column column : own) {
      if (column.type().isNumber() && Summable.mayBe(column.name())) {
        schema.indexOf(column.name()).ifPresent(summed::add);
      }
    }
  }

  /**
   * The columns that are looked at: those of numbers and dates that are read, since their hashes
   * cost little and only have to point at sources; all where there are hardly any.
   */
  private static List<String> names(List<Column> columns) {
    List<String> cheap =
        columns.stream()
            .filter(column -> column.type().kind() != ColumnType.Kind.TEXT)
            .map(Column::name)
            .toList();
    boolean tell = cheap.size() > 1 && columns.stream().anyMatch(one -> one.type().isNumber());
    return tell ? cheap : columns.stream().map(Column::name).toList();
  }

  /** Takes a block as it is stored. */
  void accept(Block block) {
    hashes.begin(block);
    Optional<TextVector> held = HiddenRows.held(block);
    sources.eachRun(
        rows,
        block.size(),
        (source, from, to) -> {
          OfSource of = bySource.computeIfAbsent(source, s -> new OfSource(summed.size()));
          for (int row = from; row < to; row++) {
            if (held.isEmpty() || held.get().isBlank(row)) {
              of.sample.add(hashes.shortened(row));
            }
          }
          for (int i = 0; i < summed.size(); i++) {
            add(of.sums[i], block.numbers(summed.get(i)), from, to);
          }
        });
    rows += block.size();
  }

  private static void add(WideSum sum, LongVector numbers, int from, int to) {
    long[] values = numbers.values();
    boolean anyBlank = numbers.blanks() != null;
    for (int row = from; row < to; row++) {
      if (!anyBlank || !numbers.isBlank(row)) {
        sum.add(values[row]);
      }
    }
  }

  /** The same outcomes with what is known of their rows; call it after the last block. */
  List<FileOutcome> settle(List<FileOutcome> outcomes) {
    List<FileOutcome> settled = new ArrayList<>();
    for (FileOutcome outcome : outcomes) {
      Map<Integer, SampledSource> samples = new TreeMap<>();
      outcome
          .sources()
          .forEach(
              source ->
                  Optional.ofNullable(bySource.get(source.number()))
                      .ifPresent(of -> samples.put(source.number(), sampled(of))));
      settled.add(outcome.with(samples));
    }
    return settled;
  }

  private SampledSource sampled(OfSource of) {
    Map<String, BigDecimal> sums = new LinkedHashMap<>();
    for (int i = 0; i < of.sums.length; i++) {
      Column column = schema.column(summed.get(i));
      sums.put(column.name(), of.sums[i].value(column.type().places()));
    }
    return new SampledSource(of.sample.hashes(), sums);
  }
}
