package baddle.core.grid;

import java.io.IOException;

/**
 * A sheet turned out to be otherwise than its beginning showed. Nothing that was read of it counts;
 * read once more, it is read right.
 */
public final class ReadAgainException extends IOException {

  private static final long serialVersionUID = 1L;

  /**
   * With what turned out.
   *
   * @param message a sentence without a full stop
   */
  public ReadAgainException(String message) {
    super(message);
  }
}
