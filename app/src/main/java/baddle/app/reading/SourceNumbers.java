package baddle.app.reading;

import baddle.core.outcome.HeldRowSink;
import java.io.IOException;

/** Numbers the sources that are read one after the other, and takes their held rows. */
public interface SourceNumbers {

  /** Begins a source; its held rows go into the sink. */
  HeldRowSink begin();

  /** The number of the source that was begun last. */
  int number();

  /** Where the rows of the source that was begun last begin, from 0. */
  long firstRow();

  /** Drops what was read of the source that was begun last. */
  void drop() throws IOException;
}
