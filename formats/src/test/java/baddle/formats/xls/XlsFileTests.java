package baddle.formats.xls;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.Formats;
import baddle.formats.GridText;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import org.apache.poi.hssf.record.crypto.Biff8EncryptionKey;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class XlsFileTests {

  @TempDir Path folder;

  private Path write(HSSFWorkbook workbook) throws IOException {
    Path file = folder.resolve("book.xls");
    try (OutputStream out = Files.newOutputStream(file)) {
      workbook.write(out);
    }
    return file;
  }

  private static CellStyle style(HSSFWorkbook workbook, String format) {
    CellStyle style = workbook.createCellStyle();
    style.setDataFormat(workbook.createDataFormat().getFormat(format));
    return style;
  }

  @Test
  void reads_results_of_formulas_dates_times_and_hidden_rows() throws IOException {
    try (HSSFWorkbook workbook = new HSSFWorkbook()) {
      Sheet first = workbook.createSheet("First");
      first.createRow(0).createCell(0).setCellValue("only here");
      Sheet sheet = workbook.createSheet("Second");
      Row row = sheet.createRow(2);
      row.createCell(1).setCellFormula("\"a\"&\"b\"");
      row.createCell(2).setCellFormula("1=1");
      row.createCell(3).setCellFormula("NA()");
      row.createCell(4).setCellFormula("0.1+0.2");
      workbook.getCreationHelper().createFormulaEvaluator().evaluateAll();
      row.createCell(5).setCellValue(LocalDateTime.of(2026, 3, 14, 9, 30));
      row.getCell(5).setCellStyle(style(workbook, "dd.mm.yyyy hh:mm"));
      row.createCell(6).setCellValue(1.5625);
      row.getCell(6).setCellStyle(style(workbook, "[h]:mm"));
      row.createCell(7).setCellValue(12345678901.0);
      Row hidden = sheet.createRow(3);
      hidden.setZeroHeight(true);
      hidden.createCell(0).setCellValue(false);

      try (GridFile file = new Formats().open(write(workbook), Dialect.TOLD_BY_CONTENT)) {
        assertThat(GridText.of(file.sheets().get(0), 9)).containsExactly("1: only here");
        assertThat(GridText.of(file.sheets().get(1), 9))
            .containsExactly(
                "3:  | ab | BOOLEAN true | ERROR #N/A | NUMBER 0.30000000000000004"
                    + " | DATE 2026-03-14T09:30 | TIME 37:30:00 | NUMBER 12345678901",
                "4 hidden: BOOLEAN false");
      }
    }
  }

  @Test
  void knows_which_sheets_a_person_sees() throws IOException {
    try (HSSFWorkbook workbook = new HSSFWorkbook()) {
      workbook.createSheet("A");
      workbook.createSheet("B");
      workbook.setSheetHidden(1, true);

      try (GridFile file = new Formats().open(write(workbook), Dialect.TOLD_BY_CONTENT)) {
        assertThat(file.sheets()).extracting(GridSheet::visible).containsExactly(true, false);
      }
    }
  }

  @Test
  void a_password_is_said() throws IOException {
    try (HSSFWorkbook workbook = new HSSFWorkbook()) {
      workbook.createSheet("A");
      Biff8EncryptionKey.setCurrentUserPassword("secret");
      Path file = write(workbook);
      Biff8EncryptionKey.setCurrentUserPassword(null);

      assertThatThrownBy(() -> new Formats().open(file, Dialect.TOLD_BY_CONTENT))
          .isInstanceOf(UnreadableFileException.class);
    } finally {
      Biff8EncryptionKey.setCurrentUserPassword(null);
    }
  }
}
