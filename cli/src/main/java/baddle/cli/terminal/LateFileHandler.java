package baddle.cli.terminal;

import java.io.IOException;
import java.nio.file.Path;
import java.util.logging.ErrorManager;
import java.util.logging.FileHandler;
import java.util.logging.Handler;
import java.util.logging.LogRecord;
import java.util.logging.SimpleFormatter;
import org.jspecify.annotations.Nullable;

/** Opens its file for the first line: libraries ask for loggers that never write one. */
final class LateFileHandler extends Handler {
  private static final int MOST_BYTES = 1 << 20;

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
