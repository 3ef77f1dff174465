package baddle.formats.xlsx.write;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.formats.WorkbookValidity;
import baddle.formats.xlsx.CellStyle;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.apache.poi.ss.usermodel.HorizontalAlignment;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class XlsxWriterTests {

  @TempDir private Path folder;

  @Test
  void a_workbook_with_all_that_can_be_drawn_is_valid_and_read_as_it_was_meant() throws Exception {
    Path file = folder.resolve("report.xlsx");
    CellStyle style =
        CellStyle.PLAIN
            .withBold()
            .ofSize(14)
            .in("12493F")
            .on("F4F7F6")
            .centredAcross()
            .withLineAbove()
            .withLineBelow()
            .indented(1);
    String other = XlsxWriter.legalNames(List.of("it's R & <D>")).get(0);
    try (OutputStream out = Files.newOutputStream(file);
        XlsxWriter writer = new XlsxWriter(out, "First")) {
      writer.markAsReport();
      writer.line(0, 0, "a <title> & more", style);
      writer.height(0, 22);
      writer.link(1, 0, "to it's <sheet>", other, CellStyle.PLAIN);
      writer.foot("R & D");
      writer.nextSheet(other);
      writer.markAsReport();
      writer.text(2, 0, "group", style);
      writer.blank(2, 1, style);
      writer.number(
          3, 0, new BigDecimal("-1234.50"), "-1,234.50", style.withPattern("#,##0.00;(#,##0.00)"));
      writer.date(3, 1, LocalDate.of(2026, 3, 14), CellStyle.PLAIN);
      writer.group(3, 3, false);
      writer.freeze(2, 3, 1);
    }

    WorkbookValidity.check(file);
    try (XSSFWorkbook workbook = new XSSFWorkbook(file.toFile())) {
      XSSFSheet first = workbook.getSheetAt(0);
      assertThat(first.getRow(0).getCell(0).getStringCellValue()).isEqualTo("a <title> & more");
      assertThat(first.getRow(1).getCell(0).getHyperlink().getLocation())
          .isEqualTo("'it\u2019s R & <D>'!A1");
      assertThat(first.getFooter().getLeft()).endsWith("R && D");
      XSSFSheet second = workbook.getSheetAt(1);
      assertThat(workbook.getAllNames()).hasSizeGreaterThanOrEqualTo(2);
      assertThat(second.getRow(2).getCell(1).getCellStyle().getAlignment())
          .isEqualTo(HorizontalAlignment.CENTER_SELECTION);
      assertThat(second.getRepeatingRows().formatAsString()).isEqualTo("3:3");
      assertThat(second.getRow(3).getCell(0).getCellStyle().getFont().getBold()).isTrue();
    }
  }

  @Test
  void names_of_sheets_fit_and_differ() {
    assertThat(
            XlsxWriter.legalNames(
                List.of("a:b", "A b", "", "x".repeat(40), "x".repeat(40), "sheet")))
        .containsExactly("a b", "A b 2", "Sheet", "x".repeat(31), "x".repeat(29) + " 2", "sheet 2");
  }
}
