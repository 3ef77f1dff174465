package baddle.app.columns;

import baddle.app.BatchChoice;
import baddle.app.BatchStamp;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/**
 * What the columns of a dataset hold.
 *
 * @param dataset its name
 * @param batch the batch it is of
 * @param rows how many rows it has
 * @param columns its columns, those of the origin last
 */
public record ColumnSurvey(
    String dataset, BatchStamp batch, long rows, List<SurveyedColumn> columns) {

  /** Beyond so many different values they aren't counted. */
  public static final int MOST_DISTINCT = 100_000;

  static final int EXAMPLES = 3;

  /**
   * A column.
   *
   * @param column its name and type
   * @param filled how many rows have a value
   * @param distinct how many different values; at most {@link #MOST_DISTINCT} are counted
   * @param examples the first of them
   */
  public record SurveyedColumn(Column column, long filled, int distinct, List<String> examples) {

    /** Copies the list. */
    public SurveyedColumn {
      examples = List.copyOf(examples);
    }
  }

  /** Copies the list. */
  public ColumnSurvey {
    columns = List.copyOf(columns);
  }

  /**
   * Looks at a dataset.
   *
   * @throws baddle.store.StoreException.Absent if nothing was consolidated yet
   */
  public static ColumnSurvey of(Project project, String dataset) throws IOException {
    try (Store store = OwnStore.openToRead(project)) {
      Batch batch = BatchChoice.of(store, project, OptionalInt.empty());
      DatasetReader reader = store.dataset(dataset, batch.number());
      List<ColumnTally> tallies = new ArrayList<>();
      reader.schema().columns().forEach(column -> tallies.add(new ColumnTally(column)));
      reader.scan(reader.schema().names(), (block, from, to) -> add(tallies, block, from, to));
      return new ColumnSurvey(
          dataset,
          BatchStamp.of(batch),
          reader.rows(),
          tallies.stream().map(ColumnTally::result).toList());
    }
  }

  private static void add(List<ColumnTally> tallies, Block block, int from, int to) {
    for (int i = 0; i < tallies.size(); i++) {
      tallies.get(i).add(block.vector(i), from, to);
    }
  }
}
