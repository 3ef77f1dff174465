package baddle.core.outcome;

import java.io.IOException;

/** Takes the rows that couldn't be brought in, and single values that couldn't. */
@FunctionalInterface
public interface HeldRowSink {

  /** Takes one row. */
  void held(HeldRow row) throws IOException;

  /**
   * Takes a value that was left blank, of a row that is kept.
   *
   * @param rowNumber where it is in its source, from 1
   */
  default void blanked(int rowNumber, HeldValue value) throws IOException {}
}
