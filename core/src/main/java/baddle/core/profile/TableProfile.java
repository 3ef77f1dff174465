package baddle.core.profile;

import baddle.core.calendar.MonthNames;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.intake.HeadingMatcher;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.TotalRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueProfile;
import java.util.ArrayList;
import java.util.HashMap;
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

  private static final int MOST_EXAMPLES = 2;

  private final TableFinder.FoundTable table;
  private final Map<Integer, List<Seen>> seen = new HashMap<>();
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

  /** A value with its row. */
  private record Seen(int row, ValueProfile.Shape shape, String text) {}

  private void take(GridRow row, Column column) {
    CellKind kind = row.kind(column.column);
    ValueProfile values = column.values;
    String text = row.text(column.column);
    ValueProfile.Shape shape =
        switch (kind) {
          case BLANK -> {
            values.addBlank(1);
            yield ValueProfile.Shape.LABEL;
          }
          case NUMBER -> {
            values.addStoredNumber(text);
            yield ValueProfile.Shape.NUMBER;
          }
          case DATE -> {
            values.addStoredDate(text);
            yield ValueProfile.Shape.DATE;
          }
          case ERROR -> {
            values.addError(text);
            yield ValueProfile.Shape.ERROR;
          }
          case FORMULA -> {
            values.addFormula(text);
            yield ValueProfile.Shape.FORMULA;
          }
          case DECIMAL -> {
            values.addExactNumber(text);
            yield ValueProfile.Shape.NUMBER;
          }
          case TEXT, BOOLEAN, TIME -> values.addText(text, 1);
        };
    keep(column, row, shape, text);
  }

  /** Keeps the first values of each shape, for only at the end is it known which are odd. */
  private void keep(Column column, GridRow row, ValueProfile.Shape shape, String text) {
    if (shape == ValueProfile.Shape.LABEL) {
      return;
    }
    List<Seen> kept = seen.computeIfAbsent(column.column, c -> new ArrayList<>());
    int alike = 0;
    for (Seen one : kept) {
      alike += one.shape == shape ? 1 : 0;
    }
    if (alike < MOST_EXAMPLES) {
      kept.add(new Seen(row.number(), shape, text));
    }
  }

  /** Examples of values that don't fit what a column mostly holds, each with its row. */
  public List<String> oddValues(Column column) {
    ColumnType type = column.values.type();
    return seen.getOrDefault(column.column, List.of()).stream()
        .filter(one -> one.shape.isOddIn(type))
        .limit(MOST_EXAMPLES)
        .map(one -> "row " + one.row + ": " + one.text)
        .toList();
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

  /** The row in which the headings end, from 1. */
  public int headingRow() {
    return table.headingRow();
  }
}
