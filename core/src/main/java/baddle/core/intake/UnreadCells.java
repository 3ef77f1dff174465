package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.outcome.UnreadRange;
import baddle.core.value.CellSum;
import baddle.core.value.Convention;
import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/** Filled cells of one place of a sheet that nobody reads, and what their numbers add up to. */
final class UnreadCells {

  private final IgnoredCells ignored;
  private final CellSum sum = new CellSum();
  private final Rectangle all = new Rectangle();
  private final Rectangle numbers = new Rectangle();
  private long cells;
  private long cellsIgnored;

  UnreadCells(IgnoredCells ignored) {
    this.ignored = ignored;
  }

  /** Takes the filled ones of the cells of a row from a column (inclusive) to another. */
  void add(GridRow row, int from, int to) {
    for (int column = from; column < Math.min(to, row.width()); column++) {
      if (row.kind(column) != CellKind.BLANK) {
        add(row, column);
      }
    }
  }

  /** Takes a filled cell. */
  void add(GridRow row, int column) {
    if (!ignored.ranges().isEmpty() && ignored.has(row.number(), column)) {
      cellsIgnored++;
      return;
    }
    cells++;
    all.add(row.number(), column);
    if (isNumber(row, column)) {
      numbers.add(row.number(), column);
    }
  }

  /** Adds a cell that isn't blank if it is a number, and tells whether it is. */
  boolean isNumber(GridRow row, int column) {
    CellKind kind = row.kind(column);
    if (kind == CellKind.NUMBER || kind == CellKind.DECIMAL) {
      long before = sum.numbers();
      sum.addStored(row.buffer(column), row.start(column), row.end(column));
      return sum.numbers() > before;
    }
    return kind == CellKind.TEXT
        && sum.addText(row.buffer(column), row.start(column), row.end(column));
  }

  /** The number of a cell that isn't blank, alone, with a decimal point; null for none. */
  @Nullable BigDecimal number(GridRow row, int column) {
    sum.clear();
    return isNumber(row, column) ? sum.sum(Convention.DECIMAL_POINT) : null;
  }

  /** How many cells there are, those aside that the plan ignores. */
  long cells() {
    return cells;
  }

  /** How many cells the plan ignores by their place. */
  long ignored() {
    return cellsIgnored;
  }

  /** How many of the cells are numbers. */
  long numbers() {
    return sum.numbers();
  }

  /** What the numbers add up to. */
  BigDecimal sum(Convention convention) {
    return sum.sum(convention);
  }

  /** The rectangle around the numbers; only where there are any. */
  CellRange range() {
    return numbers.range();
  }

  /**
   * What there is; only where there is any.
   *
   * @param onlyNumbers whether only the numbers count as unread
   */
  UnreadRange unread(String sheet, String heading, Convention convention, boolean onlyNumbers) {
    return new UnreadRange(
        sheet,
        heading,
        onlyNumbers ? numbers.range() : all.range(),
        onlyNumbers ? sum.numbers() : cells,
        sum.numbers(),
        sum(convention));
  }

  /** The rectangle around some cells. */
  private static final class Rectangle {
    private int firstRow = Integer.MAX_VALUE;
    private int lastRow;
    private int firstColumn = Integer.MAX_VALUE;
    private int lastColumn;

    private void add(int row, int column) {
      firstRow = Math.min(firstRow, row);
      lastRow = Math.max(lastRow, row);
      firstColumn = Math.min(firstColumn, column);
      lastColumn = Math.max(lastColumn, column);
    }

    private CellRange range() {
      return new CellRange(firstRow, lastRow, firstColumn, lastColumn + 1);
    }
  }
}
