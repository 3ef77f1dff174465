package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.poi.ss.util.AreaReference;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.usermodel.XSSFCell;
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFTable;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Workbooks that are filled month after month, while people work in them. */
class FillAgainProgramTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          dated_by: day
          amount: amount
          columns: {day: date, site: text, amount: {type: decimal, places: 2}}
      feeds:
        sales: {into: sales, files: "in/{period}.csv"}
      fills:
        annual:
          workbook: kept.xlsx
          into: "out.xlsx"
      """;

  private static final String MONTHS =
      """
          sheet: {copy: Template, as: "{month_short}", before: Notes}
          rows: {key: {column: A, from: 2, value: site}, columns: {B: sum(amount)}}
      """;

  @TempDir Path folder;
  private Baddle baddle;

  /** Changes a workbook, as somebody does who has it open. */
  private interface Work {
    void on(XSSFWorkbook workbook) throws Exception;
  }

  @BeforeEach
  void write() throws Exception {
    baddle = new Baddle(folder);
    month("2026-01", "Alder,10.10", "Copse,5.00");
    month("2026-03", "Alder,30.30", "Copse,7.00");
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(folder.resolve("kept.xlsx"))) {
      XSSFSheet template = workbook.createSheet("Template");
      row(template, 0, "Site", "Amount");
      row(template, 1, "Alder");
      row(template, 2, "Copse");
      row(template, 3, "Dene");
      template.getRow(1).createCell(1).setCellValue(70);
      template.getRow(3).createCell(1).setCellValue(84);
      row(workbook.createSheet("Notes"), 0, "by hand");
      XSSFSheet rows = workbook.createSheet("Rows");
      row(rows, 0, "Day", "Site", "Amount");
      row(rows, 1, "sample");
      XSSFTable table =
          rows.createTable(
              new AreaReference(new CellReference("A1"), new CellReference("C2"), null));
      table.setName("lines");
      table.setDisplayName("lines");
      XSSFSheet plain = workbook.createSheet("Plain");
      row(plain, 0, "Site", "Amount", "Remark");
      row(plain, 1, "Before", "", "typed");
      plain.getRow(1).getCell(1).setCellValue(1.5);
      workbook.write(out);
    }
  }

  private static void row(XSSFSheet sheet, int row, String... cells) {
    XSSFRow of = sheet.createRow(row);
    for (int i = 0; i < cells.length; i++) {
      of.createCell(i).setCellValue(cells[i]);
    }
  }

  private void month(String month, String... rows) throws Exception {
    List<String> lines = new ArrayList<>(List.of("day,site,amount"));
    for (int i = 0; i < rows.length; i++) {
      lines.add(month + "-0" + (i + 1) + "," + rows[i]);
    }
    baddle.write("in/" + month + ".csv", lines.toArray(String[]::new));
  }

  private void plan(String fill) throws Exception {
    baddle.write("baddle.yaml", PLAN + fill.stripTrailing());
  }

  private void work(Work work) throws Exception {
    try (XSSFWorkbook workbook =
        new XSSFWorkbook(Files.newInputStream(folder.resolve("out.xlsx")))) {
      work.on(workbook);
      try (OutputStream out = Files.newOutputStream(folder.resolve("out.xlsx"))) {
        workbook.write(out);
      }
    }
  }

  /** The rows of a sheet, cells joined by bars. */
  private List<String> rows(String sheet) throws Exception {
    List<String> rows = new ArrayList<>();
    try (XSSFWorkbook workbook =
        new XSSFWorkbook(Files.newInputStream(folder.resolve("out.xlsx")))) {
      for (int i = 0; i <= workbook.getSheet(sheet).getLastRowNum(); i++) {
        XSSFRow row = workbook.getSheet(sheet).getRow(i);
        List<String> cells = new ArrayList<>();
        for (int j = 0; row != null && j < row.getLastCellNum(); j++) {
          XSSFCell cell = row.getCell(j);
          cells.add(cell == null ? "" : cell.getRawValue() == null ? cell.toString() : value(cell));
        }
        rows.add(String.join("|", cells));
      }
    }
    return rows;
  }

  private static String value(XSSFCell cell) {
    return cell.getCellType() == org.apache.poi.ss.usermodel.CellType.STRING
        ? cell.getStringCellValue()
        : cell.getRawValue();
  }

  private List<String> sheets() throws Exception {
    List<String> names = new ArrayList<>();
    work(workbook -> workbook.forEach(sheet -> names.add(sheet.getSheetName())));
    return names;
  }

  @Test
  void all_months_have_their_sheets_in_the_order_of_time_and_follow_the_data() throws Exception {
    plan(MONTHS);
    String first = baddle.run("run").out();
    assertThat(first).contains("annual: Jan new, Mar new").doesNotContain("apart");
    assertThat(rows("Mar")).containsExactly("Site|Amount", "Alder|30.30", "Copse|7.00", "Dene|");
    month("2026-01", "Alder,10.10", "Copse,6.00");
    month("2026-02", "Alder,20.20");
    month("2026-04", "Alder,40.40");

    assertThat(baddle.run("run").out()).contains("annual: Jan 1 cell changed, Feb new, Apr new");

    assertThat(sheets())
        .containsExactly("Template", "Jan", "Feb", "Mar", "Apr", "Notes", "Rows", "Plain");
    assertThat(rows("Jan")).contains("Copse|6.00");
    assertThat(baddle.run("fill").out())
        .contains("B sum(amount): 40.40 = 40.40 in the sheet + 0.00 not in it")
        .contains("3 earlier periods agree with the dataset: 2026-01, 2026-02, 2026-03");
    assertThat(baddle.run("run").status()).isZero();
  }

  @Test
  void a_month_that_no_longer_agrees_is_told_at_each_run() throws Exception {
    plan(MONTHS);
    baddle.run("run");
    work(workbook -> workbook.getSheet("Jan").getRow(1).getCell(1).setCellValue(999.99));

    for (int i = 0; i < 2; i++) {
      Baddle.Run run = baddle.run("run");
      assertThat(run.status()).isEqualTo(1);
      assertThat(run.out())
          .contains("B sum(amount): 1,004.99 in the sheet, 15.10 in the dataset: -989.89 apart")
          .contains("B2 holds 999.99, not 10.1: changed by hand");
    }
    plan(MONTHS + "    filled: replace\n");
    assertThat(baddle.run("fill").status()).isZero();
    assertThat(rows("Jan")).contains("Alder|10.10");
  }

  @Test
  void numbers_that_nobody_wrote_for_the_month_are_cleared_or_named() throws Exception {
    plan(MONTHS);
    baddle.run("consolidate");
    Baddle.Run run = baddle.run("fill");

    assertThat(run.out())
        .contains("numbers of the template, cleared:\n    B4 held 84 (Dene)")
        .contains("B sum(amount): 37.30 = 37.30 in the sheet + 0.00 not in it");
    work(workbook -> workbook.getSheet("Mar").getRow(3).getCell(1).setCellValue(8));
    assertThat(baddle.run("fill").out())
        .contains("B4 holds 8, not nothing: filled, and not by an earlier fill")
        .contains("45.30 in the sheet, 37.30 in the dataset: -8.00 apart");
  }

  @Test
  void months_before_since_have_no_sheet() throws Exception {
    plan(MONTHS + "    since: 2026-02\n");
    baddle.run("run");
    assertThat(sheets()).containsExactly("Template", "Mar", "Notes", "Rows", "Plain");
  }

  @Test
  void sheets_may_declare_the_prefix_of_their_relation_themselves() throws Exception {
    try (FileSystem zip = FileSystems.newFileSystem(folder.resolve("kept.xlsx"))) {
      Path part = zip.getPath("xl/workbook.xml");
      String text = Files.readString(part);
      String declared =
          "xmlns:q=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\"";
      Files.write(
          part, text.replaceAll("r:id=", declared + " q:id=").getBytes(StandardCharsets.UTF_8));
    }
    plan(MONTHS);
    assertThat(baddle.run("run").err()).isEmpty();
    assertThat(rows("Jan")).contains("Alder|10.10");
    month("2026-04", "Alder,1.00");
    assertThat(baddle.run("run").err()).isEmpty();
    assertThat(sheets()).contains("Jan", "Mar", "Apr");
  }

  @Test
  void a_table_proves_its_rows_and_names_those_without_a_date() throws Exception {
    plan("    sheet: Rows\n    tables: {lines: {columns: {Day: day, Site: site, Amount: amount}}}");
    baddle.write("in/2026-03.csv", "day,site,amount", "2026-03-01,Alder,30.30", ",Copse,7.00");
    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("lines rows: 4 = 1 in the sheet + 3 not in it")
        .contains("lines amount: 52.40 = 30.30 in the sheet + 22.10 not in it")
        .contains("table lines: rows 1 (they have no date)");
  }

  @Test
  void what_somebody_changes_in_a_table_stays_with_its_row() throws Exception {
    String table =
        "    sheet: Rows\n    tables: {lines: {columns: {Site: site, Amount: amount}, period: all}}";
    plan(table);
    baddle.run("run");
    work(workbook -> workbook.getSheet("Rows").getRow(4).getCell(2).setCellValue(7.5));
    month("2026-01", "Alder,10.10", "Bere,1.00", "Copse,5.00");

    Baddle.Run run = baddle.run("run");
    assertThat(run.out())
        .contains("C5 holds 7.5, not 7: changed by hand")
        .contains("lines amount: 53.90 in the sheet, 53.40 in the dataset: -0.50 apart");
    assertThat(rows("Rows"))
        .containsExactly(
            "Day|Site|Amount",
            "sample|Alder|30.30",
            "|Copse|7.5",
            "|Alder|10.10",
            "|Bere|1.00",
            "|Copse|5.00");

    month("2026-03", "Alder,30.30", "Copse,9.00");
    assertThat(baddle.run("run").out())
        .contains("C3 holds 7.5, not nothing: changed by hand; its row has gone from the data");
    assertThat(rows("Rows")).contains("|Copse|7.5");
    plan(table.replace("sheet: Rows\n", "sheet: Rows\n    filled: replace\n"));
    baddle.run("run");
    assertThat(rows("Rows")).contains("|Copse|9.00");
  }

  @Test
  void a_table_that_somebody_has_sorted_stays_sorted() throws Exception {
    plan("    sheet: Rows\n    tables: {lines: {columns: {Amount: amount}, period: all}}");
    baddle.run("run");
    work(
        workbook -> {
          XSSFSheet sheet = workbook.getSheet("Rows");
          for (int i = 0; i < 4; i++) {
            sheet.getRow(i + 1).getCell(2).setCellValue(List.of(30.3, 10.1, 7.0, 5.0).get(i));
          }
        });
    assertThat(baddle.run("fill").out()).contains("0 cells filled, 4 unchanged");
  }

  @Test
  void rows_are_appended_once_below_those_that_people_wrote() throws Exception {
    plan(
        "    sheet: Plain\n    tables: {lines2: {at: A1, append: true, columns: {Site: site,"
            + " Amount: amount}}}");
    baddle.run("run");
    assertThat(rows("Plain"))
        .containsExactly("Site|Amount|Remark", "Before|1.5|typed", "Alder|30.30", "Copse|7.00");
    work(
        workbook ->
            assertThat(workbook.getTable("lines2").getArea().formatAsString()).isEqualTo("A1:C4"));
    month("2026-04", "Alder,40.40");
    Baddle.Run april = baddle.run("run");
    assertThat(april.status()).as(april.out()).isZero();
    baddle.run("fill");
    assertThat(rows("Plain")).hasSize(5).last().isEqualTo("Alder|40.40");

    month("2026-03", "Alder,30.30", "Copse,7.70");
    assertThat(baddle.run("run").out())
        .contains("A4 holds Copse, not nothing: its row has gone from the data")
        .contains("lines2 amount: 85.40 in the sheet, 93.50 in the dataset");
  }

  @Test
  void rows_that_no_fill_wrote_are_not_replaced_without_a_word() throws Exception {
    plan("    sheet: Plain\n    tables: {t: {at: A1, columns: {Site: site, Amount: amount}}}");
    baddle.run("consolidate");
    assertThat(baddle.run("fill").err())
        .contains("table t would replace the rows below A1 on sheet Plain, which no fill wrote");
  }
}
