package baddle.core.grid;

import java.io.IOException;

/**
 * A file whose content isn't what its format promises; the remedy is to send it again, corrected.
 */
public final class UnreadableFileException extends IOException {

  private static final long serialVersionUID = 1L;

  private final long row;

  /**
   * With what is wrong.
   *
   * @param message a sentence without a full stop and without the file's name
   * @param row where, from 1; 0 where that isn't known
   */
  public UnreadableFileException(String message, long row) {
    super(message);
    this.row = row;
  }

  /** The row or line at which reading stopped, from 1; 0 where that isn't known. */
  public long row() {
    return row;
  }
}
