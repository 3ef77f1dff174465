package baddle.app.summarize;

import baddle.app.cells.OneValue;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.reports.RowTable;
import baddle.store.DatasetReader;
import baddle.store.SortedRows;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The rows of a dataset at a batch, read from the store when they are written; behind its columns
 * the labels of items that are no columns, such as months. They come in the order of the items down
 * of the first summary, so that those of an item follow each other.
 *
 * @param specs the summaries that are of these rows, by their names
 * @param levels the items whose labels are written
 */
record DatasetRows(
    Summarizer summarizing,
    ProjectSession session,
    String dataset,
    Map<String, CrosstabSpec> specs,
    List<String> columns,
    List<AxisItem> levels,
    int batch,
    Optional<OneValue> only)
    implements RowTable {

  /** Holds a row's place while rows are put in order. */
  private static final Column PLACE =
      new Column("\u0000place", ColumnType.of(ColumnType.Kind.INTEGER));

  @Override
  public String name() {
    return dataset;
  }

  @Override
  public List<String> summaries() {
    return List.copyOf(specs.keySet());
  }

  @Override
  public Schema schema() {
    try {
      return schema(session.reader(dataset, batch).schema());
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
    return new ChosenRows(session).count(dataset, batch, only);
  }

  @Override
  public Map<List<String>, Span> spans(String summary) throws IOException {
    CrosstabSpec spec = Objects.requireNonNull(specs.get(summary));
    List<String> down = texts(spec.down());
    List<AxisItem> order = order();
    boolean ordered =
        down.size() <= order.size()
            && down.equals(order.stream().map(AxisItem::text).toList().subList(0, down.size()));
    if (!ordered || !isOfAllRows(spec)) {
      return Map.of();
    }
    Crosstab counted = summarizing.built(dataset, counting(order), batch, only);
    Map<List<String>, Span> spans = new HashMap<>();
    Set<List<String>> twins = new HashSet<>();
    span(counted, counted.down(), List.of(), 0, spans, twins);
    spans.keySet().removeAll(twins);
    return spans;
  }

  private static long span(
      Crosstab counted,
      Item item,
      List<String> path,
      long first,
      Map<List<String>, Span> spans,
      Set<List<String>> twins) {
    long count =
        counted.value(item, counted.across(), 0).map(value -> value.longValueExact()).orElse(0L);
    if (count > 0 && spans.put(path, new Span(first, count)) != null) {
      twins.add(path);
    }
    long next = first;
    for (Item child : item.children()) {
      List<String> further = new ArrayList<>(path);
      further.add(child.label());
      next = span(counted, child, further, next, spans, twins);
    }
    return first + count;
  }

  private static CrosstabSpec counting(List<AxisItem> down) {
    return CrosstabSpec.of("", down, List.of(), List.of(Measure.of("rows", "count(*)")));
  }

  private static List<String> texts(List<Level> levels) {
    return levels.stream().map(level -> level.item().text()).toList();
  }

  private static boolean isOfAllRows(CrosstabSpec spec) {
    return spec.where().isEmpty() && spec.rollForward().isEmpty();
  }

  /** The items that rows are put in order by; none where they come as they are stored. */
  private List<AxisItem> order() {
    return specs.values().stream()
        .filter(DatasetRows::isOfAllRows)
        .findFirst()
        .map(spec -> spec.down().stream().map(Level::item).toList())
        .orElse(List.of());
  }

  @Override
  public void scan(BlockSink sink) throws IOException {
    DatasetReader reader = session.reader(dataset, batch);
    List<AxisItem> order = order();
    if (levels.isEmpty() && order.isEmpty()) {
      ChosenRows.scan(dataset, reader, columns, only, sink);
      return;
    }
    List<AxisItem> items = Stream.concat(order.stream(), levels.stream()).distinct().toList();
    CrosstabSpec spec = counting(items);
    Crosstab placed = summarizing.built(dataset, spec, batch, only);
    ItemPlaces places = new ItemPlaces(placed.down());
    List<Integer> labelled = levels.stream().map(items::indexOf).toList();
    List<String> read =
        Stream.concat(spec.columns("").stream(), columns.stream()).distinct().toList();
    Schema schema = schema(reader.schema());
    List<Column> withPlace = new ArrayList<>(schema.columns());
    withPlace.add(PLACE);
    Schema ordered = new Schema(withPlace);
    try (SortedRows sorted =
        new SortedRows(ordered, List.of(new SortedRows.Order(PLACE.name(), false)))) {
      ChosenRows.scan(
          dataset,
          reader,
          read,
          only,
          (block, from, to) ->
              sorted.accept(
                  labelled(placed, places, labelled, ordered, block, from, to), from, to));
      sorted.push(schema, sink);
    }
  }

  private Block labelled(
      Crosstab items,
      ItemPlaces places,
      List<Integer> labelled,
      Schema schema,
      Block block,
      int from,
      int to) {
    List<Dictionary> dictionaries = levels.stream().map(level -> new Dictionary()).toList();
    int[][] codes = new int[levels.size()][block.size()];
    long[] order = new long[block.size()];
    items.place(
        block,
        from,
        to,
        (found, row, down, across) -> {
          order[row] = places.place(down);
          for (int i = 0; i < codes.length; i++) {
            String label = places.label(down, labelled.get(i));
            boolean blank = label.equals(Item.BLANK_LABEL);
            codes[i][row] = blank ? Dictionary.BLANK : dictionaries.get(i).code(label);
          }
        });
    List<Vector> vectors = new ArrayList<>();
    for (String column : columns) {
      vectors.add(block.vector(block.schema().indexOf(column).orElseThrow()));
    }
    for (int i = 0; i < codes.length; i++) {
      vectors.add(new TextVector(codes[i], block.size(), dictionaries.get(i)));
    }
    vectors.add(new LongVector(order, new long[(block.size() + 63) / 64], block.size()));
    return new Block(schema, vectors, block.rowNumbers(), block.size());
  }
}
