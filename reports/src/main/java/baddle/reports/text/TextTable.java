package baddle.reports.text;

import java.util.ArrayList;
import java.util.List;

/** A plain table: the first columns at the left, the others, numbers, at the right. */
public final class TextTable {

  private final int leftColumns;
  private int leftFrom = Integer.MAX_VALUE;
  private final List<List<String>> rows = new ArrayList<>();

  /**
   * A table with its headings.
   *
   * @param leftColumns how many columns are aligned at the left
   */
  public TextTable(int leftColumns, List<String> headings) {
    this.leftColumns = leftColumns;
    rows.add(List.copyOf(headings));
  }

  /** Makes the columns from one on begin at the left too. */
  public TextTable leftFrom(int column) {
    leftFrom = column;
    return this;
  }

  /** Adds a row with as many cells as there are headings. */
  public void add(List<String> cells) {
    rows.add(List.copyOf(cells));
  }

  /** The lines of the table. */
  public List<String> lines(TextStyle style) {
    int[] widths = new int[rows.get(0).size()];
    for (List<String> row : rows) {
      for (int i = 0; i < widths.length; i++) {
        widths[i] = Math.max(widths[i], TextStyle.width(row.get(i)));
      }
    }
    List<String> lines = new ArrayList<>();
    for (List<String> row : rows) {
      List<String> cells = new ArrayList<>();
      for (int i = 0; i < widths.length; i++) {
        cells.add(
            i < leftColumns || i >= leftFrom
                ? TextStyle.left(row.get(i), widths[i])
                : TextStyle.right(row.get(i), widths[i]));
      }
      String line = String.join("  ", cells).stripTrailing();
      lines.add(lines.isEmpty() ? style.strong(line) : line);
    }
    return lines;
  }
}
