package baddle.core.check;

import java.util.HashMap;
import java.util.Map;

/** Counts the rows of a source that are in another one too, each as often as it is there. */
public final class RowOverlap {

  /** Fewer equal rows may be chance, unless they are all there is. */
  private static final int FEW_ROWS = 5;

  /** A source with fewer rows is no copy of another. */
  public static final int LEAST_ROWS = 2;

  /** What share of the rows of a source has to be in the other. */
  private static final double NEARLY_ALL = 0.9;

  private final Map<Long, Integer> there = new HashMap<>();
  private long others;
  private long rows;
  private long shared;

  /** Takes a row of the other source; these come first. */
  public void other(long hash) {
    there.merge(hash, 1, Integer::sum);
    others++;
  }

  /** Takes a row of the source, and tells whether the other has it. */
  public boolean own(long hash) {
    rows++;
    boolean isThere = there.merge(hash, -1, Integer::sum) >= 0;
    shared += isThere ? 1 : 0;
    return isThere;
  }

  /** How many rows the source has. */
  public long rows() {
    return rows;
  }

  /** How many of them are in the other. */
  public long shared() {
    return shared;
  }

  /** Whether nearly all rows are in the other, too many for chance. */
  public boolean isNearlyAll() {
    return shared >= FEW_ROWS && shared >= NEARLY_ALL * rows;
  }

  /** Whether the two have the same rows, few as they may be. */
  public boolean isCopy() {
    return rows >= LEAST_ROWS && shared == rows && rows == others;
  }
}
