package baddle.cli.terminal;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.Optional;
import java.util.logging.ErrorManager;
import java.util.logging.FileHandler;
import java.util.logging.Handler;
import java.util.logging.LogRecord;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;
import java.util.logging.StreamHandler;
import org.jspecify.annotations.Nullable;

/**
 * Sets the JDK's logging up when its first line is about to be written, which makes one of these.
 */
public final class LogHandlers {

  private static final int MOST_BYTES = 1 << 20;
  private static final String FORMAT = "%1$tFT%1$tT.%1$tL%1$tz %4$s %3$s: %5$s%6$s%n";

  /** Adds the handlers that the running command's log asks for. */
  public LogHandlers() {
    System.setProperty("java.util.logging.SimpleFormatter.format", FORMAT);
    Optional<ProgramLog> log = ProgramLog.open();
    Optional<Path> file = log.flatMap(ProgramLog::file);
    Logger root = Logger.getLogger("");
    file.ifPresent(path -> root.addHandler(new LateFileHandler(path)));
    log.flatMap(ProgramLog::copy).ifPresent(err -> root.addHandler(new FlushingHandler(err)));
  }

  static void close() {
    Logger root = Logger.getLogger("");
    for (Handler handler : root.getHandlers()) {
      handler.close();
      root.removeHandler(handler);
    }
  }

  /** Opens its file for the first line: libraries ask for loggers that never write one. */
  private static final class LateFileHandler extends Handler {
    private final Path path;
    private @Nullable FileHandler opened;

    LateFileHandler(Path path) {
      this.path = path;
    }

    @Override
    public synchronized void publish(LogRecord line) {
      try {
        if (opened == null) {
          String pattern = path.toString().replace("%", "%%");
          opened = new FileHandler(pattern, MOST_BYTES, 1, true);
          opened.setFormatter(new SimpleFormatter());
        }
        opened.publish(line);
      } catch (IOException e) {
        reportError("can't write " + path, e, ErrorManager.OPEN_FAILURE);
      }
    }

    @Override
    public synchronized void flush() {
      if (opened != null) {
        opened.flush();
      }
    }

    @Override
    public synchronized void close() {
      if (opened != null) {
        opened.close();
      }
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
