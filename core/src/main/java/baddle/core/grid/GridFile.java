package baddle.core.grid;

import java.io.Closeable;
import java.util.List;

/** An open file seen as sheets. */
public interface GridFile extends Closeable {

  /** The sheets in the file's order; at least one. */
  List<GridSheet> sheets();
}
