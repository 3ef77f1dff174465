package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.value.Fit;
import java.util.Arrays;

/** Rows that are taken together, column by column, and what is known of each. */
final class Stretch {

  /** How many rows there are at most. */
  static final int MOST = 64;

  private static final int KEPT = -1;
  private final GridRow[] rows = new GridRow[MOST];
  private final int[] labels = new int[MOST];
  private final boolean[] afterBlankRow = new boolean[MOST];
  private final Fit[][] fits;
  private final Fit[][] blanked;
  private final boolean[] unfit = new boolean[MOST];
  private final boolean[] anyBlanked = new boolean[MOST];
  private final int[] leftOutBy = new int[MOST];
  private final boolean[] beginsBlock = new boolean[MOST];
  private int size;
  private boolean anyUnfit;

  Stretch(int columns) {
    fits = allFitting(columns);
    blanked = allFitting(columns);
  }

  private static Fit[][] allFitting(int columns) {
    Fit[][] fits = new Fit[MOST][columns];
    for (Fit[] fit : fits) {
      Arrays.fill(fit, Fit.FITS);
    }
    return fits;
  }

  /** The rows; entries past {@link #size()} mean nothing. */
  GridRow[] rows() {
    return rows;
  }

  /** For headings that became rows, the index of each row's label. */
  int[] labels() {
    return labels;
  }

  int size() {
    return size;
  }

  boolean isFull() {
    return size == MOST;
  }

  void add(GridRow row, int label, boolean isAfterBlankRow) {
    rows[size] = row;
    labels[size] = label;
    afterBlankRow[size] = isAfterBlankRow;
    size++;
  }

  /** Begins a stretch of other rows. */
  void clear() {
    size = 0;
  }

  /** Forgets what was found of the rows: all fit and all are kept. */
  void forget() {
    if (anyUnfit) {
      for (int i = 0; i < MOST; i++) {
        if (unfit[i]) {
          Arrays.fill(fits[i], Fit.FITS);
          unfit[i] = false;
        }
        if (anyBlanked[i]) {
          Arrays.fill(blanked[i], Fit.FITS);
          anyBlanked[i] = false;
        }
      }
      anyUnfit = false;
    }
    Arrays.fill(leftOutBy, KEPT);
    Arrays.fill(beginsBlock, false);
  }

  Fit fit(int row, int column) {
    return fits[row][column];
  }

  void setFit(int row, int column, Fit fit) {
    fits[row][column] = fit;
    if (fit != Fit.FITS) {
      unfit[row] = true;
      anyUnfit = true;
    }
  }

  /** Leaves a value that can't be read blank; its row may be kept all the same. */
  void blank(int row, int column, Fit because) {
    blanked[row][column] = because;
    anyBlanked[row] = true;
    anyUnfit = true;
  }

  /** Why a value was left blank; {@link Fit#FITS} for one that wasn't. */
  Fit blanked(int row, int column) {
    return blanked[row][column];
  }

  /** Whether any value of a row was left blank. */
  boolean isAnyBlanked(int row) {
    return anyBlanked[row];
  }

  /** Whether a value can't be read, whether that holds its row or not. */
  boolean isUnreadable(int row, int column) {
    return fits[row][column].isUnreadable() || blanked[row][column] != Fit.FITS;
  }

  boolean fits(int row) {
    return !unfit[row];
  }

  /** Marks a row as unfit for what isn't the fault of a column. */
  void setUnfit(int row) {
    unfit[row] = true;
    anyUnfit = true;
  }

  void leaveOut(int row, int rule) {
    leftOutBy[row] = rule;
  }

  boolean isLeftOut(int row) {
    return leftOutBy[row] != KEPT;
  }

  /** The index of the rule that leaves a row out. */
  int rule(int row) {
    return leftOutBy[row];
  }

  /** Marks a row as the first of a block, such as a document's lines. */
  void beginBlock(int row) {
    beginsBlock[row] = true;
  }

  boolean beginsBlock(int row) {
    return beginsBlock[row];
  }

  boolean isAfterBlankRow(int row) {
    return afterBlankRow[row];
  }
}
