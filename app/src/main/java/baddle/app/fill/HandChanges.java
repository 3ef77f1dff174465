package baddle.app.fill;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;

/**
 * What somebody has changed in the rows of a table that a fill wrote, and which rows of the data it
 * belongs to now: those with the same values as the row was written with. Rows in another order are
 * no change.
 */
final class HandChanges {

  /**
   * Cells of a row.
   *
   * @param from the row of the table that they are in now
   * @param cells which of them
   */
  record Row(int from, BitSet cells) {

    static final Row NONE = new Row(-1, new BitSet());

    boolean has(int cell) {
      return cells.get(cell);
    }
  }

  /**
   * A cell, both numbers from 0.
   *
   * @param row of the table
   * @param column of those that are filled
   */
  record At(int row, int column) {}

  private final Map<Integer, Row> byRow = new HashMap<>();
  private final List<At> lost = new ArrayList<>();
  private final boolean onlySorted;

  /**
   * Compares rows.
   *
   * @param written the marks of the rows as they were written
   * @param now those that are in the table
   * @param wanted those of the data
   */
  HandChanges(List<String> written, List<String> now, List<String> wanted) {
    List<String> sorted = written.stream().sorted().toList();
    int rows = Math.min(written.size(), now.size());
    boolean isSorted = now.subList(0, rows).stream().sorted().toList().equals(sorted);
    onlySorted =
        isSorted
            && !written.isEmpty()
            && now.size() == written.size()
            && wanted.stream().sorted().toList().equals(sorted);
    RowMarks free = new RowMarks(wanted);
    for (int i = 0; i < rows && !isSorted; i++) {
      if (!now.get(i).equals(written.get(i))) {
        compare(i, written.get(i), now.get(i), free.take(written.get(i), i));
      }
    }
  }

  private void compare(int row, String written, String now, OptionalInt place) {
    BitSet cells = new BitSet();
    for (int cell = 0; cell < RowMarks.cells(written); cell++) {
      if (!RowMarks.isSame(written, now, cell)) {
        cells.set(cell);
      }
    }
    if (place.isPresent()) {
      byRow.put(place.getAsInt(), new Row(row, cells));
    } else {
      cells.stream().forEach(cell -> lost.add(new At(row, cell)));
    }
  }

  /** Whether rows and data are the same, in whatever order. */
  boolean isOnlySorted() {
    return onlySorted;
  }

  /** What belongs to a row of the data. */
  Row of(int row) {
    return byRow.getOrDefault(row, Row.NONE);
  }

  /** Whether something belongs to a row that the data has no more. */
  boolean isAnyLost() {
    return !lost.isEmpty();
  }

  /** The cells of such rows. */
  List<At> lost() {
    return lost;
  }
}
