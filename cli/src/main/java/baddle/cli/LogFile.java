package baddle.cli;

import baddle.app.Project;
import java.io.Closeable;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.logging.FileHandler;
import java.util.logging.Handler;
import java.util.logging.Level;
import java.util.logging.LogManager;
import java.util.logging.LogRecord;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;
import java.util.logging.StreamHandler;

/** Where log lines go: a file beside the store, and the standard error where that is asked for. */
final class LogFile implements Closeable {

  private static final int MOST_BYTES = 1 << 20;
  private static final String FORMAT = "%1$tFT%1$tT.%1$tL%1$tz %4$s %3$s: %5$s%6$s%n";

  private Optional<Path> file = Optional.empty();
  private final Logger root = LogManager.getLogManager().getLogger("");

  /**
   * Begins logging.
   *
   * @param plan the plan beside which the log lies; there is no file where its folder has no store yet
   * @param verbose whether the lines go to {@code err} too
   */
  void begin(Optional<Path> plan, boolean verbose, PrintStream err) throws IOException {
    System.setProperty("java.util.logging.SimpleFormatter.format", FORMAT);
    for (Handler handler : root.getHandlers()) {
      root.removeHandler(handler);
    }
    Optional<Path> folder = plan.map(Project::storeFolder).filter(Files::isWritable);
    if (folder.isPresent()) {
      Path log = folder.get().resolve("baddle.log");
      add(new FileHandler(log.toString().replace("%", "%%"), MOST_BYTES, 1, true));
      file = Optional.of(log);
    }
    if (verbose) {
      add(new FlushingHandler(err));
    }
  }

  private void add(Handler handler) {
    handler.setFormatter(new SimpleFormatter());
    root.addHandler(handler);
  }

  /** Writes an error into the file; false where there is none. */
  boolean record(Throwable error) {
    root.log(Level.SEVERE, "this is a bug", error);
    return file.isPresent();
  }

  /** The file. */
  String place() {
    return file.map(Path::toString).orElse("");
  }

  @Override
  public void close() {
    for (Handler handler : root.getHandlers()) {
      handler.close();
      root.removeHandler(handler);
    }
  }

  private static final class FlushingHandler extends StreamHandler {
    FlushingHandler(PrintStream err) {
      super(err, new SimpleFormatter());
    }

    @Override
    public synchronized void publish(LogRecord line) {
      super.publish(line);
      flush();
    }

    @Override
    public synchronized void close() {
      flush();
    }
  }
}
