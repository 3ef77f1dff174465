package baddle.core.grid;

import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Takes the rows of a query's result in their order. */
public interface ResultSink {

  /** Takes the columns, once, before any row. */
  void begin(List<ResultColumn> columns) throws IOException;

  /**
   * Takes a row.
   *
   * @param kinds what each column's cell holds; used again for the next row
   * @param texts the cells as text, null for blanks; used again for the next row
   */
  void row(CellKind[] kinds, @Nullable String[] texts) throws IOException;
}
