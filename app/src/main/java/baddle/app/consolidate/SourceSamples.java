package baddle.app.consolidate;

import baddle.app.parts.FileOutcome;
import baddle.app.parts.PartSources;
import baddle.app.parts.SampledSource;
import baddle.app.parts.SourceTally;
import baddle.app.review.NamedColumns;
import baddle.core.check.RowHashes;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import java.util.ArrayList;
import java.util.HashMap;
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

  private final List<Column> summed;
  private final Map<Integer, SourceTally> bySource = new HashMap<>();
  private long rows;

  /** Of a part whose blocks have a schema. */
  SourceSamples(PartSources sources, Plan plan, DatasetPlan dataset, Schema schema) {
    this.sources = sources;
    this.schema = schema;
    List<Column> own = NamedColumns.others(plan, dataset);
    this.hashes = new RowHashes(schema, names(own));
    this.summed = SourceTally.summed(own.stream().filter(schema::has).toList());
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
          SourceTally tally =
              bySource.computeIfAbsent(source, s -> new SourceTally(schema, summed));
          for (int row = from; row < to; row++) {
            if (held.isEmpty() || held.get().isBlank(row)) {
              tally.row(hashes.shortened(row));
            }
          }
          tally.add(block, from, to);
        });
    rows += block.size();
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
                      .ifPresent(tally -> samples.put(source.number(), tally.sampled())));
      settled.add(outcome.with(samples));
    }
    return settled;
  }
}
