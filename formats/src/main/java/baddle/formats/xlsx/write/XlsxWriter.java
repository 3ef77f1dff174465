package baddle.formats.xlsx.write;

import baddle.core.grid.GridSheet;
import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.CellText;
import baddle.formats.xlsx.Markup;
import baddle.formats.xlsx.SheetLimits;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.dhatim.fastexcel.BorderSide;
import org.dhatim.fastexcel.BorderStyle;
import org.dhatim.fastexcel.ConditionalFormattingExpressionRule;
import org.dhatim.fastexcel.HyperLink;
import org.dhatim.fastexcel.Position;
import org.dhatim.fastexcel.StyleSetter;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Writes a workbook. Rows and columns count from 0. Columns become as wide as their widest cell.
 */
public final class XlsxWriter implements Closeable {

  /** The first day that all programs read alike. */
  public static final LocalDate FIRST_DAY = LocalDate.of(1900, 3, 1);

  /** Colours have their opacity before them. */
  private static final String OPAQUE = "FF";

  private static final String LINE = OPAQUE + "5B6B70";
  private static final String FOOT_FONT = "Calibri";
  private static final int FOOT_SIZE = 9;
  private static final int MOST_NAME = 31;
  private static final double MOST_WIDTH = 60;

  private final Workbook workbook;
  private Worksheet sheet;
  private boolean ended;
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
    sheet = workbook.newWorksheet(legalNames(List.of(sheetName)).get(0));
  }

  /**
   * A name without the characters that no sheet's can have. An apostrophe becomes a typographic
   * one: the library doesn't double it where names of ranges name the sheet.
   */
  public static String legal(String name) {
    return name.replaceAll("[\\[\\]:*?/\\\\]", " ").replace('\'', '\u2019').strip();
  }

  /** Names as sheets can have them, no two alike. */
  public static List<String> legalNames(List<String> names) {
    Set<String> taken = new HashSet<>();
    List<String> legal = new ArrayList<>();
    for (String name : names) {
      String plain = legal(name);
      String start = plain.isEmpty() ? "Sheet" : plain;
      String free = start.substring(0, Math.min(MOST_NAME, start.length()));
      for (int i = 2; !taken.add(free.toLowerCase(Locale.ROOT)); i++) {
        String end = " " + i;
        free = start.substring(0, Math.min(MOST_NAME - end.length(), start.length())) + end;
      }
      legal.add(free);
    }
    return legal;
  }

  /** Ends the sheet and begins another. */
  public void nextSheet(String sheetName) throws IOException {
    endSheet();
    sheet = workbook.newWorksheet(legalNames(List.of(sheetName)).get(0));
  }

  /**
   * Writes a text that doesn't widen its column, for those right of it are blank.
   *
   * @param style how it looks
   */
  public void line(int row, int column, String text, CellStyle style) {
    refuseBeyond(row, column, text);
    sheet.value(row, column, CellText.escaped(text));
    apply(style, row, column);
  }

  /** Writes a text that leads to a sheet. */
  public void link(int row, int column, String text, String sheetName, CellStyle style) {
    String place = "'" + sheetName.replace("'", "''") + "'!A1";
    sheet.hyperlink(row, column, HyperLink.internal(place, CellText.escaped(text)));
    finish(row, column, text.length(), style);
  }

  /** Gives a row its height, in points. */
  public void height(int row, double points) {
    sheet.rowHeight(row, points);
  }

  /** Says at the foot of each printed page what it is of, and which page; hides the grid. */
  public void foot(String text) {
    sheet.hideGridLines();
    sheet.footer(text.replace("&", "&&"), Position.LEFT, FOOT_FONT, FOOT_SIZE);
    sheet.footer("&P / &N", Position.RIGHT, FOOT_FONT, FOOT_SIZE);
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
   * @throws UncheckedIOException if it is longer than a cell can hold, or is where a sheet ends
   */
  public void text(int row, int column, String text, CellStyle style) {
    refuseBeyond(row, column, text);
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
    formula(row, column, formula, CellStyle.PLAIN);
  }

  /** The same with a style. */
  public void formula(int row, int column, String formula, CellStyle style) {
    sheet.formula(row, column, Markup.escaped(formula));
    finish(row, column, 0, style);
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

  private static void refuseBeyond(int row, int column, String text) {
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
    if (!style.align().isEmpty()) {
      setter.horizontalAlignment(style.align());
    }
    if (style.lineAbove()) {
      setter.borderStyle(BorderSide.TOP, BorderStyle.THIN);
      setter.borderColor(BorderSide.TOP, LINE);
    }
    if (style.lineBelow()) {
      setter.borderStyle(BorderSide.BOTTOM, BorderStyle.THIN);
      setter.borderColor(BorderSide.BOTTOM, LINE);
    }
    if (style.size() > 0) {
      setter.fontSize(style.size());
    }
    if (!style.color().isEmpty()) {
      setter.fontColor(OPAQUE + style.color());
    }
    if (!style.fill().isEmpty()) {
      setter.fillColor(OPAQUE + style.fill());
    }
    if (style.indent() > 0) {
      setter.indent(style.indent());
    }
    style.pattern().ifPresent(setter::format);
    setter.set();
  }

  /** Keeps the first rows and columns in sight, on the screen and on every printed page. */
  public void freeze(int rows, int columns) {
    freeze(0, rows, columns);
  }

  /**
   * The same, where the rows that each printed page begins with are below others.
   *
   * @param first the first of the rows that are repeated
   */
  public void freeze(int first, int rows, int columns) {
    sheet.freezePane(columns, rows);
    if (rows > first) {
      sheet.repeatRows(first, rows - 1);
    }
    sheet.pageOrientation("landscape");
    sheet.setFitToPage(true);
    sheet.fitToWidth((short) 1);
    sheet.fitToHeight((short) 0);
  }

  /**
   * Gives numbers of a column below or above zero an ink of their own.
   *
   * @param from the first row, inclusive
   * @param to the last row, inclusive
   * @param negative whether those below zero
   * @param ink six hexadecimal digits
   */
  public void mark(int from, int to, int column, boolean negative, String ink) {
    String cell = new CellPlace(from, column).name();
    String condition = "AND(ISNUMBER(" + cell + ")," + cell + (negative ? "&lt;0)" : "&gt;0)");
    sheet
        .range(from, column, to, column)
        .style()
        .fontColor(OPAQUE + ink)
        .set(new ConditionalFormattingExpressionRule(condition, false));
  }

  /**
   * Groups rows, so that they can be folded away.
   *
   * @param from the first row, inclusive
   * @param to the last row, inclusive
   * @param totalAbove whether the row that stays is above them
   */
  public void group(int from, int to, boolean totalAbove) {
    sheet.groupRows(from, to);
    sheet.rowSumsBelow(!totalAbove);
  }

  /**
   * Groups columns, so that they can be folded away.
   *
   * @param from the first column, inclusive
   * @param to the last column, inclusive
   */
  public void groupColumns(int from, int to) {
    sheet.groupCols(from, to);
  }

  /**
   * Ends the last sheet that is written cell by cell; what writes sheets in another way goes on
   * with the library's workbook.
   */
  public Workbook endSheets() throws IOException {
    if (!ended) {
      endSheet();
      ended = true;
    }
    return workbook;
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
    if (!ended) {
      endSheet();
    }
    workbook.finish();
    workbook.close();
  }
}
