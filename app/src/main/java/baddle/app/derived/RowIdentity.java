package baddle.app.derived;

/**
 * Tells stored rows of a source apart, also those that were made of one row of it: the row's
 * number, and which of those made of it, in the order they are stored.
 */
final class RowIdentity {

  /** So many stored rows, as a power of two, may be made of one row of a source. */
  private static final int BITS_OF_ROWS_MADE = 16;

  private int rank = -1;
  private long number;
  private long made;

  long of(int newRank, long newNumber) {
    made = newRank == rank && newNumber == number ? made + 1 : 0;
    rank = newRank;
    number = newNumber;
    return number << BITS_OF_ROWS_MADE | made;
  }

  static long number(long identity) {
    return identity >> BITS_OF_ROWS_MADE;
  }
}
