package baddle.cli;

import baddle.app.Progress;
import java.io.PrintStream;
import java.util.Locale;

/**
 * Progress as one line on a terminal that is written over; nothing appears within the first second.
 */
final class ProgressLine implements Progress {

  private static final long FIRST_NANOS = 1_000_000_000L;
  private static final long BETWEEN_NANOS = 200_000_000L;
  private static final String CLEAR_LINE = String.valueOf(HarmlessStream.CLEAR_LINE);

  private final PrintStream err;
  private final int width;
  private int files;
  private long bytes;
  private int filesDone;
  private long bytesDone;
  private long rows;
  private long began;
  private long shown;

  private ProgressLine(PrintStream err, int width) {
    this.err = err;
    this.width = width;
  }

  /** Progress for a console: silent unless its standard error is a terminal. */
  static Progress of(Console console, boolean quiet) {
    return console.terminal().err() && !quiet
        ? new ProgressLine(console.err(), Math.max(40, console.terminal().width()))
        : Progress.SILENT;
  }

  @Override
  public synchronized void begin(int newFiles, long newBytes) {
    files = newFiles;
    bytes = newBytes;
    filesDone = 0;
    bytesDone = 0;
    rows = 0;
    began = System.nanoTime();
    shown = began + FIRST_NANOS - BETWEEN_NANOS;
  }

  @Override
  public synchronized void fileDone(long newBytes, long newRows) {
    filesDone++;
    bytesDone += newBytes;
    rows += newRows;
    if (System.nanoTime() - shown >= BETWEEN_NANOS) {
      shown = System.nanoTime();
      show();
    }
  }

  private void show() {
    long seconds = (System.nanoTime() - began) / 1_000_000_000L;
    String text =
        String.format(
            Locale.ROOT,
            "reading: %d of %d %s, %,d rows, %d:%02d%s",
            filesDone,
            Math.max(files, filesDone),
            bytes == 0
                ? "lines"
                : String.format(
                    Locale.ROOT, "files, %d%% of %,d MB", bytesDone * 100 / bytes, bytes >> 20),
            rows,
            seconds / 60,
            seconds % 60,
            left(seconds));
    err.print(CLEAR_LINE + text.substring(0, Math.min(text.length(), width - 1)));
    err.flush();
  }

  /** How long it takes yet if all goes on as it did. */
  private String left(long seconds) {
    double done = bytes == 0 ? filesDone / Math.max(1.0, files) : bytesDone / (double) bytes;
    if (done <= 0 || done >= 1) {
      return "";
    }
    long left = Math.round(seconds / done - seconds);
    return String.format(Locale.ROOT, ", about %d:%02d left", left / 60, left % 60);
  }

  @Override
  public synchronized void end() {
    err.print(CLEAR_LINE);
    err.flush();
  }
}
