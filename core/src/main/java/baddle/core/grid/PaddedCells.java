package baddle.core.grid;

import java.util.Arrays;

/** Where those cells of a row begin and end whose values have white space around them. */
final class PaddedCells {

  private static final int PER_CELL = 3;

  /** Column, start and end of each. */
  private int[] cells = {};

  private int count;

  void clear() {
    count = 0;
  }

  void put(int column, int start, int end) {
    int at = count++ * PER_CELL;
    if (at == cells.length) {
      cells = Arrays.copyOf(cells, Math.max(8 * PER_CELL, at * 2));
    }
    cells[at] = column;
    cells[at + 1] = start;
    cells[at + 2] = end;
  }

  int start(int column, int otherwise) {
    int at = find(column);
    return at < 0 ? otherwise : cells[at + 1];
  }

  int end(int column, int otherwise) {
    int at = find(column);
    return at < 0 ? otherwise : cells[at + 2];
  }

  /** Says that a cell, if it is one of these, lies so much further on from now on. */
  void move(int column, int by) {
    int at = find(column);
    if (at >= 0) {
      cells[at + 1] += by;
      cells[at + 2] += by;
    }
  }

  /** Where a cell's numbers are, or -1; they come from left to right. */
  private int find(int column) {
    int low = 0;
    int high = count - 1;
    while (low <= high) {
      int middle = (low + high) / 2;
      int found = cells[middle * PER_CELL];
      if (found == column) {
        return middle * PER_CELL;
      }
      if (found < column) {
        low = middle + 1;
      } else {
        high = middle - 1;
      }
    }
    return -1;
  }
}
