package baddle.core.outcome;

/**
 * Values of a source that were replaced.
 *
 * @param column the column
 * @param wrong what they were
 * @param right what they became; empty for a blank
 * @param rows how many
 */
public record Corrected(String column, String wrong, String right, long rows) {

  /**
   * What follows a column's name in that of the column which keeps the values as they were sent.
   */
  private static final String AS_SENT = "_as_sent";

  /** The column that keeps what was replaced. */
  public static String original(String column) {
    return column + AS_SENT;
  }
}
