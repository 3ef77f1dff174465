package baddle.core.intake;

import baddle.core.table.LongBuilder;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * What the rows of a source add up to so far, and what they did at each total among them, so that a
 * row can be held against the sum of all rows since any of these.
 */
final class SumsAbove {

  /** Levels of totals and more. */
  private static final int MOST_CUTS = 64;

  /**
   * That a row is the sum of rows above it.
   *
   * @param columns in which columns, by their numbers from 0
   * @param rows of how many rows
   */
  record Tie(List<Integer> columns, long rows) {

    /** It isn't. */
    static final Tie NONE = new Tie(List.of(), 0);
  }

  /** The sums and the number of rows before a total. */
  private static final class Cut {

    private final long[] sums;
    private final long rows;

    Cut(long[] sums, long rows) {
      this.sums = sums;
      this.rows = rows;
    }
  }

  private final long[] sums;
  private final boolean[] overflown;
  private final Deque<Cut> cuts = new ArrayDeque<>();
  private long[] atLast;
  private long rows;
  private long rowsAtLast;

  SumsAbove(int columns) {
    sums = new long[columns];
    atLast = new long[columns];
    overflown = new boolean[columns];
  }

  /** Adds a row. */
  void add(LongBuilder[] amounts, int row) {
    rows++;
    for (int i = 0; i < amounts.length; i++) {
      long value = amounts[i].value(row);
      if (value != 0 && !amounts[i].isBlank(row)) {
        long sum = sums[i] + value;
        overflown[i] |= ((sums[i] ^ sum) & (value ^ sum)) < 0;
        sums[i] = sum;
      }
    }
  }

  /** A total is here: the next one may be of the rows from here on. */
  void cut() {
    if (rows > rowsAtLast) {
      cuts.push(new Cut(sums.clone(), rows));
      if (cuts.size() > MOST_CUTS) {
        cuts.removeLast();
      }
      atLast = sums.clone();
      rowsAtLast = rows;
    }
  }

  /**
   * Whether a row is the sum of at least two rows above it, all or those since the last total, in
   * every column that isn't blank in it.
   */
  boolean ties(LongBuilder[] amounts, int row) {
    boolean any = false;
    boolean all = rows > 1;
    boolean since = rows - rowsAtLast > 1;
    for (int i = 0; i < amounts.length && (all || since); i++) {
      if (!amounts[i].isBlank(row)) {
        long value = amounts[i].value(row);
        any |= value != 0;
        all &= value == sums[i] && !overflown[i];
        since &= value == sums[i] - atLast[i] && !overflown[i];
      }
    }
    return any && (all || since);
  }

  /** The tie of most columns that aren't 0, that of the fewest rows among equals. */
  Tie best(LongBuilder[] amounts, int row) {
    Tie best = Tie.NONE;
    List<Cut> starts = new ArrayList<>(cuts);
    starts.add(new Cut(new long[sums.length], 0));
    for (Cut start : starts) {
      List<Integer> columns = new ArrayList<>();
      for (int i = 0; i < amounts.length; i++) {
        long value = amounts[i].isBlank(row) ? 0 : amounts[i].value(row);
        if (value != 0 && !overflown[i] && value == sums[i] - start.sums[i]) {
          columns.add(i);
        }
      }
      if (columns.size() > best.columns.size() && rows > start.rows) {
        best = new Tie(columns, rows - start.rows);
      }
    }
    return best;
  }
}
