package baddle.core.intake;

/** Is told of every row that is left out, and why. */
@FunctionalInterface
public interface RowWatch {

  /** Nobody is told. */
  RowWatch NONE = (row, because) -> {};

  /**
   * A row is left out.
   *
   * @param row where it stands, from 1
   * @param because the rule's reason
   */
  void leftOut(long row, String because);
}
