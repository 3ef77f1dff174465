package baddle.app.trace;

import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import java.io.IOException;

/** Takes the rows behind a figure. */
public interface TracedRows extends BlockSink {

  /**
   * Before the first row.
   *
   * @param schema the columns of the rows
   * @param numbers how many of the last ones are what adds up to the figure
   */
  void begin(Schema schema, int numbers) throws IOException;
}
