package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.intake.heading.HeadingsToRows;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Matches the cells of a row, or of two rows, with the spellings of the columns' headings. */
public final class HeadingMatcher {

  private final List<IntakeColumn> columns;
  private final Map<String, Integer> columnOf = new HashMap<>();
  private final BitSet lookedFor = new BitSet();
  private final int wanted;
  private final Optional<HeadingsToRows> turning;

  /** For the columns of a dataset. */
  public HeadingMatcher(IntakeSpec spec) {
    columns = spec.columns();
    turning = spec.shaping().headingsToRows();
    int fromHeadings = 0;
    for (int i = 0; i < columns.size(); i++) {
      IntakeColumn column = columns.get(i);
      boolean elsewhere =
          spec.named().containsKey(column.column().name())
              || column.currencyOf().isPresent()
              || isTurned(column.column().name());
      if (!elsewhere) {
        fromHeadings++;
        lookedFor.set(i);
        columnOf.put(Headings.comparable(column.column().name()), i);
        for (String heading : column.headings()) {
          columnOf.put(Headings.comparable(heading), i);
        }
      }
    }
    wanted = fromHeadings;
  }

  private boolean isTurned(String column) {
    return turning
        .filter(turn -> turn.label().equals(column) || turn.value().equals(column))
        .isPresent();
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
    return new Alignment(rowNumber, headings, lower)
        .run(upper.isEmpty() ? List.of(lower) : List.of(upper, lower));
  }

  /** One row being aligned. */
  private final class Alignment {

    private final int rowNumber;
    private final NavigableMap<Integer, String> headings;
    private final Map<Integer, String> lower;
    private final List<Integer> cells =
        new ArrayList<>(Collections.nCopies(columns.size(), HeadingRow.ABSENT));
    private final Map<String, Integer> times = new HashMap<>();
    private final List<String> unused = new ArrayList<>();
    private final List<String> clashes = new ArrayList<>();
    private final Set<String> repeated = new LinkedHashSet<>();
    private final Map<Integer, String> turned = new TreeMap<>();

    Alignment(int rowNumber, NavigableMap<Integer, String> headings, Map<Integer, String> lower) {
      this.rowNumber = rowNumber;
      this.headings = headings;
      this.lower = lower;
    }

    HeadingRow run(List<Map<Integer, String>> lines) {
      headings.replaceAll(this::numbered);
      headings.forEach(this::match);
      int first = headings.isEmpty() ? 0 : headings.firstKey();
      int end = headings.isEmpty() ? 0 : headings.lastKey() + 1;
      for (int cell = first; cell < end; cell++) {
        if (!headings.containsKey(cell)) {
          take(columnOf.get(Headings.comparable(Headings.ofColumn(cell))), cell, "");
        }
      }
      return new HeadingRow(
          rowNumber,
          first,
          end,
          cells,
          headings,
          unused,
          clashes,
          List.copyOf(repeated),
          missing(),
          absent(false),
          lines.stream().map(line -> Map.copyOf(line)).toList(),
          turned);
    }

    /** The second heading of one spelling is followed by 2, the third by 3. */
    private String numbered(int cell, String heading) {
      int time = times.merge(Headings.comparable(heading), 1, Integer::sum);
      if (time == 1) {
        return heading;
      }
      String name = heading + " " + time;
      repeated.add(name);
      return name;
    }

    private void match(int cell, String heading) {
      Integer column = columnOf.get(Headings.comparable(heading));
      String alone = lower.get(cell);
      boolean numbered = repeated.contains(heading);
      if (column == null && alone != null && !numbered) {
        Integer ofLower = columnOf.get(Headings.comparable(alone));
        column = ofLower != null && cells.get(ofLower) == HeadingRow.ABSENT ? ofLower : null;
      }
      Optional<String> label = turning.flatMap(turn -> turn.labels().label(heading));
      if (column == null && label.isPresent()) {
        turned.put(cell, label.get());
      } else if (column == null) {
        unused.add(heading);
      } else {
        take(column, cell, heading);
      }
    }

    private void take(@Nullable Integer column, int cell, String heading) {
      if (column == null) {
        return;
      }
      if (cells.get(column) == HeadingRow.ABSENT) {
        cells.set(column, cell);
      } else {
        clashes.add(headings.get(cells.get(column)) + " and " + heading);
      }
    }

    private List<String> missing() {
      List<String> missing = new ArrayList<>(absent(true));
      turning.filter(turn -> turned.isEmpty()).ifPresent(turn -> missing.add(turn.value()));
      return missing;
    }

    /** The columns whose heading isn't there: those that need it, or the others. */
    private List<String> absent(boolean needed) {
      List<String> absent = new ArrayList<>();
      for (int i = 0; i < columns.size(); i++) {
        boolean needs = columns.get(i).need() != IntakeColumn.Need.NONE;
        if (needs == needed && cells.get(i) == HeadingRow.ABSENT && lookedFor.get(i)) {
          absent.add(columns.get(i).column().name());
        }
      }
      return absent;
    }
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
        && row.matched() + row.turned().size() >= Math.max(1, Math.min(2, wanted));
  }

  /** Whether a row that doesn't fit still looks so much like the headings that it must be said. */
  boolean nearlyFits(HeadingRow row) {
    return row.matched() >= 2 && row.matched() * 2 >= wanted;
  }
}
