package baddle.app.consolidate;

import baddle.app.parts.FileOutcome;
import baddle.app.parts.PartSources;
import baddle.core.check.RowHashes;
import baddle.core.check.RowSample;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Samples the rows of the files of a part, so that files which repeat others can be found. */
final class FileSamples {

  private final PartSources sources;
  private final RowHashes hashes;
  private final Map<String, RowSample> samples = new HashMap<>();
  private long rows;

  /** Of a part whose blocks have a schema. */
  FileSamples(PartSources sources, DatasetPlan dataset, Schema schema) {
    this.sources = sources;
    this.hashes = new RowHashes(schema, names(dataset));
  }

  /**
   * The columns that are looked at: those of numbers and dates that are read, since their hashes
   * cost little and only have to point at files; all where there are hardly any.
   */
  private static List<String> names(DatasetPlan dataset) {
    List<Column> columns = dataset.readSchema().columns();
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
          RowSample sample =
              samples.computeIfAbsent(sources.file(source).file().path(), path -> new RowSample());
          for (int row = from; row < to; row++) {
            if (held.isEmpty() || held.get().isBlank(row)) {
              sample.add(hashes.shortened(row));
            }
          }
        });
    rows += block.size();
  }

  /** The same outcomes with the samples of their rows; call it after the last block. */
  List<FileOutcome> settle(List<FileOutcome> outcomes) {
    return outcomes.stream()
        .map(
            outcome ->
                outcome.with(
                    Optional.ofNullable(samples.get(outcome.file().file().path()))
                        .map(RowSample::hashes)))
        .toList();
  }
}
