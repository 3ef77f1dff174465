package baddle.formats.rows;

import baddle.core.grid.GridSheet;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.formats.xlsx.CellText;
import baddle.formats.xlsx.SheetLimits;
import baddle.formats.xlsx.SheetSight;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.dhatim.fastexcel.VisibilityState;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Rows as the named table of a workbook (ISO/IEC 29500): its name stays the same whatever the
 * number of rows, so that what refers to it goes on to work. Rows beyond one sheet go on in the
 * next. Written as they come, so that memory doesn't grow with them.
 */
public final class XlsxRows implements RowsWriter {

  private static final int FLUSHED = 2_000;
  private static final double MOST_WIDTH = 50;
  private static final double LEAST_WIDTH = 6;
  private static final int MOST_NAME = 31;

  private final Workbook workbook;
  private final Schema schema;
  private String name;
  private final Set<String> sheetNames;
  private final List<Map.Entry<String, String>> about;
  private final RowTexts texts;
  private final SheetSight sight;
  private boolean ownsWorkbook = true;
  private final List<String> remarks = new ArrayList<>();
  private long left;
  private Worksheet sheet;
  private int sheets;
  private int row;
  private int flushed;
  private long longNumbers;
  private long earlyDays;

  /**
   * Begins a workbook.
   *
   * @param out isn't closed
   * @param name of the table and its sheet
   * @param rows how many rows are to come, for a table's size is before its rows
   * @param about what a sheet of its own says of the rows, line by line; none for no such sheet
   */
  public XlsxRows(
      OutputStream out,
      Schema schema,
      String name,
      long rows,
      List<Map.Entry<String, String>> about)
      throws IOException {
    this(
        new Workbook(out, "Baddle", "1.0"),
        schema,
        name,
        rows,
        about,
        new HashSet<>(),
        SheetSight.SHOWN);
  }

  /**
   * Goes on with a workbook that has sheets already. Closing this ends the rows' sheets, not the
   * workbook.
   *
   * @param writer has written its last sheet
   * @param taken the names of its sheets in small letters; takes those of the rows' sheets
   * @param sight whether the rows' sheets are shown
   */
  public static XlsxRows within(
      XlsxWriter writer, Schema schema, String name, long rows, Set<String> taken, SheetSight sight)
      throws IOException {
    XlsxRows within = new XlsxRows(writer.endSheets(), schema, name, rows, List.of(), taken, sight);
    within.ownsWorkbook = false;
    within.sheet.range(0, 0, 0, 0).setName(GridSheet.REPORT_MARK);
    return within;
  }

  private XlsxRows(
      Workbook workbook,
      Schema schema,
      String name,
      long rows,
      List<Map.Entry<String, String>> about,
      Set<String> taken,
      SheetSight sight)
      throws IOException {
    SheetLimits.columns(schema.size());
    this.workbook = workbook;
    this.sight = sight;
    this.sheetNames = taken;
    this.schema = schema;
    this.name = name;
    this.about = List.copyOf(about);
    this.texts = new RowTexts(schema, '.');
    this.left = rows;
    this.sheet = begin();
  }

  private Worksheet begin() {
    sheets++;
    Worksheet next = workbook.newWorksheet(sheetName(name, sheets, sheetNames));
    int rows = (int) Math.max(1, Math.min(left, SheetLimits.ROWS - 1));
    left -= rows;
    String table = tableName(name) + (sheets == 1 ? "" : "_" + sheets);
    next.range(0, 0, rows, schema.size() - 1)
        .createTable(schema.names().toArray(String[]::new))
        .setName(table)
        .setDisplayName(table);
    next.range(0, 0, 0, Math.max(0, schema.size() - 1)).style().bold().set();
    next.freezePane(0, 1);
    switch (sight) {
      case SHOWN -> {}
      case HIDDEN -> next.setVisibilityState(VisibilityState.HIDDEN);
      case SEALED -> next.setVisibilityState(VisibilityState.VERY_HIDDEN);
    }
    row = 1;
    flushed = 0;
    return next;
  }

  /**
   * The names of the sheets that a table gets.
   *
   * @param taken the names of other sheets in small letters; takes these
   */
  public static List<String> sheetNames(String table, long rows, Set<String> taken) {
    List<String> names = new ArrayList<>();
    long most = SheetLimits.ROWS - 1L;
    for (int i = 1; i == 1 || (i - 1) * most < rows; i++) {
      names.add(sheetName(table, i, taken));
    }
    return names;
  }

  /** A sheet's name that no other has, whatever its case. */
  private static String sheetName(String table, int which, Set<String> taken) {
    String end = which == 1 ? "" : " " + which;
    String legal = XlsxWriter.legal(table);
    String wanted = legal.substring(0, Math.min(MOST_NAME - end.length(), legal.length()));
    String found = wanted + end;
    for (int i = 2; !taken.add(found.toLowerCase(Locale.ROOT)); i++) {
      String more = "_" + i + end;
      found = wanted.substring(0, Math.min(MOST_NAME - more.length(), wanted.length())) + more;
    }
    return found;
  }

  /**
   * Ends the table and begins another with the same columns on a sheet of its own.
   *
   * @param other the name of the table and its sheet
   * @param rows how many rows are to come
   */
  public void nextTable(String other, long rows) throws IOException {
    end();
    name = other;
    left = rows;
    sheets = 0;
    sheet = begin();
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    if (flushed == 0 && row == 1) {
      widths(block, from, to);
    }
    for (int at = from; at < to; at++) {
      if (row == SheetLimits.ROWS) {
        end();
        sheet = begin();
        widths(block, at, to);
      }
      for (int column = 0; column < schema.size(); column++) {
        if (!block.vector(column).isBlank(at)) {
          cell(block, column, at);
        }
      }
      row++;
      if (row - flushed >= FLUSHED) {
        flush();
      }
    }
  }

  private void cell(Block block, int column, int at) throws IOException {
    Column one = schema.column(column);
    ColumnType type = one.type();
    if (type.kind() == ColumnType.Kind.TEXT) {
      String text = String.valueOf(texts.text(block, column, at));
      sheet.inlineString(row, column, CellText.of(text, () -> RowPlace.of(block, row, column, at)));
      return;
    }
    long value = ((LongVector) block.vector(column)).values()[at];
    switch (type.kind()) {
      case BOOLEAN -> sheet.value(row, column, value != 0);
      case DATE -> {
        LocalDate day = LocalDate.ofEpochDay(value);
        if (day.isBefore(XlsxWriter.FIRST_DAY)) {
          earlyDays++;
          sheet.inlineString(row, column, day.toString());
        } else {
          sheet.value(row, column, day);
        }
      }
      case TIMESTAMP -> sheet.inlineString(row, column, type.shown(value));
      default -> number(column, value, type);
    }
  }

  private void number(int column, long value, ColumnType type) {
    if (Math.abs(value) >= 1_000_000_000_000_000L) {
      longNumbers++;
      sheet.inlineString(row, column, type.shown(value));
    } else if (type.places() == 0) {
      sheet.value(row, column, value);
    } else {
      sheet.value(row, column, BigDecimal.valueOf(value, type.places()));
    }
  }

  /** Fits the columns to their headings and the first rows. */
  private void widths(Block block, int from, int to) {
    for (int column = 0; column < schema.size(); column++) {
      double width = schema.column(column).name().length() + 3.0;
      for (int at = from; at < Math.min(to, from + FLUSHED); at++) {
        String text = texts.text(block, column, at);
        width = Math.max(width, text == null ? 0 : text.length() + 1.0);
      }
      sheet.width(column, Math.max(LEAST_WIDTH, Math.min(MOST_WIDTH, width)));
    }
  }

  private void flush() throws IOException {
    int first = Math.max(1, flushed);
    for (int column = 0; column < schema.size() && first < row; column++) {
      ColumnType type = schema.column(column).type();
      if (type.kind() == ColumnType.Kind.DATE) {
        sheet.range(first, column, row - 1, column).style().format("yyyy-mm-dd").set();
      } else if (type.kind() == ColumnType.Kind.DECIMAL) {
        String pattern = "#,##0" + (type.places() > 0 ? "." + "0".repeat(type.places()) : "");
        sheet.range(first, column, row - 1, column).style().format(pattern).set();
      }
    }
    sheet.flush();
    flushed = row;
  }

  private void end() throws IOException {
    flush();
    sheet.finish();
  }

  /** A name that a table may have: letters, digits, points and lines below. */
  public static String tableName(String name) {
    String legal = name.replaceAll("[^\\p{L}\\p{N}_.]", "_");
    boolean likeCell = legal.matches("(?i)[a-z]{1,3}[0-9]+|r|c|r[0-9]*c[0-9]*");
    return legal.isEmpty() || !Character.isLetter(legal.charAt(0)) || likeCell
        ? "_" + legal
        : legal;
  }

  @Override
  public List<String> remarks() {
    return List.copyOf(remarks);
  }

  @Override
  public void close() throws IOException {
    end();
    if (sheets > 1) {
      remarks.add("the rows go on over " + sheets + " sheets, for one holds " + SheetLimits.ROWS);
    }
    if (longNumbers > 0) {
      remarks.add(
          RowTexts.counted(longNumbers, "1 number is", "numbers are")
              + " text, for a workbook's numbers hold no more than "
              + SheetLimits.DIGITS
              + " digits");
    }
    if (earlyDays > 0) {
      remarks.add(
          RowTexts.counted(earlyDays, "1 day is", "days are")
              + " text, for workbooks have none before "
              + XlsxWriter.FIRST_DAY);
    }
    if (!about.isEmpty()) {
      Worksheet said = workbook.newWorksheet("About");
      said.range(0, 0, 0, 0).setName(GridSheet.REPORT_MARK);
      int line = 0;
      for (Map.Entry<String, String> one : about) {
        said.value(line, 0, one.getKey());
        said.style(line, 0).bold().set();
        said.value(line++, 1, one.getValue());
      }
      said.width(0, 16);
      said.width(1, 80);
      said.finish();
    }
    if (ownsWorkbook) {
      workbook.finish();
      workbook.close();
    }
  }
}
