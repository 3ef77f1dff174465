package baddle.app.consolidate;

/** Something other than the file being read went wrong while its rows were stored. */
final class BlockFailure extends RuntimeException {

  private static final long serialVersionUID = 1L;

  BlockFailure(Throwable cause) {
    super(cause);
  }
}
