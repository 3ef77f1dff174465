package baddle.formats.xlsx;

import baddle.core.grid.GridSheet;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.dhatim.fastexcel.BorderSide;
import org.dhatim.fastexcel.BorderStyle;
import org.dhatim.fastexcel.StyleSetter;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Writes a workbook. Rows and columns count from 0. Columns become as wide as their widest cell.
 */
public final class XlsxWriter implements Closeable {

  /** The first day that all programs read alike. */
  public static final LocalDate FIRST_DAY = LocalDate.of(1900, 3, 1);

  private static final int MOST_NAME = 31;
  private static final double MOST_WIDTH = 60;

  private final Workbook workbook;
  private Worksheet sheet;
  private List<Integer> widths = new ArrayList<>();

  /**
   * Begins a workbook with its first sheet.
   *
   * @param out isn't closed
   * @param sheetName made to fit the format's limits: at most 31 characters, none of {@code
   *     []:*?/\}
   */
  public XlsxWriter(OutputStream out, String sheetName) {
    workbook = new Workbook(out, "Baddle", "1.0");
    sheet = workbook.newWorksheet(legalName(sheetName));
  }

  private static String legalName(String name) {
    String legal = name.replaceAll("[\\[\\]:*?/\\\\]", " ").strip();
    return legal.isEmpty() ? "Sheet" : legal.substring(0, Math.min(MOST_NAME, legal.length()));
  }

  /** Ends the sheet and begins another. */
  public void nextSheet(String sheetName) throws IOException {
    endSheet();
    sheet = workbook.newWorksheet(legalName(sheetName));
  }

  /**
   * Marks the sheet as a report by a name that only it has. A reader knows it by that and never
   * takes it for a source, also where the sheet was copied into another workbook.
   */
  public void markAsReport() {
    sheet.range(0, 0, 0, 0).setName(GridSheet.REPORT_MARK);
  }

  /**
   * Writes a text.
   *
   * @throws UncheckedIOException if it is longer than a cell can hold, or stands where a sheet ends
   */
  public void text(int row, int column, String text, CellStyle style) {
    if (text.length() > SheetLimits.CHARACTERS || column >= SheetLimits.COLUMNS) {
      throw new UncheckedIOException(
          new IOException(
              (column >= SheetLimits.COLUMNS
                      ? "more columns than a workbook's sheet holds, " + SheetLimits.COLUMNS
                      : "row "
                          + (row + 1)
                          + ": a text of "
                          + text.length()
                          + " characters; a workbook's cell holds "
                          + SheetLimits.CHARACTERS)
                  + "; write a .csv file"));
    }
    sheet.value(row, column, CellText.escaped(text));
    finish(row, column, text.length(), style);
  }

  /**
   * Writes a number exactly as it is.
   *
   * @param shown how it looks with its pattern, to fit the width
   */
  public void number(int row, int column, BigDecimal number, String shown, CellStyle style) {
    sheet.value(row, column, number);
    finish(row, column, shown.length(), style);
  }

  /** Writes a formula that nothing has computed yet. */
  public void formula(int row, int column, String formula) {
    sheet.formula(row, column, formula);
    finish(row, column, 0, CellStyle.PLAIN);
  }

  /** Writes a date, shown as ISO 8601 does unless the style has a pattern. */
  public void date(int row, int column, LocalDate date, CellStyle style) {
    sheet.value(row, column, date);
    CellStyle shown = style.pattern().isPresent() ? style : style.withPattern("yyyy-mm-dd");
    finish(row, column, 10, shown);
  }

  /** Gives a cell without a value its style. */
  public void blank(int row, int column, CellStyle style) {
    finish(row, column, 0, style);
  }

  private void finish(int row, int column, int width, CellStyle style) {
    while (widths.size() <= column) {
      widths.add(0);
    }
    widths.set(column, Math.max(widths.get(column), width + (style.bold() ? 1 : 0)));
    apply(style, row, column);
  }

  private void apply(CellStyle style, int row, int column) {
    if (style.equals(CellStyle.PLAIN)) {
      return;
    }
    StyleSetter setter = sheet.style(row, column);
    if (style.bold()) {
      setter.bold();
    }
    if (style.right()) {
      setter.horizontalAlignment("right");
    }
    if (style.lineAbove()) {
      setter.borderStyle(BorderSide.TOP, BorderStyle.THIN);
    }
    if (style.lineBelow()) {
      setter.borderStyle(BorderSide.BOTTOM, BorderStyle.THIN);
    }
    style.pattern().ifPresent(setter::format);
    setter.set();
  }

  /** Keeps the first rows and columns in sight, on the screen and on every printed page. */
  public void freeze(int rows, int columns) {
    sheet.freezePane(columns, rows);
    if (rows > 0) {
      sheet.repeatRows(0, rows - 1);
    }
    sheet.pageOrientation("landscape");
    sheet.setFitToPage(true);
    sheet.fitToWidth((short) 1);
    sheet.fitToHeight((short) 0);
  }

  /**
   * Groups rows, so that they can be folded away.
   *
   * @param from the first row, inclusive
   * @param to the last row, inclusive
   * @param totalAbove whether the row that stays stands above them
   */
  public void group(int from, int to, boolean totalAbove) {
    sheet.groupRows(from, to);
    sheet.rowSumsBelow(!totalAbove);
  }

  private void endSheet() throws IOException {
    for (int column = 0; column < widths.size(); column++) {
      sheet.width(column, Math.min(MOST_WIDTH, widths.get(column) + 2.0));
    }
    widths = new ArrayList<>();
    sheet.finish();
  }

  /** Ends the workbook. */
  @Override
  public void close() throws IOException {
    endSheet();
    workbook.finish();
    workbook.close();
  }
}
