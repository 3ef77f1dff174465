package baddle.app.cells;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.expression.AxisItem;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a cross-tab asks of the rows of one of its datasets.
 *
 * @param spec the cross-tab
 * @param own reads its own dataset
 * @param dataset whose rows are asked, as the cross-tab names it; empty for its own
 * @param reader reads these rows
 * @param only those that are meant; empty for all
 */
public record RowQuestion(
    CrosstabSpec spec,
    DatasetReader own,
    String dataset,
    DatasetReader reader,
    Optional<OneValue> only) {

  /** What a cross-tab asks of the rows of its own dataset. */
  public static RowQuestion ofOwn(CrosstabSpec spec, DatasetReader own) {
    return new RowQuestion(spec, own, "", own, Optional.empty());
  }

  /**
   * The columns it reads, one at least.
   *
   * @throws baddle.core.crosstab.spec.SpecException if the rows haven't got one
   */
  public List<String> columns() {
    return columns(spec, dataset, reader);
  }

  private static List<String> columns(CrosstabSpec spec, String dataset, DatasetReader reader) {
    List<String> columns = spec.columns(dataset);
    for (String column : columns) {
      if (reader.schema().indexOf(column).isEmpty()) {
        throw spec.noColumn(column, reader.schema());
      }
    }
    return columns.isEmpty() ? List.of(reader.schema().names().get(0)) : columns;
  }

  /**
   * The question whose answer is kept: one of all rows, with the value that only some have as the
   * last level across.
   */
  RowQuestion kept() {
    if (only.isEmpty()) {
      return this;
    }
    List<Level> across = new ArrayList<>(spec.across());
    across.add(Level.of(AxisItem.ofColumn(only.get().column())));
    return new RowQuestion(spec.with(spec.down(), across), own, dataset, reader, Optional.empty());
  }

  /** Chooses the rows that are meant; empty for all. */
  Optional<DatasetReader.RowChoice> choice() {
    return only.map(one -> one.in(spec.nameIn(dataset, one.column())).choice());
  }

  Schema schema() {
    return reader.schema().only(columns());
  }

  /** A builder that has taken no rows. */
  CrosstabBuilder builder(Calendar calendar) {
    return new CrosstabBuilder(spec, own.schema().only(columns(spec, "", own)), calendar);
  }

  void scan(BlockSink sink) throws IOException {
    Optional<DatasetReader.RowChoice> choice = choice();
    if (choice.isPresent()) {
      reader.scan(columns(), choice.get(), sink);
    } else {
      reader.scan(columns(), sink);
    }
  }

  void scanPart(int part, BlockSink sink) throws IOException {
    Optional<DatasetReader.RowChoice> choice = choice();
    if (choice.isPresent()) {
      reader.scanPart(part, columns(), choice.get(), sink);
    } else {
      reader.scanPart(part, columns(), sink);
    }
  }

  /** Where a builder takes the rows. */
  BlockSink sink(CrosstabBuilder builder) {
    return dataset.isEmpty() ? builder : builder.input(dataset, schema());
  }
}
