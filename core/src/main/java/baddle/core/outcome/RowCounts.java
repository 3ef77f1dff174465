package baddle.core.outcome;

/**
 * What became of rows. {@code read = kept + leftOut + held}, always.
 *
 * @param read rows below the headings
 * @param kept rows in the dataset
 * @param leftOut rows excluded by a rule
 * @param held rows in suspense
 */
public record RowCounts(long read, long kept, long leftOut, long held) {

  /** No rows. */
  public static final RowCounts NONE = new RowCounts(0, 0, 0, 0);

  /** Both together. */
  public RowCounts plus(RowCounts other) {
    return new RowCounts(
        read + other.read, kept + other.kept, leftOut + other.leftOut, held + other.held);
  }

  /** Whether every row read is accounted for. */
  public boolean addUp() {
    return read == kept + leftOut + held;
  }
}
