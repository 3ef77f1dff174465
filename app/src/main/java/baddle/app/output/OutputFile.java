package baddle.app.output;

import baddle.app.FileMove;
import baddle.app.Project;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** A file that is written beside its place, then moved into it, and never read as a source. */
public final class OutputFile {

  /** Writes what is to be in the file. */
  @FunctionalInterface
  public interface Content {

    /** Writes it. */
    void write(OutputStream out) throws IOException;
  }

  /** What the names of temporary files end with. */
  static final String PART = ".part";

  private final Path file;
  private final boolean isListed;

  /** For a path that has no {@link #problem}. */
  public OutputFile(Path file) {
    this(file, true);
  }

  private OutputFile(Path file, boolean isListed) {
    this.file = file;
    this.isListed = isListed;
  }

  /** For a changed copy of a file that somebody sent, which may be read as a source like that. */
  public static OutputFile ofCopy(Path file) {
    return new OutputFile(file, false);
  }

  /**
   * Why no table can be written to a path; empty where one can.
   *
   * @param file should end in .csv or .xlsx
   */
  public static Optional<String> tableProblem(Path file) {
    String name = file.toString().toLowerCase(Locale.ROOT);
    return name.endsWith(".csv") || name.endsWith(".xlsx")
        ? problem(file)
        : Optional.of(file + " should end in .csv or .xlsx");
  }

  /** Why no file can be written to a path; empty where one can. */
  public static Optional<String> problem(Path file) {
    Path folder = file.toAbsolutePath().getParent();
    if (folder != null && !Files.isDirectory(folder)) {
      return Optional.of("there is no folder " + folder);
    }
    return Files.isDirectory(file) ? Optional.of(file + " is a folder") : Optional.empty();
  }

  /**
   * Writes it.
   *
   * @param project the plan whose project must never read the file as a source; the one above the
   *     file, if there is any, won't either
   */
  public void write(Optional<Path> project, Content content) throws IOException {
    try (Staged staged = stage(project, content)) {
      staged.publish();
    }
  }

  /** Writes it beside its place, from where it has yet to be moved. */
  public Staged stage(Optional<Path> project, Content content) throws IOException {
    Path absolute = file.toAbsolutePath();
    Set<Path> plans = new LinkedHashSet<>();
    project.ifPresent(plan -> plans.add(plan.toAbsolutePath().normalize()));
    if (isListed) {
      Project.findPlan(absolute.resolveSibling("")).ifPresent(plans::add);
    }
    Path beside = absolute.resolveSibling("." + absolute.getFileName() + PART);
    List<Closeable> notes = new ArrayList<>();
    try {
      for (Path plan : plans) {
        notes.add(Unfinished.begin(plan, beside));
      }
      Files.deleteIfExists(beside);
      try (OutputStream out =
          Files.newOutputStream(
              beside,
              StandardOpenOption.CREATE_NEW,
              StandardOpenOption.WRITE,
              LinkOption.NOFOLLOW_LINKS)) {
        content.write(out);
      }
    } catch (IOException | RuntimeException e) {
      delete(beside, e);
      end(notes, e);
      boolean placeTakesNone =
          e instanceof NoSuchFileException || e instanceof AccessDeniedException;
      if (placeTakesNone && beside.toString().equals(((FileSystemException) e).getFile())) {
        String reason =
            e instanceof AccessDeniedException
                ? "no permission to write there"
                : "no file can be made there";
        throw new IOException("can't write " + file + ": " + reason, e);
      }
      if (e.getClass() == IOException.class) {
        throw new IOException("can't write " + file + ": " + e.getMessage(), e);
      }
      throw e;
    }
    return new Staged(beside, absolute, plans, notes);
  }

  /** A new file beside an output, for content that isn't written from its beginning to its end. */
  public static Path scratch(Path output) throws IOException {
    Path absolute = output.toAbsolutePath();
    Path scratch = scratchOf(absolute.resolveSibling("." + absolute.getFileName() + PART));
    Files.deleteIfExists(scratch);
    return Files.createFile(scratch);
  }

  /** The second temporary file of an output, by its first. */
  static Path scratchOf(Path beside) {
    String name = String.valueOf(beside.getFileName());
    return beside.resolveSibling(name.substring(0, name.length() - PART.length()) + ".rows" + PART);
  }

  /** Removes temporary files that killed runs left beside a plan's outputs. */
  public static void removeLeftovers(Path plan) throws IOException {
    Unfinished.sweep(plan.toAbsolutePath().normalize());
  }

  private static void end(List<Closeable> notes, Exception because) {
    for (Closeable note : notes) {
      try {
        note.close();
      } catch (IOException e) {
        because.addSuppressed(e);
      }
    }
  }

  private static void delete(Path file, Exception because) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      because.addSuppressed(e);
    }
  }

  /**
   * A file that is written and not in its place yet; closing it before that throws it away.
   *
   * @param beside where it is
   * @param file where it belongs
   * @param plans the plans whose projects must never read it
   * @param notes that the file is being written; closed once it is in place
   */
  public record Staged(Path beside, Path file, Set<Path> plans, List<Closeable> notes)
      implements Closeable {

    /** Copies the set; the notes end once. */
    public Staged {
      plans = Set.copyOf(plans);
      notes = new ArrayList<>(notes);
    }

    /** Moves it into its place, and tells whether another content was there, or none. */
    public boolean publish() throws IOException {
      boolean same = Files.isRegularFile(file) && SameContent.of(beside, file);
      if (!same) {
        for (Path plan : plans) {
          OutputList.of(plan).add(beside);
        }
        FileMove.move(beside, file);
        endNotes();
      }
      return !same;
    }

    @Override
    public void close() throws IOException {
      Files.deleteIfExists(beside);
      endNotes();
    }

    private void endNotes() throws IOException {
      while (!notes.isEmpty()) {
        notes.remove(notes.size() - 1).close();
      }
    }
  }
}
