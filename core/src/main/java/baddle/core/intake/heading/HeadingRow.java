package baddle.core.intake.heading;

import baddle.core.grid.CellRange;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/**
 * What one row, or two rows together, mean if they are the headings.
 *
 * @param rowNumber where the headings end, from 1
 * @param firstCell the sheet's column (from 0) of the first heading
 * @param end one more than the sheet's column (from 0) of the last heading
 * @param cells for each column of the dataset, in order, the sheet's column (from 0) whose heading
 *     it has, or {@link #ABSENT}
 * @param headings every filled cell, by its column (from 0), from left to right
 * @param unused the headings that no column wants
 * @param clashes pairs of headings that one column wants, as a person reads them
 * @param repeated headings that appear again, with the number they got
 * @param missing names of columns that need a heading and have none
 * @param absent names of other columns without a heading
 * @param lines the rows of headings as they are, one or two, each by column (from 0)
 * @param turned for headings that become rows, the label, by their column (from 0)
 */
public record HeadingRow(
    int rowNumber,
    int firstCell,
    int end,
    List<Integer> cells,
    Map<Integer, String> headings,
    List<String> unused,
    List<String> clashes,
    List<String> repeated,
    List<String> missing,
    List<String> absent,
    List<Map<Integer, String>> lines,
    Map<Integer, String> turned) {

  /** Stands for a column whose heading the source doesn't have. */
  public static final int ABSENT = -1;

  /** Where the headings are that become rows, in the order of their labels. */
  public List<Integer> turnedCells() {
    return List.copyOf(turned.keySet());
  }

  /** Whether another row of headings means the same columns in the same places. */
  public boolean isSameTable(HeadingRow other) {
    return cells.equals(other.cells) && turned.equals(other.turned);
  }

  /**
   * The sheet's columns (from 0, the end exclusive) that rows of the table fill: those between
   * columns without a heading, if all that is read is there; else all.
   */
  public CellRange stretch() {
    TreeSet<Integer> read = new TreeSet<>(turned.keySet());
    cells.stream().filter(cell -> cell != ABSENT).forEach(read::add);
    TreeSet<Integer> filled = new TreeSet<>(headings.keySet());
    filled.addAll(read);
    if (read.isEmpty()) {
      return CellRange.EVERYTHING;
    }
    int first = read.first();
    while (filled.contains(first - 1)) {
      first--;
    }
    int stop = first;
    while (filled.contains(stop)) {
      stop++;
    }
    boolean others = filled.first() < first || filled.last() >= stop;
    return read.last() < stop && others
        ? CellRange.EVERYTHING.columns(first, stop)
        : CellRange.EVERYTHING;
  }

  /** How many columns have their heading here. */
  public int matched() {
    return (int) cells.stream().filter(cell -> cell != ABSENT).count();
  }
}
