package baddle.app;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeSet;

/**
 * Walks a folder as sources are looked for: what is hidden below it is passed over, links are
 * followed, and a link back into the folders it was reached by is refused.
 */
public final class FileWalk {

  /** Is shown what there is. */
  @FunctionalInterface
  public interface Visit {

    /** A file. */
    void file(Path file, Fingerprint found);

    /**
     * A file or folder that can't be looked at, or a link that leads nowhere or in a circle.
     *
     * @throws IOException if that ends the walk, which it does unless a visit knows better
     */
    default void failed(Path path, IOException why) throws IOException {
      throw why;
    }
  }

  private final Visit visit;

  /** The folders on the way down to the one being looked at. */
  private final Set<String> above = new HashSet<>();

  private FileWalk(Visit visit) {
    this.visit = visit;
  }

  /** Shows a visit every file below a folder that is there. */
  public static void of(Path root, Visit visit) throws IOException {
    new FileWalk(visit).folder(root, Fingerprint.of(root));
  }

  private void folder(Path folder, Fingerprint found) throws IOException {
    if (!above.add(found.place())) {
      visit.failed(folder, new IOException("a link in a circle; it is not followed"));
      return;
    }
    Set<Path> entries = new TreeSet<>();
    try (DirectoryStream<Path> stream = Files.newDirectoryStream(folder)) {
      stream.forEach(entries::add);
    } catch (DirectoryIteratorException e) {
      visit.failed(folder, e.getCause());
    } catch (IOException e) {
      visit.failed(folder, e);
    }
    for (Path entry : entries) {
      if (!isHidden(entry)) {
        entry(entry);
      }
    }
    above.remove(found.place());
  }

  private void entry(Path entry) throws IOException {
    Fingerprint found;
    try {
      found = Fingerprint.of(entry);
    } catch (IOException e) {
      boolean dangling = Files.isSymbolicLink(entry);
      visit.failed(entry, dangling ? new IOException("a link that leads nowhere", e) : e);
      return;
    }
    if (found.kind() == Fingerprint.Kind.FOLDER) {
      folder(entry, found);
    } else {
      visit.file(entry, found);
    }
  }

  private static boolean isHidden(Path path) {
    return String.valueOf(path.getFileName()).startsWith(".");
  }
}
