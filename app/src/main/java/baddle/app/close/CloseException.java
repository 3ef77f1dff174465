package baddle.app.close;

/** A period can't be closed or opened again as was asked; the message says why. */
public final class CloseException extends Exception {

  private static final long serialVersionUID = 1L;

  /** With the reason. */
  public CloseException(String message) {
    super(message);
  }
}
