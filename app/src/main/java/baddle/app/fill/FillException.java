package baddle.app.fill;

/** A fill or a change that can't be made as it is wanted. */
public final class FillException extends Exception {

  private static final long serialVersionUID = 1;

  /** With what is wrong and what to do. */
  public FillException(String message) {
    super(message);
  }
}
