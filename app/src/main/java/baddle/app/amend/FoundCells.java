package baddle.app.amend;

import baddle.app.fill.FillException;
import baddle.core.calendar.Calendar;
import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.grid.CellKind;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.SeenCell;
import baddle.formats.edit.SeenSheet;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/** The cells of a sheet that meet a condition. */
final class FoundCells {

  private static final int BLOCK = 4_096;

  /** Decimal places that numbers are compared with. */
  private static final int PLACES = 6;

  private static final int DAY_LENGTH = 10;
  private static final Schema OF_CELLS =
      new Schema(
          List.of(
              new Column("text", ColumnType.text()),
              new Column("number", ColumnType.decimal(PLACES)),
              new Column("date", ColumnType.of(ColumnType.Kind.DATE))));

  private FoundCells() {}

  /** Sets the columns of one thing that is asked. */
  @FunctionalInterface
  private interface Row {
    void set(BlockBuilder builder);
  }

  /** Those whose value meets a condition. */
  static List<CellAt> byValue(SeenSheet sheet, String condition) throws IOException, FillException {
    List<CellAt> asked = new ArrayList<>();
    List<Row> rows = new ArrayList<>();
    for (Map.Entry<CellAt, SeenCell> cell : sheet.cells().entrySet()) {
      if (!cell.getValue().isBlank()) {
        asked.add(cell.getKey());
        rows.add(builder -> set(builder, cell.getValue()));
      }
    }
    return matching(OF_CELLS, condition, asked, rows);
  }

  /** Those of a column in the rows that meet a condition of the sheet's own columns. */
  static List<CellAt> byRow(SeenSheet sheet, String column, String condition)
      throws IOException, FillException {
    List<String> names = new ArrayList<>(parsed(condition).names());
    names.add(column);
    SortedMap<Integer, SortedMap<String, Integer>> rows = new TreeMap<>();
    sheet
        .cells()
        .forEach(
            (at, cell) ->
                rows.computeIfAbsent(at.row(), r -> new TreeMap<>())
                    .putIfAbsent(cell.text(), at.column()));
    int heading =
        rows.entrySet().stream()
            .filter(row -> row.getValue().keySet().containsAll(names))
            .mapToInt(Map.Entry::getKey)
            .findFirst()
            .orElse(0);
    if (heading == 0) {
      List<String> known =
          rows.values().stream().flatMap(row -> row.keySet().stream()).distinct().toList();
      String missing =
          names.stream().filter(name -> !known.contains(name)).findFirst().orElse(column);
      throw new FillException(
          "sheet "
              + sheet.name()
              + ": no row of headings has "
              + String.join(" and ", names)
              + Nearest.hint(missing, known));
    }
    for (String name : names) {
      List<CellAt> named =
          sheet.cells().entrySet().stream()
              .filter(cell -> cell.getKey().row() == heading && cell.getValue().text().equals(name))
              .map(Map.Entry::getKey)
              .toList();
      if (named.size() > 1) {
        throw new FillException(
            "sheet "
                + sheet.name()
                + ": the heading "
                + name
                + " is there twice, at "
                + named.get(0)
                + " and "
                + named.get(1)
                + "; name the cells by their addresses");
      }
    }
    SortedMap<String, Integer> columns = rows.get(heading);
    columns.remove("");
    List<String> headings = List.copyOf(columns.keySet());
    Schema schema =
        new Schema(headings.stream().map(name -> new Column(name, ColumnType.text())).toList());
    List<CellAt> asked = new ArrayList<>();
    List<Row> of = new ArrayList<>();
    for (int row : rows.tailMap(heading + 1).keySet()) {
      asked.add(new CellAt(row, columns.get(column)));
      of.add(
          builder -> {
            for (int i = 0; i < headings.size(); i++) {
              CellAt at = new CellAt(row, columns.get(headings.get(i)));
              text(builder, i, sheet.cell(at).text());
            }
          });
    }
    return matching(schema, condition, asked, of);
  }

  private static Expression parsed(String condition) throws FillException {
    try {
      return Expression.parse(condition);
    } catch (ExpressionException e) {
      throw new FillException(e.withCaret());
    }
  }

  private static List<CellAt> matching(
      Schema schema, String condition, List<CellAt> asked, List<Row> rows)
      throws IOException, FillException {
    BoundExpression bound;
    try {
      bound = parsed(condition).bind(schema, Calendar.standard());
    } catch (ExpressionException e) {
      throw new FillException(e.withCaret());
    }
    if (bound.type().kind() != ColumnType.Kind.BOOLEAN) {
      throw new FillException(condition + " is neither true nor false");
    }
    List<CellAt> found = new ArrayList<>();
    int[] next = new int[1];
    BlockBuilder builder =
        new BlockBuilder(
            schema,
            BLOCK,
            (block, from, to) -> {
              LongVector truth = (LongVector) bound.vector(block);
              for (int row = from; row < to; row++) {
                CellAt at = asked.get(next[0]++);
                if (!truth.isBlank(row) && truth.values()[row] != 0) {
                  found.add(at);
                }
              }
            });
    for (Row row : rows) {
      row.set(builder);
      builder.endRow(1);
    }
    builder.flush();
    return found;
  }

  private static void set(BlockBuilder builder, SeenCell cell) {
    text(builder, 0, cell.text());
    boolean number = cell.kind() == CellKind.NUMBER;
    BigDecimal value =
        number
            ? new BigDecimal(cell.text()).setScale(PLACES, RoundingMode.HALF_UP)
            : BigDecimal.ZERO;
    if (number && value.unscaledValue().bitLength() < Long.SIZE) {
      ((LongBuilder) builder.column(1)).set(builder.row(), value.unscaledValue().longValue());
    } else {
      builder.column(1).blank(builder.row());
    }
    if (cell.kind() == CellKind.DATE) {
      LocalDate day = LocalDate.parse(cell.text().substring(0, DAY_LENGTH));
      ((LongBuilder) builder.column(2)).set(builder.row(), day.toEpochDay());
    } else {
      builder.column(2).blank(builder.row());
    }
  }

  private static void text(BlockBuilder builder, int column, String text) {
    if (text.isEmpty()) {
      builder.column(column).blank(builder.row());
    } else {
      ((TextBuilder) builder.column(column))
          .set(builder.row(), text.toCharArray(), 0, text.length());
    }
  }
}
