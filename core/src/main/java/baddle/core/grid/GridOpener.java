package baddle.core.grid;

import java.io.IOException;
import java.nio.file.Path;

/** Opens files as grids, telling their kind by their content. */
@FunctionalInterface
public interface GridOpener {

  /**
   * Opens a file.
   *
   * @throws UnreadableFileException if it isn't of a kind that can be read
   */
  GridFile open(Path file) throws IOException;
}
