package baddle.core.crosstab.spec;

/** A cross-tab that the dataset's columns can't give; the remedy is to ask for other columns. */
public final class SpecException extends RuntimeException {

  private static final long serialVersionUID = 1L;

  /** What can't be asked, and why. */
  public SpecException(String message) {
    super(message);
  }
}
