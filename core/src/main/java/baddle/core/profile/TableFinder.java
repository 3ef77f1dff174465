package baddle.core.profile;

import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.value.ValueProfile;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Finds the tables of a sheet by their shape, where no plan says what to look for: a row of labels
 * with values below it, perhaps with a line of group headings above, perhaps several tables side by
 * side or one below the other.
 */
public final class TableFinder {

  /** How wide, in tenths of the rows below it, a row of headings has to be. */
  private static final int LEAST_TENTHS = 6;

  private static final int ROWS_BELOW = 10;
  private static final int LONGEST_PERIOD = 14;

  /**
   * A table.
   *
   * @param range its cells, headings included; without an end where it goes on past the sample
   * @param headingRow where the headings end, from 1
   * @param headings by the sheet's column, from 0
   */
  public record FoundTable(CellRange range, int headingRow, Map<Integer, String> headings) {

    /** Copies the map. */
    public FoundTable {
      headings = new TreeMap<>(headings);
    }
  }

  private final List<SheetSample.Row> rows;
  private final boolean complete;
  private final List<FoundTable> tables = new ArrayList<>();

  private TableFinder(List<SheetSample.Row> rows, boolean complete) {
    this.rows = rows;
    this.complete = complete;
  }

  /**
   * The tables of a sheet.
   *
   * @param rows its first filled rows
   * @param complete whether these are all of them
   */
  public static List<FoundTable> find(List<SheetSample.Row> rows, boolean complete) {
    TableFinder finder = new TableFinder(rows, complete);
    finder.run();
    return finder.tables;
  }

  private void run() {
    int at = 0;
    while (at < rows.size()) {
      int lines = headingLines(at);
      if (lines == 0) {
        at++;
        continue;
      }
      int last = at + lines - 1;
      int end = end(last);
      add(at, last, end);
      at = end;
    }
  }

  private SheetSample.Row row(int index) {
    return rows.get(index);
  }

  private boolean isGapBefore(int index) {
    return row(index).number() > row(index - 1).number() + 1;
  }

  /**
   * Whether a row has labels, and nothing else but the names of several periods. One number that
   * could be a year is as likely a value beside its label.
   */
  private boolean areLabels(int at) {
    SheetSample.Row row = row(at);
    int labels = 0;
    int periods = 0;
    int days = 0;
    for (int column = 0; column < row.cells().size(); column++) {
      SheetSample.Cell cell = row.cell(column);
      Optional<Grain> grain = grain(cell.text());
      if (cell.kind() == CellKind.TEXT && ValueProfile.isLabel(cell.text())) {
        labels++;
      } else if (grain.isPresent() && grain.get() != Grain.DAY) {
        periods++;
      } else if (grain.isPresent() && isNoDayBelow(at, column)) {
        days++;
      } else if (cell.isFilled()) {
        return false;
      }
    }
    return labels > 0 && periods != 1 && days != 1 && (periods == 0 || days == 0);
  }

  /** Whether a row has nothing but names of periods to the right, as years stand above months. */
  private boolean arePeriods(int at) {
    boolean right = row(at).filled(1, Integer.MAX_VALUE) > 0;
    return right
        && row(at).cells().stream()
            .filter(SheetSample.Cell::isFilled)
            .allMatch(cell -> grain(cell.text()).filter(one -> one != Grain.DAY).isPresent());
  }

  /** Days head columns of other values; those of a column of days are data. */
  private boolean isNoDayBelow(int at, int column) {
    return at + 1 < rows.size()
        && grain(row(at + 1).cell(column).text()).filter(Grain.DAY::equals).isEmpty();
  }

  /** The grain of the period that a text names, such as a heading of a budget; empty for none. */
  private static Optional<Grain> grain(String text) {
    return text.length() > LONGEST_PERIOD
        ? Optional.empty()
        : PeriodText.english().parse(text).map(Period::grain);
  }

  /** How many rows from an index on are the headings of a table: none, one or two. */
  private int headingLines(int at) {
    if (at + 1 >= rows.size() || !(areLabels(at) || arePeriods(at))) {
      return 0;
    }
    boolean twoLines =
        at + 2 < rows.size()
            && (row(at).filled() > 1 || arePeriods(at))
            && areLabels(at + 1)
            && !areLabels(at + 2)
            && !isGapBefore(at + 1)
            && row(at + 1).filled() > row(at).filled();
    if (twoLines && isWideEnough(at + 1)) {
      return 2;
    }
    return areLabels(at) && isWideEnough(at) && !headsBetterBelow(at) ? 1 : 0;
  }

  private boolean isWideEnough(int at) {
    long own = row(at).filled();
    List<Long> below = new ArrayList<>();
    for (int i = at + 1; i < rows.size() && below.size() < ROWS_BELOW; i++) {
      if (i > at + 1 && isGapBefore(i)) {
        break;
      }
      below.add(row(i).filled());
    }
    below.sort(null);
    long usual = below.get(below.size() / 2);
    boolean oneColumn = rows.stream().allMatch(row -> row.filled() == 1);
    return own >= (oneColumn ? 1 : 2) && own * 10 >= usual * LEAST_TENTHS;
  }

  /** Whether the next row is wider and of labels too, so that this one is a title. */
  private boolean headsBetterBelow(int at) {
    return at + 2 < rows.size()
        && areLabels(at + 1)
        && row(at + 1).filled() > row(at).filled()
        && isWideEnough(at + 1);
  }

  /** The index behind the last row of the table whose headings end at an index. */
  private int end(int headings) {
    int at = headings + 1;
    while (at < rows.size()) {
      boolean gap = at > headings + 1 && isGapBefore(at);
      boolean note = gap && row(at).filled() == 1 && row(headings).filled() > 2;
      if (note || (gap && headingLines(at) > 0)) {
        return at;
      }
      at++;
    }
    return at;
  }

  private void add(int first, int last, int end) {
    TreeMap<Integer, String> cells = new TreeMap<>();
    for (int line = first; line <= last; line++) {
      join(cells, row(line), line > first);
    }
    int width = cells.lastKey() + 1;
    List<Integer> starts = new ArrayList<>();
    for (int column : cells.keySet()) {
      if (starts.isEmpty() || isBlankColumn(column - 1, first, end)) {
        starts.add(column);
      }
    }
    List<CellRange> ranges = new ArrayList<>();
    for (int i = 0; i < starts.size(); i++) {
      int to = i + 1 < starts.size() ? starts.get(i + 1) : width;
      ranges.add(new CellRange(row(first).number(), CellRange.OPEN, starts.get(i), to));
    }
    boolean apart =
        ranges.size() > 1
            && ranges.stream()
                .allMatch(r -> cells.subMap(r.firstColumn(), r.endColumn()).size() > 1);
    List<CellRange> found =
        apart
            ? ranges
            : List.of(new CellRange(row(first).number(), CellRange.OPEN, cells.firstKey(), width));
    for (CellRange range : found) {
      add(range, row(last).number(), cells, end);
    }
  }

  private void add(CellRange range, int headingRow, NavigableMap<Integer, String> cells, int end) {
    TreeMap<Integer, String> headings =
        new TreeMap<>(cells.subMap(range.firstColumn(), range.endColumn()));
    int endColumn = headings.lastKey() + 1;
    int lastRow = headingRow;
    for (int i = 0; i < end; i++) {
      if (row(i).number() > headingRow && row(i).filled(range.firstColumn(), endColumn) > 0) {
        lastRow = row(i).number();
      }
    }
    boolean open = end == rows.size() && !complete;
    tables.add(
        new FoundTable(
            new CellRange(
                range.firstRow(), open ? CellRange.OPEN : lastRow, range.firstColumn(), endColumn),
            headingRow,
            headings));
  }

  /** Adds a line of headings below group headings, which are carried right. */
  private static void join(
      NavigableMap<Integer, String> cells, SheetSample.Row line, boolean below) {
    String group = "";
    int previous = -2;
    for (int column = 0; column < line.cells().size(); column++) {
      if (line.cell(column).isFilled()) {
        String above = cells.getOrDefault(column, previous == column - 1 ? group : "");
        group = above;
        String text = line.cell(column).text();
        cells.put(column, below && !above.isEmpty() ? above + " " + text : text);
        previous = column;
      }
    }
  }

  private boolean isBlankColumn(int column, int from, int to) {
    for (int i = from; i < to; i++) {
      if (row(i).cell(column).isFilled()) {
        return false;
      }
    }
    return true;
  }
}
