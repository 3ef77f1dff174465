package baddle.cli.options;

/** The command line can't be understood; the remedy is to write it another way. */
public final class UsageException extends Exception {

  private static final long serialVersionUID = 1L;

  /** What is wrong, and what to type. */
  public UsageException(String message) {
    super(message);
  }
}
