package baddle.cli.terminal;

import baddle.app.Progress;
import java.io.PrintStream;
import java.util.Locale;
import java.util.function.LongSupplier;

/**
 * Progress as one line on a terminal that is written over; nothing appears within the first second
 * of a command. While files are read, passes over rows that belong to that aren't shown.
 */
public final class ProgressLine implements Progress {

  private static final long FIRST_NANOS = 1_000_000_000L;
  private static final long BETWEEN_NANOS = 200_000_000L;
  private static final double NANOS = 1e9;
  private static final String CLEAR_LINE = String.valueOf(HarmlessStream.CLEAR_LINE);

  private final PrintStream err;
  private final int width;
  private final LongSupplier nanos;
  private Work current = Work.READING;

  /** How often the current work was begun and not ended yet. */
  private int begun;

  private long items;
  private long bytes;
  private long itemsDone;
  private long bytesDone;
  private long rows;
  private long began;
  private long showAt;
  private boolean isShown;

  /**
   * Progress on a terminal.
   *
   * @param nanos tells the time in nanoseconds
   */
  public ProgressLine(PrintStream err, int width, LongSupplier nanos) {
    this.err = err;
    this.width = width;
    this.nanos = nanos;
    this.showAt = nanos.getAsLong() + FIRST_NANOS;
  }

  /** Progress for a console: silent unless its standard error is a terminal. */
  public static Progress of(Console console) {
    return console.terminal().err()
        ? new ProgressLine(
            console.err(), Math.max(40, console.terminal().width()), System::nanoTime)
        : Progress.SILENT;
  }

  @Override
  public synchronized void begin(Work work, long newItems, long newBytes) {
    if (begun > 0 && work != current) {
      return;
    }
    if (begun == 0) {
      current = work;
      items = 0;
      bytes = 0;
      itemsDone = 0;
      bytesDone = 0;
      rows = 0;
      began = nanos.getAsLong();
    }
    begun++;
    items += newItems;
    bytes += newBytes;
  }

  @Override
  public synchronized void step(Work work, long newItems, long newBytes, long newRows) {
    if (begun == 0 || work != current) {
      return;
    }
    itemsDone += newItems;
    bytesDone += newBytes;
    rows += newRows;
    long now = nanos.getAsLong();
    if (now - showAt >= 0) {
      showAt = now + BETWEEN_NANOS;
      show((now - began) / NANOS);
    }
  }

  private void show(double seconds) {
    StringBuilder text = new StringBuilder(current.words() + ": ");
    text.append(
        String.format(
            Locale.ROOT, "%,d of %,d %s", itemsDone, Math.max(items, itemsDone), current.items()));
    if (bytes > 0) {
      text.append(
          String.format(Locale.ROOT, ", %d%% of %,d MB", bytesDone * 100 / bytes, bytes >> 20));
    }
    text.append(left(seconds));
    if (current != Work.GOING_OVER && rows > 0) {
      text.append(String.format(Locale.ROOT, ", %,d rows", rows));
    }
    if (rows > 0 && seconds > 0) {
      text.append(String.format(Locale.ROOT, " (%,d/s)", Math.round(rows / seconds)));
    }
    err.print(CLEAR_LINE + text.substring(0, Math.min(text.length(), width - 1)));
    err.flush();
    isShown = true;
  }

  /** How long it takes yet if all goes on as it did. */
  private String left(double seconds) {
    double done = bytes == 0 ? (double) itemsDone / Math.max(1, items) : (double) bytesDone / bytes;
    if (done <= 0 || done >= 1) {
      return "";
    }
    long left = Math.round(seconds / done - seconds);
    return String.format(Locale.ROOT, ", %d:%02d left", left / 60, left % 60);
  }

  @Override
  public synchronized void end(Work work) {
    if (begun == 0 || work != current) {
      return;
    }
    begun--;
    if (begun == 0 && isShown) {
      isShown = false;
      err.print(CLEAR_LINE);
      err.flush();
    }
  }
}
