package baddle.app.output;

import baddle.app.ContentHash;
import baddle.app.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The hashes of the contents of all files written for a project, so that none of them, whatever it
 * is called and wherever it is copied to, is ever read as a source.
 */
public final class OutputList {

  private static final String NAME = "outputs.txt";

  private final Path file;

  private OutputList(Path file) {
    this.file = file;
  }

  /** The list of the project that a plan is of. */
  public static OutputList of(Path planFile) {
    return new OutputList(Project.storeFolder(planFile).resolve(NAME));
  }

  /** Where the list is. */
  public Path file() {
    return file;
  }

  /** Adds a file that was written; there is no list of a project that nobody may write to. */
  public void add(Path output) throws IOException {
    Path folder = file.resolveSibling("");
    if (!Files.isWritable(Files.exists(folder) ? folder : folder.resolveSibling(""))) {
      return;
    }
    Files.createDirectories(file.resolveSibling(""));
    String hash = ContentHash.of(output);
    if (!hashes().contains(hash)) {
      Files.write(file, List.of(hash), StandardOpenOption.CREATE, StandardOpenOption.APPEND);
    }
  }

  /** The hashes, as {@link ContentHash} gives them. */
  public Set<String> hashes() throws IOException {
    try {
      return new HashSet<>(Files.readAllLines(file));
    } catch (NoSuchFileException e) {
      return Set.of();
    }
  }
}
