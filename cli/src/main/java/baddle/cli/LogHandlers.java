package baddle.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.Optional;
import java.util.logging.FileHandler;
import java.util.logging.Handler;
import java.util.logging.LogRecord;
import java.util.logging.Logger;
import java.util.logging.SimpleFormatter;
import java.util.logging.StreamHandler;

/**
 * Sets the JDK's logging up when its first line is about to be written, which makes one of these.
 */
public final class LogHandlers {

  private static final int MOST_BYTES = 1 << 20;
  private static final String FORMAT = "%1$tFT%1$tT.%1$tL%1$tz %4$s %3$s: %5$s%6$s%n";

  /** Adds the handlers that the running command's log asks for. */
  public LogHandlers() throws IOException {
    System.setProperty("java.util.logging.SimpleFormatter.format", FORMAT);
    Optional<LogFile> log = LogFile.open();
    Optional<Path> file = log.flatMap(LogFile::file);
    if (file.isPresent()) {
      add(new FileHandler(file.get().toString().replace("%", "%%"), MOST_BYTES, 1, true));
    }
    log.flatMap(LogFile::copy).ifPresent(err -> add(new FlushingHandler(err)));
  }

  private static void add(Handler handler) {
    handler.setFormatter(new SimpleFormatter());
    Logger.getLogger("").addHandler(handler);
  }

  static void close() {
    Logger root = Logger.getLogger("");
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
