package baddle.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;
import jdk.jfr.consumer.RecordedEvent;
import jdk.jfr.consumer.RecordedFrame;
import jdk.jfr.consumer.RecordingFile;

/**
 * Tells how much of reading goes into accounting for each filled cell: of the samples that a flight
 * recording of {@code consolidate} took while sources were read, the part that was taken in the
 * ledger of cells; prints a line of a table.
 */
final class CellsShare {

  private static final String READING = "baddle.core.intake.Intake";
  private static final Set<String> LEDGER =
      Set.of("baddle.core.intake.CellLedger", "baddle.core.intake.UnreadCells");

  private CellsShare() {}

  /** Reads a recording; its file, and what was read in it. */
  public static void main(String[] args) throws IOException {
    long reading = 0;
    long ledger = 0;
    try (RecordingFile recording = new RecordingFile(Path.of(args[0]))) {
      while (recording.hasMoreEvents()) {
        RecordedEvent event = recording.readEvent();
        if (event.getEventType().getName().equals("jdk.ExecutionSample")
            && event.getStackTrace() != null) {
          reading += isWithin(event, Set.of(READING)) ? 1 : 0;
          ledger += isWithin(event, LEDGER) ? 1 : 0;
        }
      }
    }
    if (reading == 0) {
      throw new IllegalStateException("no sample was taken while a source was read");
    }
    System.out.printf(
        Locale.ROOT,
        "| account for each filled cell of %s; samples against all of reading"
            + " | %d | %d | %.2f | at most 0.10 |%n",
        args[1],
        reading,
        ledger,
        (double) ledger / reading);
  }

  private static boolean isWithin(RecordedEvent event, Set<String> classes) {
    for (RecordedFrame frame : event.getStackTrace().getFrames()) {
      if (classes.contains(frame.getMethod().getType().getName())) {
        return true;
      }
    }
    return false;
  }
}
