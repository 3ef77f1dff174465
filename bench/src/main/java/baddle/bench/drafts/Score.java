package baddle.bench.drafts;

/**
 * How right a plan is that was drafted from a folder.
 *
 * @param columns of the columns that are wanted, how many came in with all their values, in
 *     hundredths
 * @param rows whether as many rows came in as there are
 * @param total whether the main amount is right for each month
 * @param stated of the rows that state totals, how many were left out, in hundredths
 * @param ties whether every total that was compared ties, and some were if there are any
 * @param brought whether lookups filled what they should
 * @param others datasets beside the one that is wanted
 * @param doubts how many doubts were stated
 * @param whole whether each row is right in all its values
 */
record Score(
    int columns,
    boolean rows,
    boolean total,
    int stated,
    boolean ties,
    boolean brought,
    int others,
    int doubts,
    boolean whole) {

  /** Nothing came in. */
  static Score nothing(int doubts) {
    return new Score(0, false, false, 0, false, false, 0, doubts, false);
  }

  /** Whether a figure is wrong and nothing was said of it. */
  boolean isSilentlyWrong() {
    return doubts == 0 && !(total && rows && others == 0);
  }
}
