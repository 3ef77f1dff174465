package baddle.core.intake;

import java.io.IOException;

/** Takes the rows that couldn't be brought in. */
@FunctionalInterface
public interface HeldRowSink {

  /** Takes one row. */
  void held(HeldRow row) throws IOException;
}
