package baddle.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * Which state a store is in, told without opening it.
 *
 * @param file size and time of its file
 * @param writer who wrote to it last, or is writing to it
 */
public record StoreState(String file, String writer) {

  /**
   * As it is now.
   *
   * @param folder the project's {@code .baddle} folder
   * @return empty where there is none, or where only the database can tell
   */
  public static Optional<StoreState> of(Path folder) throws IOException {
    Path file = Store.file(folder);
    Path log = file.resolveSibling(file.getFileName() + "-wal");
    if (!Files.exists(file) || (Files.exists(log) && Files.size(log) > 0)) {
      return Optional.empty();
    }
    BasicFileAttributes attributes = Files.readAttributes(file, BasicFileAttributes.class);
    String state = attributes.size() + " " + attributes.lastModifiedTime().to(TimeUnit.NANOSECONDS);
    return Optional.of(new StoreState(state, StoreLock.holder(folder)));
  }
}
