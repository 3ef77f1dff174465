package baddle.cli.terminal;

import java.io.PrintStream;
import java.util.logging.LogRecord;
import java.util.logging.SimpleFormatter;
import java.util.logging.StreamHandler;

/** Shows each line at once. */
final class FlushingHandler extends StreamHandler {
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
