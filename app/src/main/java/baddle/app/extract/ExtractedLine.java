package baddle.app.extract;

import baddle.app.results.QueryLine;
import java.nio.file.Path;
import java.util.List;

/**
 * What came of one line.
 *
 * @param line the line
 * @param file its file
 * @param state what became of that
 * @param rows how many rows it has; 0 where it failed
 * @param message why it failed; empty where it didn't
 * @param remarks what a person should know of what was written
 * @param millis how long it took
 */
public record ExtractedLine(
    QueryLine line,
    Path file,
    State state,
    long rows,
    String message,
    List<String> remarks,
    long millis) {

  /** What became of a file. */
  public enum State {
    /** It was written. */
    WRITTEN,
    /** It is as it was, for the rows are. */
    UNCHANGED,
    /** It couldn't be written; an earlier one stays. */
    FAILED
  }

  /** Copies the list. */
  public ExtractedLine {
    remarks = List.copyOf(remarks);
  }
}
