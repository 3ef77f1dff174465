package baddle.core.derivation;

import java.io.IOException;

/** The plan says to stop at what was met, such as a row that a lookup couldn't fill. */
public final class StoppedException extends IOException {

  private static final long serialVersionUID = 1L;

  /**
   * A stop.
   *
   * @param message what was met, and what to do
   */
  public StoppedException(String message) {
    super(message);
  }
}
