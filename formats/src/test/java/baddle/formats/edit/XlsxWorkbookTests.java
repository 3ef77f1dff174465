package baddle.formats.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.CellRange;
import baddle.formats.WorkbookValidity;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.poi.common.usermodel.HyperlinkType;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.ClientAnchor;
import org.apache.poi.ss.usermodel.DataValidationHelper;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.usermodel.Hyperlink;
import org.apache.poi.ss.util.AreaReference;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.ss.util.CellRangeAddressList;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xddf.usermodel.chart.AxisPosition;
import org.apache.poi.xddf.usermodel.chart.ChartTypes;
import org.apache.poi.xddf.usermodel.chart.XDDFCategoryAxis;
import org.apache.poi.xddf.usermodel.chart.XDDFChartData;
import org.apache.poi.xddf.usermodel.chart.XDDFDataSourcesFactory;
import org.apache.poi.xddf.usermodel.chart.XDDFValueAxis;
import org.apache.poi.xssf.usermodel.XSSFCell;
import org.apache.poi.xssf.usermodel.XSSFChart;
import org.apache.poi.xssf.usermodel.XSSFDrawing;
import org.apache.poi.xssf.usermodel.XSSFName;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFTable;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Workbooks that are written anew with some cells changed: all else stays. */
class XlsxWorkbookTests {

  @TempDir Path folder;
  private Path before;
  private Path after;

  @BeforeEach
  void write() throws Exception {
    before = folder.resolve("before.xlsx");
    after = folder.resolve("after.xlsx");
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(before)) {
      template(workbook);
      XSSFSheet year = workbook.createSheet("Year");
      year.createRow(0).createCell(0).setCellFormula("SUM(Template!B3:B4)*2");
      year.getRow(0).createCell(1).setCellFormula("TODAY()");
      year.getRow(0).createCell(2).setCellFormula("1+1");
      year.getRow(0).createCell(3).setCellFormula("AVERAGE(A1:A1)");
      for (int i = 0; i < 4; i++) {
        year.getRow(0).getCell(i).setCellValue(7);
      }
      workbook.createSheet("Nobody's");
      workbook.write(out);
    }
  }

  private static void template(XSSFWorkbook workbook) {
    XSSFSheet sheet = workbook.createSheet("Template");
    CellStyle money = workbook.createCellStyle();
    money.setDataFormat(workbook.createDataFormat().getFormat("#,##0.00"));
    sheet.createRow(0).createCell(0).setCellValue("Site returns <&>");
    sheet.addMergedRegion(new CellRangeAddress(0, 0, 0, 2));
    sheet.createRow(1).createCell(0).setCellValue("Site");
    sheet.getRow(1).createCell(1).setCellValue("Wages");
    for (int i = 0; i < 3; i++) {
      sheet.createRow(2 + i).createCell(0).setCellValue(List.of("Ash", "Oak", "Elm").get(i));
      XSSFCell cell = sheet.getRow(2 + i).createCell(1);
      cell.setCellStyle(money);
      cell.setCellValue(i + 0.25);
    }
    sheet.createRow(6).createCell(1).setCellFormula("SUM(B3:B5)");
    sheet.getRow(6).getCell(1).setCellValue(3.75);
    sheet.getRow(6).createCell(2).setCellFormula("Template!B7-B3");
    sheet.getRow(6).getCell(2).setCellValue(3.5);
    sheet.setColumnWidth(0, 9000);
    sheet.setAutobreaks(true);
    sheet.getPrintSetup().setLandscape(true);
    workbook.setPrintArea(0, 0, 2, 0, 6);
    DataValidationHelper helper = sheet.getDataValidationHelper();
    sheet.addValidationData(
        helper.createValidation(
            helper.createFormulaListConstraint("Template!$A$3:$A$5"),
            new CellRangeAddressList(2, 4, 0, 0)));
    sheet
        .getSheetConditionalFormatting()
        .addConditionalFormatting(
            new CellRangeAddress[] {new CellRangeAddress(2, 4, 1, 1)},
            sheet
                .getSheetConditionalFormatting()
                .createConditionalFormattingRule("B3>Template!$B$7"));
    XSSFDrawing drawing = sheet.createDrawingPatriarch();
    ClientAnchor anchor = drawing.createAnchor(0, 0, 0, 0, 4, 0, 8, 8);
    sheet.getRow(2).getCell(0).setCellComment(drawing.createCellComment(anchor));
    chart(drawing, sheet);
    Hyperlink link = workbook.getCreationHelper().createHyperlink(HyperlinkType.URL);
    link.setAddress("https://example.org/a?b=1&c=2");
    sheet.getRow(3).getCell(0).setHyperlink(link);
    XSSFTable table =
        sheet.createTable(
            new AreaReference(new CellReference("A2"), new CellReference("B5"), null));
    table.setName("returns");
    table.setDisplayName("returns");
  }

  private static void chart(XSSFDrawing drawing, XSSFSheet sheet) {
    XSSFChart chart = drawing.createChart(drawing.createAnchor(0, 0, 0, 0, 4, 9, 12, 20));
    XDDFCategoryAxis names = chart.createCategoryAxis(AxisPosition.BOTTOM);
    XDDFValueAxis values = chart.createValueAxis(AxisPosition.LEFT);
    XDDFChartData data = chart.createData(ChartTypes.BAR, names, values);
    data.addSeries(
            XDDFDataSourcesFactory.fromStringCellRange(sheet, new CellRangeAddress(2, 4, 0, 0)),
            XDDFDataSourcesFactory.fromNumericCellRange(sheet, new CellRangeAddress(2, 4, 1, 1)))
        .setTitle("Wages", null);
    chart.plot(data);
  }

  private void edit(WorkbookEdit edit) throws IOException {
    try (XlsxWorkbook workbook = XlsxWorkbook.open(before);
        OutputStream out = Files.newOutputStream(after)) {
      workbook.write(edit, out);
    }
  }

  private static CellContent amount(String value) {
    return new CellContent.Amount(new BigDecimal(value));
  }

  @Test
  void no_change_is_no_change() throws Exception {
    edit(new WorkbookEdit());
    assertThat(ZipParts.of(after)).isEqualTo(ZipParts.of(before));
    assertThat(new ArrayList<>(ZipParts.of(after).keySet()))
        .isEqualTo(new ArrayList<>(ZipParts.of(before).keySet()));
  }

  @ParameterizedTest
  @CsvSource({"B4, true", "D4, false", "A8, false"})
  void the_range_of_cells_is_kept_only_where_it_stays_true(String cell, boolean isKept)
      throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("Template", ZipParts.at(cell), amount("100.10"));
    edit(edit);
    assertThat(
            ZipParts.of(after)
                .get("xl/worksheets/sheet1.xml")
                .contains("<dimension ref=\"A1:C7\"/>"))
        .isEqualTo(isKept);
  }

  @Test
  void only_the_cell_and_what_depends_on_it_differ() throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("Template", ZipParts.at("B4"), amount("100.10"));
    edit(edit);

    Map<String, String> was = ZipParts.of(before);
    Map<String, String> is = ZipParts.of(after);
    assertThat(is.keySet()).isEqualTo(was.keySet());
    String template = "xl/worksheets/sheet1.xml";
    String year = "xl/worksheets/sheet2.xml";
    String expected =
        was.get(template)
            .replaceFirst("<v>1.25</v>", "<v>100.10</v>")
            .replaceFirst("<v>3.75</v>", "<v>102.60</v>")
            .replaceFirst("<v>3.5</v>", "<v>102.35</v>")
            .replace("r=\"B4\" s=\"1\" t=\"n\"", "r=\"B4\" s=\"1\"");
    assertThat(is.get(template)).isEqualTo(expected);
    assertThat(is.get(year))
        .contains("<f>SUM(Template!B3:B4)*2</f><v>200.70</v>")
        .contains("<f>TODAY()</f></c>")
        .contains("<f>1+1</f><v>7.0</v>")
        .contains("<f>AVERAGE(A1:A1)</f></c>");
    assertThat(is.get("xl/workbook.xml")).contains("fullCalcOnLoad=\"1\"");
    List.of(template, year, "xl/workbook.xml").forEach(is.keySet()::remove);
    List.of(template, year, "xl/workbook.xml").forEach(was.keySet()::remove);
    assertThat(is).isEqualTo(was);
    WorkbookValidity.check(after);
  }

  @Test
  void every_kind_of_content_can_be_read_back_from_cells_that_are_and_are_not_there()
      throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("Nobody's", ZipParts.at("C3"), amount("-0.10"));
    edit.put("Nobody's", ZipParts.at("A1"), new CellContent.Text("=1+1\u0007 <&> _x0041_ ä"));
    edit.put("Nobody's", ZipParts.at("B3"), new CellContent.Truth(true));
    edit.put("Nobody's", ZipParts.at("AA900"), new CellContent.Day(LocalDate.of(2026, 2, 28)));
    edit.put(
        "Template", ZipParts.at("B4"), new CellContent.Moment(LocalDateTime.of(2026, 3, 1, 8, 30)));
    edit.put("Template", ZipParts.at("A7"), new CellContent.Fault("#N/A"));
    edit.put("Template", ZipParts.at("D3"), new CellContent.Formula("B3&\"<\""));
    edit.put("Template", ZipParts.at("B5"), new CellContent.Blank());
    edit.put("Template", ZipParts.at("A6"), new CellContent.Day(LocalDate.of(1900, 1, 31)));
    edit(edit);

    WorkbookValidity.check(after);
    try (XSSFWorkbook workbook = new XSSFWorkbook(after.toFile())) {
      XSSFSheet own = workbook.getSheet("Nobody's");
      assertThat(own.getRow(2).getCell(2).getRawValue()).isEqualTo("-0.10");
      assertThat(own.getRow(0).getCell(0).getStringCellValue())
          .isEqualTo("=1+1\u0007 <&> _x0041_ ä");
      assertThat(own.getRow(2).getCell(1).getBooleanCellValue()).isTrue();
      assertThat(own.getRow(899).getCell(26).getLocalDateTimeCellValue().toLocalDate())
          .isEqualTo(LocalDate.of(2026, 2, 28));
      assertThat(DateUtil.isCellDateFormatted(own.getRow(899).getCell(26))).isTrue();
      assertThat(workbook.getSheet("Template").getRow(3).getCell(1).getLocalDateTimeCellValue())
          .isEqualTo(LocalDateTime.of(2026, 3, 1, 8, 30));
      XSSFSheet template = workbook.getSheet("Template");
      assertThat(template.getRow(2).getCell(3).getCellFormula()).isEqualTo("B3&\"<\"");
      assertThat(template.getRow(4).getCell(1).getRawValue()).isNull();
      assertThat(template.getRow(4).getCell(1).getCellStyle().getDataFormatString())
          .isEqualTo("#,##0.00");
      assertThat(template.getRow(5).getCell(0).getNumericCellValue()).isEqualTo(31);
    }
    try (XlsxWorkbook workbook = XlsxWorkbook.open(after)) {
      assertThat(workbook.see("Nobody's", cell -> true).cell(ZipParts.at("A1")).text())
          .isEqualTo("=1+1\u0007 <&> _x0041_ ä");
    }
  }

  @Test
  void a_copied_sheet_brings_all_that_is_its_own() throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.copy(
        new WorkbookEdit.Copy(
            "Template", "Feb '26", new WorkbookEdit.Place(Optional.of("Template"), false)));
    edit.put("Feb '26", ZipParts.at("B3"), amount("10"));
    edit(edit);

    WorkbookValidity.check(after);
    Map<String, String> was = ZipParts.of(before);
    Map<String, String> is = ZipParts.of(after);
    assertThat(is.get("xl/worksheets/sheet1.xml")).isEqualTo(was.get("xl/worksheets/sheet1.xml"));
    try (XSSFWorkbook workbook = new XSSFWorkbook(after.toFile())) {
      assertThat(workbook.getSheetName(0)).isEqualTo("Feb '26");
      XSSFSheet copy = workbook.getSheetAt(0);
      assertThat(copy.getMergedRegions()).hasSize(1);
      assertThat(copy.getColumnWidth(0)).isEqualTo(9000);
      assertThat(copy.getPrintSetup().getLandscape()).isTrue();
      assertThat(copy.getDataValidations().get(0).getValidationConstraint().getFormula1())
          .isEqualTo("'Feb ''26'!$A$3:$A$5");
      assertThat(
              copy.getSheetConditionalFormatting()
                  .getConditionalFormattingAt(0)
                  .getRule(0)
                  .getFormula1())
          .isEqualTo("B3>'Feb ''26'!$B$7");
      assertThat(copy.getRow(2).getCell(0).getCellComment()).isNotNull();
      assertThat(copy.getHyperlink(3, 0).getAddress()).contains("example.org/a?b=1&c=2");
      assertThat(copy.getTables().get(0).getDisplayName()).isEqualTo("returns_2");
      assertThat(copy.createDrawingPatriarch().getCharts()).hasSize(1);
      assertThat(copy.createDrawingPatriarch().getCharts().get(0).getCTChart().xmlText())
          .contains("'Feb ''26'!$B$3:$B$5")
          .doesNotContain("Template");
      assertThat(copy.getRow(6).getCell(1).getRawValue()).isEqualTo("13.50");
      assertThat(copy.getRow(6).getCell(2).getCellFormula()).isEqualTo("'Feb ''26'!B7-B3");
      assertThat(copy.getRow(6).getCell(2).getRawValue()).isEqualTo("3.50");
      assertThat(workbook.getPrintArea(0)).isEqualTo("'Feb ''26'!$A$1:$C$7");
      assertThat(workbook.getPrintArea(1)).isEqualTo("Template!$A$1:$C$7");
      assertThat(workbook.getActiveSheetIndex()).isEqualTo(1);
      assertThat(copy.isSelected()).isFalse();
    }
  }

  @Test
  void tables_are_made_and_resized() throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("Template", ZipParts.at("A6"), new CellContent.Text("Fir"));
    edit.table(
        new WorkbookEdit.Table(
            "Template",
            "returns",
            CellRange.parse("A2:B6").orElseThrow(),
            List.of("Site", "Wages")));
    edit.put("Year", ZipParts.at("A5"), new CellContent.Text("a&b"));
    edit.put("Year", ZipParts.at("A6"), amount("1"));
    edit.table(
        new WorkbookEdit.Table(
            "Year", "more", CellRange.parse("A5:A6").orElseThrow(), List.of("a&b")));
    edit(edit);

    WorkbookValidity.check(after);
    try (XSSFWorkbook workbook = new XSSFWorkbook(after.toFile())) {
      assertThat(workbook.getTable("returns").getArea().formatAsString()).isEqualTo("A2:B6");
      assertThat(workbook.getTable("more").getSheetName()).isEqualTo("Year");
      assertThat(workbook.getTable("more").getColumns().get(0).getName()).isEqualTo("a&b");
    }
  }

  @Test
  void spaces_around_a_text_stay() throws Exception {
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("Year", ZipParts.at("A1"), new CellContent.Text("  a\n"));
    edit(edit);
    try (XSSFWorkbook workbook = new XSSFWorkbook(after.toFile())) {
      assertThat(workbook.getSheet("Year").getRow(0).getCell(0).getStringCellValue())
          .isEqualTo("  a\n");
    }
  }

  @Test
  void formulas_that_cells_share_stay_together() throws Exception {
    Path shared = folder.resolve("shared.xlsx");
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(shared)) {
      XSSFSheet sheet = workbook.createSheet("a");
      sheet.createRow(0).createCell(0).setCellValue(2);
      sheet.createRow(1).createCell(0).setCellValue(3);
      sheet.setArrayFormula("A1:A2*2", new CellRangeAddress(0, 1, 1, 1));
      workbook.write(out);
    }
    try (XlsxWorkbook workbook = XlsxWorkbook.open(shared)) {
      WorkbookEdit edit = new WorkbookEdit();
      edit.put("a", ZipParts.at("B1"), amount("1"));
      assertThatThrownBy(() -> workbook.write(edit, new ByteArrayOutputStream()))
          .isInstanceOf(IOException.class)
          .hasMessage("sheet a, B1: a formula that B1:B2 share; not changed");
    }
  }

  @Test
  void results_of_arrays_and_of_names_that_several_sheets_have_do_not_stay() throws Exception {
    Path arrays = folder.resolve("arrays.xlsx");
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(arrays)) {
      for (String name : List.of("a", "b")) {
        XSSFSheet sheet = workbook.createSheet(name);
        sheet.createRow(0).createCell(0).setCellValue(2);
        sheet.createRow(1).createCell(0).setCellValue(3);
        sheet.setArrayFormula("A1:A2*2", new CellRangeAddress(0, 1, 1, 1));
        XSSFName own = workbook.createName();
        own.setNameName("own");
        own.setSheetIndex(workbook.getSheetIndex(name));
        own.setRefersToFormula(name + "!$A$1");
        sheet.getRow(0).createCell(2).setCellFormula("MAX(own,1)");
        for (int column = 1; column < 3; column++) {
          sheet.getRow(0).getCell(column).setCellValue(4);
        }
        sheet.getRow(1).getCell(1).setCellValue(6);
      }
      workbook.write(out);
    }
    WorkbookEdit edit = new WorkbookEdit();
    edit.put("a", ZipParts.at("A1"), amount("5"));
    try (XlsxWorkbook workbook = XlsxWorkbook.open(arrays);
        OutputStream out = Files.newOutputStream(after)) {
      workbook.write(edit, out);
    }
    try (XSSFWorkbook workbook = new XSSFWorkbook(after.toFile())) {
      XSSFSheet changed = workbook.getSheet("a");
      assertThat(changed.getRow(0).getCell(1).getRawValue()).isNull();
      assertThat(changed.getRow(1).getCell(1).getRawValue()).isNull();
      assertThat(changed.getRow(0).getCell(2).getRawValue()).isNull();
      assertThat(workbook.getSheet("b").getRow(1).getCell(1).getRawValue()).isEqualTo("6.0");
    }
  }

  @Test
  void locked_and_merged_cells_are_known() throws Exception {
    Path locked = folder.resolve("locked.xlsx");
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(locked)) {
      XSSFSheet sheet = workbook.createSheet("a");
      CellStyle open = workbook.createCellStyle();
      open.setLocked(false);
      sheet.createRow(0).createCell(0).setCellValue("x");
      sheet.getRow(0).createCell(1).setCellStyle(open);
      sheet.addMergedRegion(new CellRangeAddress(3, 4, 0, 1));
      sheet.protectSheet("");
      workbook.write(out);
    }
    try (XlsxWorkbook workbook = XlsxWorkbook.open(locked)) {
      SeenSheet sheet = workbook.see("a", cell -> true);
      assertThat(sheet.isProtected()).isTrue();
      assertThat(sheet.cell(ZipParts.at("A1")).locked()).isTrue();
      assertThat(sheet.cell(ZipParts.at("B1")).locked()).isFalse();
      assertThat(sheet.mergedInto(ZipParts.at("B5"))).contains(ZipParts.at("A4"));
      assertThat(sheet.mergedInto(ZipParts.at("A4"))).isEmpty();
    }
  }
}
