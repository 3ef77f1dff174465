package baddle.reports;

import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import java.io.IOException;
import java.util.List;

/** The rows behind the figures of a workbook, as a table. */
public interface RowTable {

  /** What the table is called. */
  String name();

  /** The summaries that are of these rows. */
  List<String> summaries();

  /** Its columns. */
  Schema schema();

  /** How many rows it has. */
  long rows() throws IOException;

  /** Pushes all of them. */
  void scan(BlockSink sink) throws IOException;
}
