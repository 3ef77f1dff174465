package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.intake.heading.HeadingsToRows;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;

/** Matches the cells of a row, or of two rows, with the spellings of the columns' headings. */
public final class HeadingMatcher {

  private final Wanted wanted;
  private final int fromHeadings;

  /**
   * The columns that headings are looked for.
   *
   * @param columns all columns of the dataset
   * @param columnOf the index of a column, by each of its headings as they are compared
   * @param lookedFor the columns that have a heading at all
   * @param turning which headings become rows
   */
  record Wanted(
      List<IntakeColumn> columns,
      Map<String, Integer> columnOf,
      BitSet lookedFor,
      Optional<HeadingsToRows> turning) {

    boolean isTurned(String column) {
      return turning
          .filter(turn -> turn.label().equals(column) || turn.value().equals(column))
          .isPresent();
    }
  }

  /** For the columns of a dataset. */
  public HeadingMatcher(IntakeSpec spec) {
    List<IntakeColumn> columns = spec.columns();
    Map<String, Integer> columnOf = new HashMap<>();
    BitSet lookedFor = new BitSet();
    wanted = new Wanted(columns, columnOf, lookedFor, spec.shaping().headingsToRows());
    int count = 0;
    for (int i = 0; i < columns.size(); i++) {
      IntakeColumn column = columns.get(i);
      boolean elsewhere =
          spec.named().containsKey(column.column().name())
              || column.currencyOf().isPresent()
              || wanted.isTurned(column.column().name());
      if (!elsewhere) {
        count++;
        lookedFor.set(i);
        columnOf.put(Headings.comparable(column.column().name()), i);
        for (String heading : column.headings()) {
          columnOf.put(Headings.comparable(heading), i);
        }
      }
    }
    fromHeadings = count;
  }

  /** The filled cells of a row, by column, within columns from (inclusive) to (exclusive). */
  static NavigableMap<Integer, String> cells(GridRow row, int from, int to) {
    TreeMap<Integer, String> cells = new TreeMap<>();
    for (int cell = from; cell < Math.min(to, row.width()); cell++) {
      if (row.kind(cell) != CellKind.BLANK) {
        cells.put(cell, row.text(cell));
      }
    }
    return cells;
  }

  /** What a row's cells mean as headings. */
  public HeadingRow align(int rowNumber, Map<Integer, String> cells) {
    return align(rowNumber, Map.of(), cells);
  }

  /**
   * What two rows mean as headings together: a heading of the upper row that has one below it is
   * carried right over the columns without one of their own, and joined with those below.
   */
  public HeadingRow align(int rowNumber, Map<Integer, String> upper, Map<Integer, String> lower) {
    TreeMap<Integer, String> headings = new TreeMap<>(upper);
    String group = "";
    int previous = HeadingRow.ABSENT;
    for (Map.Entry<Integer, String> cell : new TreeMap<>(lower).entrySet()) {
      int column = cell.getKey();
      boolean carried = previous == column - 1 && !group.isEmpty();
      group = upper.getOrDefault(column, carried ? group : "");
      headings.put(column, group.isEmpty() ? cell.getValue() : group + " " + cell.getValue());
      previous = column;
    }
    return new RowAlignment(wanted, rowNumber, headings, lower)
        .run(upper.isEmpty() ? List.of(lower) : List.of(upper, lower));
  }

  /**
   * The stretches of cells, set apart by columns without one, that each have all the headings.
   * Where a row holds tables side by side these are several.
   */
  List<CellRange> sideBySide(int rowNumber, NavigableMap<Integer, String> cells) {
    List<Integer> starts = new ArrayList<>();
    int previous = Integer.MIN_VALUE;
    for (int cell : cells.keySet()) {
      if (cell != previous + 1) {
        starts.add(cell);
      }
      previous = cell;
    }
    List<CellRange> tables = new ArrayList<>();
    for (int i = 0; i < starts.size(); i++) {
      int end = i + 1 < starts.size() ? starts.get(i + 1) : CellRange.OPEN;
      if (fits(align(rowNumber, cells.subMap(starts.get(i), end)))) {
        tables.add(new CellRange(rowNumber, CellRange.OPEN, starts.get(i), end));
      }
    }
    return tables;
  }

  /** Whether a row has all it takes to be the row of headings. */
  boolean fits(HeadingRow row) {
    return row.missing().isEmpty()
        && row.matched() + row.turned().size() >= Math.max(1, Math.min(2, fromHeadings));
  }

  /** Whether a row names all that is wanted, so that another row can't add to it. */
  boolean isWhole(HeadingRow row) {
    return wanted.turning().isEmpty() && row.matched() == wanted.lookedFor().cardinality();
  }

  /** Whether two rows together name more of what is wanted than one of them alone. */
  boolean isBetter(HeadingRow both, HeadingRow one) {
    int more = both.matched() - one.matched();
    int turned = both.turned().size() - one.turned().size();
    return both.clashes().isEmpty() && more >= 0 && turned >= 0 && more + turned > 0;
  }

  /** Whether a row that doesn't fit still looks so much like the headings that it must be said. */
  boolean nearlyFits(HeadingRow row) {
    int turned = row.turned().isEmpty() ? 0 : 1;
    return row.matched() + turned >= 2 && row.matched() * 2 >= fromHeadings;
  }
}
