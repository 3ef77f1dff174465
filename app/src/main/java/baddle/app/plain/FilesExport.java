package baddle.app.plain;

import baddle.app.export.Condition;
import baddle.app.export.ExportException;
import baddle.app.export.RowsFile;
import baddle.app.export.RowsOrder;
import baddle.core.calendar.Calendar;
import baddle.core.expression.Expression;
import baddle.core.finding.Finding;
import baddle.core.grid.CsvForm;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.formats.Formats;
import baddle.store.SortedRows;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** The stacked rows of files as a clean table, without a plan. */
public final class FilesExport implements RowsFile.Rows {

  private final PlainTables tables;
  private final List<String> names;
  private final Optional<Condition> condition;
  private final List<SortedRows.Order> order;
  private long count;

  /**
   * The rows to export, and their order.
   *
   * @param plain which tables
   * @param columns the headings, in order; none for all there are
   * @param origin the columns that say where a row came from
   * @param where a condition that rows meet
   * @param order columns to sort by, each perhaps followed by {@code descending}
   */
  public record Choice(
      PlainChoice plain,
      List<String> columns,
      List<String> origin,
      Optional<String> where,
      List<String> order) {

    /** Copies the lists. */
    public Choice {
      columns = List.copyOf(columns);
      origin = List.copyOf(origin);
      order = List.copyOf(order);
    }
  }

  /**
   * Looks into files and reads them once.
   *
   * @throws ExportException if there is no table, or the rows can't be chosen as asked
   */
  public FilesExport(List<Path> files, Choice choice) throws IOException, ExportException {
    PlainColumns found =
        choice.columns().isEmpty()
            ? PlainHeadings.of(files, choice.plain())
            : PlainColumns.required(choice.columns());
    this.names =
        Stream.concat(found.names().stream(), choice.origin().stream()).distinct().toList();
    List<String> read = new ArrayList<>(names);
    choice.where().ifPresent(text -> read.addAll(Expression.parse(text).names()));
    read.addAll(RowsOrder.columns(choice.order()));
    this.tables =
        PlainTables.of(
            new Formats(),
            new PlainColumns(read.stream().distinct().toList(), found.optional(), found.isChoice()),
            choice.plain(),
            files);
    Schema schema = tables.schema();
    this.condition =
        choice.where().isEmpty() || tables.isEmpty()
            ? Optional.empty()
            : Optional.of(new Condition(choice.where().get(), schema, Calendar.standard()));
    this.order = RowsOrder.of(choice.order(), schema);
    if (!tables.isEmpty()) {
      count = tables.read(Counter::new).rows;
    }
  }

  /** Counts rows. */
  private final class Counter implements BlockSink {
    private long rows;

    @Override
    public void accept(Block block, int from, int to) throws IOException {
      chosen((counted, start, end) -> rows += end - start).accept(block, from, to);
    }
  }

  /** Whether no table was found. */
  public boolean isEmpty() {
    return tables.isEmpty();
  }

  /** What wants a person's eye. */
  public List<Finding> findings() {
    return tables.findings();
  }

  /** Where the rows come from. */
  public Map<String, String> about() {
    return tables.about();
  }

  private BlockSink chosen(BlockSink sink) {
    if (condition.isEmpty()) {
      return sink;
    }
    return (block, from, to) -> {
      BitSet rows =
          condition.get().rows(block.only(block.schema().only(condition.get().columns())));
      for (int start = rows.nextSetBit(from); start >= 0 && start < to; ) {
        int end = Math.min(to, rows.nextClearBit(start));
        sink.accept(block, start, end);
        start = rows.nextSetBit(end);
      }
    };
  }

  @Override
  public long count() {
    return count;
  }

  @Override
  public void scan(BlockSink sink) throws IOException {
    Schema written = tables.schema().only(names);
    if (order.isEmpty()) {
      tables.read(() -> chosen((block, from, to) -> sink.accept(block.only(written), from, to)));
      return;
    }
    try (SortedRows sorted = new SortedRows(tables.schema(), order)) {
      tables.read(() -> chosen(sorted));
      sorted.push(written, sink);
    }
  }

  /**
   * Writes them into a file.
   *
   * @param project the plan whose project must never read the file as a source
   */
  public RowsFile.Written toFile(Path file, Optional<Path> project, CsvForm form, String table)
      throws IOException {
    return RowsFile.write(file, project, tables.schema().only(names), shape(form, table), this);
  }

  /** Writes them as delimited text into a stream, which stays open. */
  public RowsFile.Written toText(OutputStream out, CsvForm form) throws IOException {
    return RowsFile.writeText(out, tables.schema().only(names), shape(form, "rows"), this);
  }

  private RowsFile.Shape shape(CsvForm form, String table) {
    return new RowsFile.Shape(table, form, List.copyOf(tables.about().entrySet()), List.of());
  }
}
