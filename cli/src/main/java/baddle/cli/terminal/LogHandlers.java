package baddle.cli.terminal;

import java.nio.file.Path;
import java.util.Optional;
import java.util.logging.Handler;
import java.util.logging.Logger;

/**
 * Sets the JDK's logging up when its first line is about to be written, which makes one of these.
 */
public final class LogHandlers {

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
}
