package baddle.formats.rows;

import baddle.core.table.BlockSink;
import java.io.Closeable;
import java.util.List;

/** Takes the rows of one table and writes them; closing it ends what is written. */
public interface RowsWriter extends BlockSink, Closeable {

  /** What a person should know of what was written; complete once it is closed. */
  default List<String> remarks() {
    return List.of();
  }
}
