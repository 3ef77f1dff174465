package baddle.app.trace;

/** Says why there is nothing to trace. */
public final class TraceException extends Exception {

  private static final long serialVersionUID = 1L;

  TraceException(String message) {
    super(message);
  }
}
