package baddle.store.entry;

import java.math.BigDecimal;

/**
 * Rows that closed periods keep out of a dataset, or keep in it.
 *
 * @param file the number of the file
 * @param dataset its dataset
 * @param path its path
 * @param period the closed period
 * @param kind what happened to the rows
 * @param rows how many
 * @param amount what they are worth; zero where no column says so
 */
public record StoredKeptOut(
    long file,
    String dataset,
    String path,
    String period,
    Kind kind,
    long rows,
    BigDecimal amount) {

  /** What happened to rows of a closed period. */
  public enum Kind {
    /** They came in after the period was closed, and are held. */
    LATE,
    /** They are in the dataset since it was closed, and were sent again. */
    AGAIN,
    /** They were left out when it was closed, and were sent again. */
    LEFT_OUT,
    /** They are in no file any more, and stay in the dataset. */
    GONE,
    /** Their derived columns would have other values now, and stay unchanged. */
    DERIVED;

    /** Whether the rows were read and are left out. */
    public boolean isLeftOut() {
      return this == AGAIN || this == LEFT_OUT;
    }
  }
}
