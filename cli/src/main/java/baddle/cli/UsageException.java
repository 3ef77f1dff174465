package baddle.cli;

/** The command line can't be understood; the remedy is to write it another way. */
final class UsageException extends Exception {

  private static final long serialVersionUID = 1L;

  UsageException(String message) {
    super(message);
  }
}
