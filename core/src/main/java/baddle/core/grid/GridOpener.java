package baddle.core.grid;

import java.io.IOException;
import java.nio.file.Path;

/** Opens files as grids, telling their kind by their content. */
@FunctionalInterface
public interface GridOpener {

  /**
   * Opens a file.
   *
   * @param dialect what is known of it if it is delimited text
   * @throws UnreadableFileException if it isn't of a kind that can be read
   */
  GridFile open(Path file, Dialect dialect) throws IOException;
}
