package baddle.app.summarize;

import baddle.app.Project;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabSpec;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.reports.RowTable;
import baddle.store.DatasetReader;
import baddle.store.Store;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The rows of a dataset at a batch, read from the store when they are written; behind its columns
 * the labels of items that are no columns, such as months.
 */
record DatasetRows(
    Summarizing summarizing,
    Project project,
    String dataset,
    List<String> summaries,
    List<String> columns,
    List<AxisItem> levels,
    int batch,
    Optional<OneValue> only)
    implements RowTable {

  @Override
  public String name() {
    return dataset;
  }

  @Override
  public Schema schema() {
    try (Store store = Store.openToRead(project.storeFolder())) {
      return schema(summarizing.reader(store, dataset, batch).schema());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Schema schema(Schema all) {
    return new Schema(
        Stream.concat(
                all.only(columns).columns().stream(),
                levels.stream().map(item -> new Column(item.text(), ColumnType.text())))
            .toList());
  }

  @Override
  public long rows() throws IOException {
    long[] count = new long[1];
    try (Store store = Store.openToRead(project.storeFolder())) {
      DatasetReader reader = summarizing.reader(store, dataset, batch);
      List<String> one = columns.subList(0, 1);
      Summarizing.scan(dataset, reader, one, only, (block, from, to) -> count[0] += to - from);
    }
    return count[0];
  }

  @Override
  public void scan(BlockSink sink) throws IOException {
    try (Store store = Store.openToRead(project.storeFolder())) {
      DatasetReader reader = summarizing.reader(store, dataset, batch);
      if (levels.isEmpty()) {
        Summarizing.scan(dataset, reader, columns, only, sink);
        return;
      }
      CrosstabSpec spec =
          CrosstabSpec.of("", levels, List.of(), List.of(Measure.of("rows", "count(*)")));
      Crosstab items = summarizing.built(dataset, spec, store, batch, only);
      Map<Integer, List<String>> labels = new HashMap<>();
      label(items.down(), List.of(), labels);
      List<String> read =
          Stream.concat(spec.columns("").stream(), columns.stream()).distinct().toList();
      Schema schema = schema(reader.schema());
      Summarizing.scan(
          dataset,
          reader,
          read,
          only,
          (block, from, to) ->
              sink.accept(labelled(items, labels, schema, block, from, to), from, to));
    }
  }

  private static void label(Item item, List<String> path, Map<Integer, List<String>> labels) {
    labels.put(item.node(), path);
    for (Item child : item.children()) {
      List<String> further = new ArrayList<>(path);
      further.add(child.label());
      label(child, further, labels);
    }
  }

  private Block labelled(
      Crosstab items,
      Map<Integer, List<String>> labels,
      Schema schema,
      Block block,
      int from,
      int to) {
    List<Dictionary> dictionaries = levels.stream().map(level -> new Dictionary()).toList();
    int[][] codes = new int[levels.size()][block.size()];
    items.place(
        block,
        from,
        to,
        (found, row, down, across) -> {
          List<String> path = Objects.requireNonNull(labels.get(down));
          for (int i = 0; i < codes.length; i++) {
            boolean blank = path.get(i).equals(Item.BLANK_LABEL);
            codes[i][row] = blank ? Dictionary.BLANK : dictionaries.get(i).code(path.get(i));
          }
        });
    List<Vector> vectors = new ArrayList<>();
    for (String column : columns) {
      vectors.add(block.vector(block.schema().indexOf(column).orElseThrow()));
    }
    for (int i = 0; i < codes.length; i++) {
      vectors.add(new TextVector(codes[i], block.size(), dictionaries.get(i)));
    }
    return new Block(schema, vectors, block.rowNumbers(), block.size());
  }
}
