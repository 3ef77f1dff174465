package baddle.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** What is done with a folder as a whole. */
public final class Folders {

  private Folders() {}

  /** Removes a folder with all that is in it; nothing where there is none. */
  public static void remove(Path folder) throws IOException {
    if (!Files.exists(folder)) {
      return;
    }
    List<Path> all;
    try (Stream<Path> walked = Files.walk(folder)) {
      all = walked.sorted(Comparator.reverseOrder()).toList();
    }
    for (Path one : all) {
      Files.deleteIfExists(one);
    }
  }
}
