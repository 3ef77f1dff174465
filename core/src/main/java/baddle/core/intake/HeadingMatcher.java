package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Matches the cells of a row with the spellings of the columns' headings. */
final class HeadingMatcher {

  private final List<IntakeColumn> columns;
  private final Map<String, Integer> columnOf = new HashMap<>();
  private final int wanted;

  HeadingMatcher(IntakeSpec spec) {
    columns = spec.columns();
    int fromHeadings = 0;
    for (int i = 0; i < columns.size(); i++) {
      IntakeColumn column = columns.get(i);
      if (!spec.named().containsKey(column.column().name())) {
        fromHeadings++;
        columnOf.put(Headings.comparable(column.column().name()), i);
        for (String heading : column.headings()) {
          columnOf.put(Headings.comparable(heading), i);
        }
      }
    }
    wanted = fromHeadings;
  }

  /** What a row means as the row of headings. */
  HeadingRow align(GridRow row) {
    List<Integer> cells = new ArrayList<>(Collections.nCopies(columns.size(), HeadingRow.ABSENT));
    Map<Integer, String> headings = new TreeMap<>();
    List<String> unused = new ArrayList<>();
    List<String> clashes = new ArrayList<>();
    int end = 0;
    for (int cell = 0; cell < row.width(); cell++) {
      if (row.kind(cell) == CellKind.BLANK) {
        continue;
      }
      String heading = row.text(cell);
      headings.put(cell, heading);
      end = cell + 1;
      Integer column = columnOf.get(Headings.comparable(heading));
      if (column == null) {
        unused.add(heading);
      } else if (cells.get(column) == HeadingRow.ABSENT) {
        cells.set(column, cell);
      } else {
        clashes.add(headings.get(cells.get(column)) + " and " + heading);
      }
    }
    List<String> missing = new ArrayList<>();
    for (int i = 0; i < columns.size(); i++) {
      if (columns.get(i).required()
          && cells.get(i) == HeadingRow.ABSENT
          && columnOf.containsValue(i)) {
        missing.add(columns.get(i).column().name());
      }
    }
    return new HeadingRow(row.number(), end, cells, headings, unused, clashes, missing);
  }

  /** Whether a row has all it takes to be the row of headings. */
  boolean fits(HeadingRow row) {
    return row.missing().isEmpty() && row.matched() >= Math.max(1, Math.min(2, wanted));
  }

  /** Whether a row that doesn't fit still looks so much like the headings that it must be said. */
  boolean nearlyFits(HeadingRow row) {
    return row.matched() >= 2 && row.matched() * 2 >= wanted;
  }
}
