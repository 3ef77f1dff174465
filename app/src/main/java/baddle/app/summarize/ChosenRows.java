package baddle.app.summarize;

import baddle.app.cells.OneValue;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.table.BlockSink;
import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;

/** The rows of datasets: all of them, or those with one value. */
public final class ChosenRows {

  private final ProjectSession session;

  /** Of a project that is read. */
  public ChosenRows(ProjectSession session) {
    this.session = session;
  }

  /** How many rows a dataset has, or how many of them with one value. */
  long count(String dataset, int batch, Optional<OneValue> only) throws IOException {
    if (only.isEmpty()) {
      return session.reader(dataset, batch).rows();
    }
    CrosstabSpec counting =
        CrosstabSpec.of("", List.of(), List.of(), List.of(Measure.of("rows", "count(*)")));
    Crosstab counted = new Summarizer(session).built(dataset, counting, batch, only);
    return counted
        .value(counted.down(), counted.across(), 0)
        .map(BigDecimal::longValueExact)
        .orElse(0L);
  }

  /** Goes over the rows of a dataset, or over those with one value. */
  static void scan(
      String dataset,
      DatasetReader reader,
      List<String> columns,
      Optional<OneValue> only,
      BlockSink sink)
      throws IOException {
    if (only.isPresent()) {
      reader.scan(columns, only.get().of(dataset, reader.schema()), sink);
    } else {
      reader.scan(columns, sink);
    }
  }

  /**
   * The values of a column of text, in order; an empty one for rows without.
   *
   * @throws IOException if the dataset hasn't got the column, or it isn't one of text
   */
  public SortedSet<String> values(String dataset, String column, int batch) throws IOException {
    DatasetReader reader = session.reader(dataset, batch);
    OneValue.refuseOthers(column, dataset, reader.schema());
    TreeSet<String> values = new TreeSet<>();
    reader.scan(
        List.of(column),
        (block, from, to) -> {
          TextVector vector = (TextVector) block.vector(0);
          BitSet codes = new BitSet();
          for (int row = from; row < to; row++) {
            codes.set(vector.codes()[row]);
          }
          codes.stream()
              .forEach(
                  code ->
                      values.add(code == Dictionary.BLANK ? "" : vector.dictionary().text(code)));
        });
    return values;
  }
}
