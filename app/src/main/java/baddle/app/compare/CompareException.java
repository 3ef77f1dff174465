package baddle.app.compare;

/** What was asked for can't be compared; the message says why. */
public final class CompareException extends Exception {

  private static final long serialVersionUID = 1L;

  CompareException(String message) {
    super(message);
  }
}
