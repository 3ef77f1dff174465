package baddle.app.export;

/** Rows can't be chosen as asked; the message says what there is. */
public final class ExportException extends Exception {

  private static final long serialVersionUID = 1L;

  ExportException(String message) {
    super(message);
  }
}
