package baddle.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Moves a file that is written whole into its place. */
public final class FileMove {

  private FileMove() {}

  /**
   * Moves a file into a place in the same folder. At each moment the place has the old content or
   * the new one: a move that isn't atomic removes the old file first, so that a program killed in
   * between leaves none.
   *
   * @throws java.nio.file.AtomicMoveNotSupportedException if the file system can't do that
   */
  public static void move(Path written, Path place) throws IOException {
    Files.move(written, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }
}
