package baddle.cli.terminal;

import baddle.app.Project;
import java.io.Closeable;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.jspecify.annotations.Nullable;

/**
 * Where log lines go: a file beside the store, and the standard error where that is asked for.
 * Nothing is opened before the first line, since most commands write none.
 */
public final class ProgramLog implements Closeable {

  private static @Nullable ProgramLog current;

  private Optional<Path> file = Optional.empty();
  private Optional<PrintStream> copy = Optional.empty();
  private boolean opened;

  /**
   * Begins logging.
   *
   * @param plan the plan beside which the log lies; there is no file where its folder has no store
   *     yet
   * @param verbose whether the lines go to {@code err} too
   */
  public void begin(Optional<Path> plan, boolean verbose, PrintStream err) {
    file =
        plan.map(Project::storeFolder)
            .filter(Files::isWritable)
            .map(folder -> folder.resolve("baddle.log"));
    copy = verbose ? Optional.of(err) : Optional.empty();
    makeCurrent(this);
    System.setProperty("java.util.logging.config.class", LogHandlers.class.getName());
  }

  private static synchronized void makeCurrent(@Nullable ProgramLog log) {
    current = log;
  }

  /** The log of the command that runs; is asked once, when the first line is written. */
  static synchronized Optional<ProgramLog> open() {
    if (current != null) {
      current.opened = true;
    }
    return Optional.ofNullable(current);
  }

  /** Where the log is, if there is one. */
  public Optional<Path> file() {
    return file;
  }

  Optional<PrintStream> copy() {
    return copy;
  }

  /** Writes an error into the file; false where there is none. */
  public boolean record(Throwable error) {
    Logger.getLogger("").log(Level.SEVERE, "this is a bug", error);
    return opened && file.isPresent();
  }

  @Override
  public void close() {
    if (opened) {
      LogHandlers.close();
    }
    makeCurrent(null);
  }
}
