package baddle.app.export;

import baddle.app.compare.SourceChange;
import baddle.app.review.PeriodRows;
import baddle.app.session.ProjectSession;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.store.DatasetReader;
import baddle.store.SortedRows;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The rows of a dataset that are wanted. */
final class RowsOfDataset implements RowsFile.Rows {

  private static final List<Column> SHORT =
      List.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW);

  private final ProjectSession session;
  private final DatasetReader reader;
  private final Batch batch;
  private final RowsChoice choice;
  private final List<String> columns;
  private final Optional<Condition> condition;
  private final Schema schema;
  private final Set<String> feeds;
  private final List<SortedRows.Order> order;

  /**
   * Rows of a dataset.
   *
   * @param session stays open as long as they are read
   * @throws ExportException if a column isn't there or the condition is none
   */
  public RowsOfDataset(ProjectSession session, String dataset, RowsChoice choice)
      throws IOException, ExportException {
    this.session = session;
    this.choice = choice;
    this.feeds =
        session.project().plan().feeds().values().stream()
            .filter(feed -> feed.dataset().equals(dataset))
            .map(FeedPlan::name)
            .collect(Collectors.toSet());
    this.batch = session.batch(choice.batch());
    this.reader = session.reader(dataset, batch.number());
    DatasetPlan plan = Objects.requireNonNull(session.project().plan().datasets().get(dataset));
    this.columns = columns(choice, plan, reader.schema());
    List<String> conditions = new ArrayList<>();
    choice.where().ifPresent(conditions::add);
    choice
        .period()
        .ifPresent(
            period -> {
              try {
                conditions.add(
                    PeriodRows.condition(
                        session.project().plan(),
                        plan,
                        period,
                        session.store().catalogue().sources(batch.number())));
              } catch (IOException e) {
                throw new UncheckedIOException(e);
              }
            });
    choice.sinceBatch().ifPresent(since -> conditions.add(Origin.BATCH.name() + " > " + since));
    String all =
        conditions.size() == 1 ? conditions.get(0) : "(" + String.join(") and (", conditions) + ")";
    this.condition =
        conditions.isEmpty()
            ? Optional.empty()
            : Optional.of(new Condition(all, reader.schema(), session.project().plan().calendar()));
    this.schema = reader.schema().only(columns);
    this.order = RowsOrder.of(choice.order(), reader.schema());
  }

  private static List<String> columns(RowsChoice choice, DatasetPlan plan, Schema schema)
      throws ExportException {
    for (String name : choice.columns()) {
      RowsOrder.known(name, schema);
    }
    List<String> own =
        choice.columns().isEmpty()
            ? plan.schema().names().stream().filter(n -> schema.indexOf(n).isPresent()).toList()
            : choice.columns();
    List<Column> origin =
        switch (choice.origin()) {
          case NONE -> List.of();
          case SHORT -> SHORT;
          case ALL -> Origin.columns();
        };
    return Stream.concat(own.stream(), origin.stream().map(Column::name)).distinct().toList();
  }

  /** All columns that there are. */
  Schema whole() {
    return reader.schema();
  }

  /** The columns they have. */
  public Schema schema() {
    return schema;
  }

  /** The batch they are of. */
  public Batch batch() {
    return batch;
  }

  /** What has been replaced or removed since the batch from which on rows are wanted. */
  public List<SourceChange> changes() throws IOException {
    if (choice.sinceBatch().isEmpty()) {
      return List.of();
    }
    return SourceChange.between(
            session.store().catalogue(), choice.sinceBatch().getAsInt(), batch.number())
        .stream()
        .filter(change -> change.kind() != SourceChange.Kind.NEW)
        .filter(change -> change.kind() != SourceChange.Kind.RENAMED)
        .filter(change -> change.kind() != SourceChange.Kind.MOVED)
        .filter(change -> feeds.contains(change.feed()))
        .toList();
  }

  @Override
  public long count() throws IOException {
    if (condition.isEmpty()) {
      return reader.rows();
    }
    long[] count = new long[1];
    scan(condition.get().columns(), (block, from, to) -> count[0] += to - from);
    return count[0];
  }

  @Override
  public void scan(BlockSink sink) throws IOException {
    if (order.isEmpty()) {
      scan(columns, sink);
      return;
    }
    List<String> read =
        Stream.concat(columns.stream(), order.stream().map(SortedRows.Order::column))
            .distinct()
            .toList();
    try (SortedRows sorted = new SortedRows(reader.schema().only(read), order)) {
      scan(read, sorted);
      sorted.push(schema, sink);
    }
  }

  private void scan(List<String> read, BlockSink sink) throws IOException {
    if (condition.isPresent()) {
      reader.scan(read, condition.get(), sink);
    } else {
      reader.scan(read, sink);
    }
  }
}
