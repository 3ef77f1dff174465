package baddle.core.table;

/** The values of one column over the rows of a block; rows count from 0. */
public abstract sealed class Vector permits TextVector, LongVector {

  private final int size;

  Vector(int size) {
    this.size = size;
  }

  /** How many rows there are. */
  public final int size() {
    return size;
  }

  /** Whether a row has no value. */
  public abstract boolean isBlank(int row);
}
