package baddle.formats.edit;

/** There is no result. */
final class NoResultException extends Exception {
  private static final long serialVersionUID = 1;

  NoResultException() {
    super("", null, false, false);
  }
}
