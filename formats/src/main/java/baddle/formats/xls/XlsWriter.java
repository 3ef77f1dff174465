package baddle.formats.xls;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;

/** Writes an old binary workbook of one sheet, as programs that know no other still ask for it. */
public final class XlsWriter implements Closeable {

  private final OutputStream out;
  private final HSSFWorkbook workbook = new HSSFWorkbook();
  private final Sheet sheet;
  private final CellStyle date;
  private final CellStyle money;

  /** Begins a workbook with one sheet of this name. */
  public XlsWriter(OutputStream out, String sheetName) {
    this.out = out;
    this.sheet = workbook.createSheet(sheetName);
    this.date = style("yyyy-mm-dd");
    this.money = style("#,##0.00");
  }

  private CellStyle style(String format) {
    CellStyle style = workbook.createCellStyle();
    style.setDataFormat(workbook.createDataFormat().getFormat(format));
    return style;
  }

  private Cell cell(int row, int column) {
    Row line = sheet.getRow(row);
    return (line == null ? sheet.createRow(row) : line).createCell(column);
  }

  /** Writes text; row and column count from 0. */
  public void text(int row, int column, String text) {
    cell(row, column).setCellValue(text);
  }

  /** Writes a number; one with places is shown with two. */
  public void number(int row, int column, BigDecimal number) {
    Cell cell = cell(row, column);
    cell.setCellValue(number.doubleValue());
    if (number.scale() > 0) {
      cell.setCellStyle(money);
    }
  }

  /** Writes a date. */
  public void date(int row, int column, LocalDate day) {
    Cell cell = cell(row, column);
    cell.setCellValue(day);
    cell.setCellStyle(date);
  }

  /** Ends the workbook. */
  @Override
  public void close() throws IOException {
    workbook.write(out);
    workbook.close();
    out.close();
  }
}
