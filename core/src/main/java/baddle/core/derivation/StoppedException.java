package baddle.core.derivation;

import java.io.IOException;

/** A lookup whose policy is to stop couldn't fill a row; the remedy is to mend the lookup. */
public final class StoppedException extends IOException {

  private static final long serialVersionUID = 1L;

  StoppedException(String message) {
    super(message);
  }
}
