package baddle.database;

import baddle.core.table.BlockSink;
import java.io.IOException;

/** Rows that can be pushed. */
@FunctionalInterface
public interface RowScan {

  /** Pushes all of them. */
  void scan(BlockSink sink) throws IOException;
}
