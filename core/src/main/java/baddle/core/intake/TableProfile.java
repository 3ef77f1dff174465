package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.value.MonthNames;
import baddle.core.value.ValueProfile;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Goes through the rows of a table and says what its columns hold. */
public final class TableProfile implements RowSink {

  /**
   * One column.
   *
   * @param heading its heading; a repeated one has a number, a missing one is called by its letter
   * @param column the sheet's column, from 0
   * @param values what it holds
   */
  public record Column(String heading, int column, ValueProfile values) {}

  private final TableFinder.FoundTable table;
  private final long mostRows;
  private final int rowsKept;
  private final GridRow lent = new GridRow();
  private final List<Column> columns = new ArrayList<>();
  private final List<List<String>> firstRows = new ArrayList<>();
  private long rows;
  private int lastRow;
  private boolean past;
  private final RowShapes shapes;

  /**
   * A profile yet to be made.
   *
   * @param mostRows how many rows are looked at
   * @param rowsKept how many of the first rows are kept
   */
  public TableProfile(
      TableFinder.FoundTable table, MonthNames months, long mostRows, int rowsKept) {
    this.table = table;
    this.mostRows = mostRows;
    this.shapes = new RowShapes(table.range());
    this.rowsKept = rowsKept;
    this.lastRow = table.headingRow();
    CellRange range = table.range();
    HeadingRow named =
        new HeadingMatcher(new IntakeSpec(List.of(), Map.of()))
            .align(table.headingRow(), table.headings());
    for (int column = range.firstColumn(); column < range.endColumn(); column++) {
      String heading = named.headings().getOrDefault(column, Headings.ofColumn(column));
      columns.add(new Column(heading, column, new ValueProfile(months)));
    }
  }

  @Override
  public GridRow next() {
    return lent;
  }

  @Override
  public boolean wantsMore() {
    return rows < mostRows && !past;
  }

  @Override
  public void row(GridRow row) {
    CellRange range = table.range();
    past |= range.isBefore(row.number());
    boolean below = row.number() > table.headingRow() && !past;
    if (!below || row.filled(range.firstColumn(), range.endColumn()) == 0) {
      return;
    }
    rows++;
    lastRow = row.number();
    shapes.row(row);
    List<String> kept = new ArrayList<>();
    for (Column column : columns) {
      take(row, column);
      kept.add(row.seen(column.column));
    }
    if (firstRows.size() < rowsKept) {
      firstRows.add(kept);
    }
  }

  private static void take(GridRow row, Column column) {
    CellKind kind = row.kind(column.column);
    ValueProfile values = column.values;
    String text = row.text(column.column);
    switch (kind) {
      case BLANK -> values.addBlank(1);
      case NUMBER -> values.addStoredNumber(text);
      case DATE -> values.addStoredDate(text);
      case ERROR -> values.addError(text);
      case FORMULA -> values.addFormula(text);
      case DECIMAL -> values.addExactNumber(text);
      case TEXT, BOOLEAN, TIME -> values.addText(text, 1);
    }
  }

  /** The columns that have a heading or any value. */
  public List<Column> columns() {
    return columns.stream()
        .filter(column -> column.values.filled() > 0 || table.headings().containsKey(column.column))
        .toList();
  }

  /** How many filled rows were looked at. */
  public long rows() {
    return rows;
  }

  /** Whether there may be more rows than were looked at. */
  public boolean stoppedEarly() {
    return rows >= mostRows;
  }

  /** The rows that state totals. */
  public List<TotalRow> totals() {
    return shapes.totals();
  }

  /** The sheet's columns that every row fills, those of totals aside. */
  public Set<Integer> alwaysFilled() {
    return shapes.alwaysFilled();
  }

  /**
   * The sheet's columns that only the first row of a block fills, the one first that begins it;
   * none where there seem to be no blocks.
   */
  public List<Integer> heads() {
    return shapes.heads(
        column -> columns.get(column - table.range().firstColumn()).values().distinct());
  }

  /** The first rows, a text for each column between the first heading and the last. */
  public List<List<String>> firstRows() {
    return firstRows;
  }

  /** The cells looked at, headings included. */
  public CellRange range() {
    CellRange range = table.range();
    return new CellRange(range.firstRow(), lastRow, range.firstColumn(), range.endColumn());
  }
}
