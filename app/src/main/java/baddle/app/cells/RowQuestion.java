package baddle.app.cells;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.store.DatasetReader;
import java.util.List;

/**
 * What a cross-tab asks of the rows of one of its datasets.
 *
 * @param spec the cross-tab
 * @param own reads its own dataset
 * @param dataset whose rows are asked, as the cross-tab names it; empty for its own
 * @param reader reads these rows
 */
public record RowQuestion(
    CrosstabSpec spec, DatasetReader own, String dataset, DatasetReader reader) {

  /** What a cross-tab asks of the rows of its own dataset. */
  public static RowQuestion ofOwn(CrosstabSpec spec, DatasetReader own) {
    return new RowQuestion(spec, own, "", own);
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

  Schema schema() {
    return reader.schema().only(columns());
  }

  /** A builder that has taken no rows. */
  public CrosstabBuilder builder(Calendar calendar) {
    return new CrosstabBuilder(spec, own.schema().only(columns(spec, "", own)), calendar);
  }

  /** Where a builder takes the rows. */
  public BlockSink sink(CrosstabBuilder builder) {
    return dataset.isEmpty() ? builder : builder.input(dataset, schema());
  }
}
