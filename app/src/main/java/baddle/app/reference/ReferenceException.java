package baddle.app.reference;

import java.io.IOException;

/** A file that the plan refers to and that can't be used; the remedy is to correct it. */
final class ReferenceException extends IOException {

  private static final long serialVersionUID = 1L;

  ReferenceException(String message) {
    super(message);
  }
}
