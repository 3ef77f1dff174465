package baddle.core.profile;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import java.util.ArrayList;
import java.util.List;

/** Gathers the first filled rows of a sheet, so that its tables can be found by their shape. */
public final class SheetSample implements RowSink {

  /**
   * One cell.
   *
   * @param kind what it holds
   * @param text its characters; empty for a blank
   */
  public record Cell(CellKind kind, String text) {

    /** Nothing. */
    static final Cell BLANK = new Cell(CellKind.BLANK, "");

    boolean isFilled() {
      return kind != CellKind.BLANK;
    }
  }

  /**
   * One filled row.
   *
   * @param number where it is, from 1
   * @param cells its cells from the sheet's first column on
   */
  public record Row(int number, List<Cell> cells) {

    /** Copies the list. */
    public Row {
      cells = List.copyOf(cells);
    }

    /** The cell of a column, from 0. */
    public Cell cell(int column) {
      return column < cells.size() ? cells.get(column) : Cell.BLANK;
    }

    /** How many cells of some columns are filled. */
    long filled(int from, int to) {
      return cells.stream().skip(from).limit(Math.max(0, to - from)).filter(Cell::isFilled).count();
    }

    long filled() {
      return filled(0, cells.size());
    }
  }

  /** Cells of that many rows; memory must not grow with the width of a sheet. */
  private static final int MOST_CELLS = 500_000;

  private final int most;
  private final CellRange region;
  private final GridRow lent = new GridRow();
  private final List<Row> rows = new ArrayList<>();
  private boolean past;
  private long cellCount;

  /** Gathers so many rows of a region at most. */
  public SheetSample(int most, CellRange region) {
    this.most = most;
    this.region = region;
  }

  /** The rows; those without any filled cell are left out. */
  public List<Row> rows() {
    return rows;
  }

  @Override
  public GridRow next() {
    return lent;
  }

  @Override
  public boolean wantsMore() {
    return rows.size() < most && cellCount < MOST_CELLS && !past;
  }

  @Override
  public void row(GridRow row) {
    past |= region.isBefore(row.number());
    boolean inside = row.number() >= region.firstRow() && !past;
    if (!inside || row.filled(region.firstColumn(), region.endColumn()) == 0) {
      return;
    }
    List<Cell> cells = new ArrayList<>();
    for (int column = 0; column < row.width(); column++) {
      boolean in = column >= region.firstColumn() && column < region.endColumn();
      cells.add(
          in && row.kind(column) != CellKind.BLANK
              ? new Cell(row.kind(column), row.seen(column))
              : Cell.BLANK);
    }
    rows.add(new Row(row.number(), cells));
    cellCount += cells.size();
  }
}
