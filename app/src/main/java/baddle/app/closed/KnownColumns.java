package baddle.app.closed;

import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * The columns by which a stored row is recognised when it is read again: the read columns that its
 * part has, and the period of its source if rows have no date.
 */
final class KnownColumns {

  private KnownColumns() {}

  /** Of one part. */
  static Schema of(DatasetPlan dataset, DatasetReader reader, int part) {
    return new Schema(
        Stream.concat(
                dataset.readSchema().columns().stream()
                    .filter(column -> reader.hasColumn(part, column)),
                dataset.datedBy().isPresent() ? Stream.of() : Stream.of(Origin.SOURCE_PERIOD))
            .toList());
  }

  /** The parts, grouped by these columns. */
  static Map<List<Column>, Set<Integer>> groups(
      DatasetPlan dataset, DatasetReader reader, Set<Integer> parts) {
    Map<List<Column>, Set<Integer>> groups = new LinkedHashMap<>();
    for (int part : parts) {
      groups
          .computeIfAbsent(of(dataset, reader, part).columns(), columns -> new TreeSet<>())
          .add(part);
    }
    return groups;
  }

  /** Columns, followed by others that aren't among them yet. */
  static Schema with(Schema columns, Schema... more) {
    Map<String, Column> all = new LinkedHashMap<>();
    columns.columns().forEach(column -> all.put(column.name(), column));
    for (Schema others : more) {
      others.columns().forEach(column -> all.putIfAbsent(column.name(), column));
    }
    return new Schema(List.copyOf(all.values()));
  }
}
