package baddle.app.reading;

import baddle.core.outcome.HeldRowSink;
import java.io.IOException;

/** Where what is read of sources goes, one source after the other. */
public interface SourceSink {

  /** Begins a source; its held rows go into the sink. */
  HeldRowSink begin();

  /** Drops what was read of the source that was begun last. */
  void drop() throws IOException;
}
