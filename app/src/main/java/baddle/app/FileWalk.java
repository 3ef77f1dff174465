package baddle.app;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;

/** Walks a folder as sources are looked for: what is hidden below it is passed over. */
public final class FileWalk {

  /** Is shown what there is. */
  @FunctionalInterface
  public interface Visit {

    /** A file, or a link, which isn't followed. */
    void file(Path file, BasicFileAttributes attributes);

    /**
     * A file or folder that can't be looked at.
     *
     * @throws IOException if that ends the walk, which it does unless a visit knows better
     */
    default void failed(IOException why) throws IOException {
      throw why;
    }
  }

  private FileWalk() {}

  /** Shows a visit every file below a folder that is there. */
  public static void of(Path root, Visit visit) throws IOException {
    Files.walkFileTree(
        root,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
            return isHidden(folder) && !folder.equals(root)
                ? FileVisitResult.SKIP_SUBTREE
                : FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
            if (!isHidden(file)) {
              visit.file(file, attributes);
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException why) throws IOException {
            visit.failed(why);
            return FileVisitResult.CONTINUE;
          }
        });
  }

  private static boolean isHidden(Path path) {
    return String.valueOf(path.getFileName()).startsWith(".");
  }
}
