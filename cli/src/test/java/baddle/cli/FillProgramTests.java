package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.util.AreaReference;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.usermodel.XSSFCell;
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFTable;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Figures put into workbooks that somebody keeps. */
class FillProgramTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          dated_by: day
          columns: {day: date, site: text, kind: text, amount: {type: decimal, places: 2}}
      feeds:
        sales: {into: sales, files: "sales {period}.csv"}
      fills:
        annual:
          workbook: kept.xlsx
      FILL
      """;

  private static final String COPY =
      """
          into: "out {year}.xlsx"
          sheet: {copy: Template, as: "{month_short} {year}", before: Template}
          cells: {A1: "'Sales of ' || month_name(period_start)", until: period_end}
          rows:
            key: {column: [A, B], from: 4, to: 6, value: site, ignoring: [case, spaces]}
            columns: {C: sum(amount), D: count(*), E: max(amount)}
      """;

  @TempDir Path folder;
  private Baddle baddle;

  @BeforeEach
  void write() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "sales 2026-01.csv",
        "day,site,kind,amount",
        "2026-01-05,Alder Mill,till,10.10",
        "2026-01-06,ALDER  MILL,trade,0.20",
        "2026-01-07,Copse End,till,5.00");
    baddle.write(
        "sales 2026-02.csv",
        "day,site,kind,amount",
        "2026-02-05,Alder Mill,till,20.00",
        "2026-02-06,Foxholt,till,7.77",
        "2026-02-07,Copse End,trade,-1.00");
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(folder.resolve("kept.xlsx"))) {
      XSSFSheet sheet = workbook.createSheet("Template");
      CellStyle money = workbook.createCellStyle();
      money.setDataFormat(workbook.createDataFormat().getFormat("#,##0.00"));
      row(sheet, 0, "title");
      row(sheet, 2, "Site", "", "Sales", "Lines", "Largest");
      row(sheet, 3, "alder", "mill");
      row(sheet, 4, "Copse", "End");
      row(sheet, 5, "Garth", "Lane");
      for (int i = 3; i < 6; i++) {
        sheet.getRow(i).createCell(2).setCellStyle(money);
      }
      sheet.createRow(6).createCell(2).setCellFormula("SUM(C4:C6)");
      sheet.getRow(6).getCell(2).setCellValue(0);
      workbook.createName().setNameName("until");
      workbook.getName("until").setRefersToFormula("Template!$B$1");
      row(workbook.createSheet("Year"), 0, "Kind", "Jan", "2026-02", "", "not a month");
      XSSFSheet year = workbook.getSheet("Year");
      CellStyle day = workbook.createCellStyle();
      day.setDataFormat(workbook.createDataFormat().getFormat("mmm yy"));
      year.getRow(0).getCell(3).setCellStyle(day);
      year.getRow(0).getCell(3).setCellValue(LocalDate.of(2026, 3, 1));
      row(year, 1, "till");
      row(year, 2, "trade");
      row(year, 3, "till again", "by hand");
      XSSFSheet rows = workbook.createSheet("Rows");
      row(rows, 1, "Site", "Amount", "Twice", "Remark");
      row(rows, 2, "old");
      rows.getRow(2).createCell(2).setCellFormula("B3*2");
      row(rows, 3, "older");
      row(rows, 4, "oldest");
      row(rows, 5, "oldest of all");
      XSSFTable table =
          rows.createTable(
              new AreaReference(new CellReference("A2"), new CellReference("D6"), null));
      table.setName("lines");
      table.setDisplayName("lines");
      workbook.write(out);
    }
  }

  @Test
  void cells_take_the_values_of_the_fill_as_they_are_and_words_of_the_period() throws Exception {
    plan(
        COPY.replace(
            "until: period_end",
            "until: period_end, H1: period, H2: \"'{month_short} {year}'\", H3: batch"));
    baddle.run("consolidate");

    assertThat(baddle.run("fill").err()).isEmpty();

    assertThat(cells("out 2026.xlsx", "Feb 2026"))
        .containsEntry("H1", "2026-02")
        .containsEntry("H2", "Feb 2026")
        .containsEntry("H3", "1");
    plan(COPY.replace("until: period_end", "H2: \"'{month_shrt}'\""));
    assertThat(baddle.run("fill").err()).contains("no word {month_shrt}", "month_short");
  }

  private static void row(XSSFSheet sheet, int row, String... cells) {
    XSSFRow of = sheet.createRow(row);
    for (int i = 0; i < cells.length; i++) {
      of.createCell(i).setCellValue(cells[i]);
    }
  }

  private void plan(String fill) throws Exception {
    baddle.write("baddle.yaml", PLAN.replace("FILL\n", fill.stripTrailing() + "\n"));
  }

  /** The cells of a sheet that hold something, as they are stored; formulas with their sign. */
  private Map<String, String> cells(String file, String sheet) throws Exception {
    Map<String, String> cells = new TreeMap<>();
    try (XSSFWorkbook workbook = new XSSFWorkbook(Files.newInputStream(folder.resolve(file)))) {
      for (int i = 0; i <= workbook.getSheet(sheet).getLastRowNum(); i++) {
        XSSFRow row = workbook.getSheet(sheet).getRow(i);
        for (int j = 0; row != null && j < row.getLastCellNum(); j++) {
          XSSFCell cell = row.getCell(j);
          if (cell != null && cell.getCellType() != CellType.BLANK) {
            cells.put(
                cell.getReference(),
                cell.getCellType() == CellType.FORMULA
                    ? "=" + cell.getCellFormula() + " " + cell.getRawValue()
                    : cell.getCellType() == CellType.NUMERIC
                        ? cell.getRawValue()
                        : cell.getStringCellValue());
          }
        }
      }
    }
    return cells;
  }

  @Test
  void a_month_gets_its_sheet_from_the_template_and_what_has_no_place_is_said() throws Exception {
    plan(COPY);
    byte[] kept = Files.readAllBytes(folder.resolve("kept.xlsx"));
    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).as(run.err()).isEqualTo(1);
    assertThat(run.out())
        .contains("What was written\n  out 2026.xlsx\n")
        .contains("C sum(amount): 26.77 = 19.00 in the sheet + 7.77 not in it")
        .contains("Foxholt: sum(amount) 7.77")
        .contains("Foxholt: max(amount) 7.77")
        .contains("Garth Lane (row 6)");
    assertThat(cells("out 2026.xlsx", "Feb 2026"))
        .containsEntry("A1", "Sales of February")
        .containsEntry("B1", "46081")
        .containsEntry("C4", "20.00")
        .containsEntry("D4", "1")
        .containsEntry("C5", "-1.00")
        .containsEntry("E5", "-1.00")
        .containsEntry("C7", "=SUM(C4:C6) 19.00")
        .doesNotContainKey("C6");
    assertThat(Files.readAllBytes(folder.resolve("kept.xlsx"))).isEqualTo(kept);

    byte[] first = Files.readAllBytes(folder.resolve("out 2026.xlsx"));
    assertThat(baddle.run("run").out()).contains("1 report is unchanged");
    assertThat(Files.readAllBytes(folder.resolve("out 2026.xlsx"))).isEqualTo(first);

    Baddle.Run january = baddle.run("fill", "--period", "2026-01");
    assertThat(january.out())
        .contains("C sum(amount): 15.30 = 15.30 in the sheet + 0.00 not in it")
        .contains("another item is for E4 too");
    assertThat(cells("out 2026.xlsx", "Jan 2026"))
        .containsEntry("C4", "10.30")
        .containsEntry("D4", "2");
    assertThat(cells("out 2026.xlsx", "Feb 2026")).containsEntry("C4", "20.00");
  }

  @Test
  void what_somebody_has_changed_since_stays_and_what_nobody_has_goes_on() throws Exception {
    plan(COPY);
    baddle.run("run");
    try (XSSFWorkbook workbook =
        new XSSFWorkbook(Files.newInputStream(folder.resolve("out 2026.xlsx")))) {
      workbook.getSheet("Feb 2026").getRow(3).getCell(2).setCellValue(21);
      try (OutputStream out = Files.newOutputStream(folder.resolve("out 2026.xlsx"))) {
        workbook.write(out);
      }
    }
    baddle.write(
        "sales 2026-02.csv",
        "day,site,kind,amount",
        "2026-02-05,Alder Mill,till,30.00",
        "2026-02-05,Garth Lane,till,1.00");
    Baddle.Run run = baddle.run("run");

    assertThat(run.out())
        .contains("C4 holds 21, not 30: changed by hand")
        .contains("C sum(amount): 22.00 in the sheet, 31.00 in the dataset: 9.00 apart");
    assertThat(cells("out 2026.xlsx", "Feb 2026"))
        .containsEntry("C4", "21.0")
        .containsEntry("E4", "30.00")
        .containsEntry("C6", "1.00")
        .doesNotContainKey("C5");
    plan(COPY + "    filled: replace\n");
    baddle.run("fill");
    assertThat(cells("out 2026.xlsx", "Feb 2026")).containsEntry("C4", "30.00");
  }

  @Test
  void columns_are_found_by_headings_however_they_name_a_month() throws Exception {
    plan(
        """
            in_place: true
            sheet: Year
            rows:
              period: all
              key: {column: A, from: 2, value: kind}
              headings: {row: 1, from: B, value: day by month, fill: sum(amount)}
        """);
    baddle.write("sales 2026-03.csv", "day,site,kind,amount", "2026-04-05,Ash,till,4.00");
    baddle.run("consolidate");
    assertThat(baddle.run("fill", "--dry-run").out()).contains("4 cells would be filled");
    assertThat(cells("kept.xlsx", "Year")).doesNotContainKey("B2");
    Baddle.Run run = baddle.run("fill");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("B:C sum(amount): 46.07 = 42.07 in the sheet + 4.00 not in it")
        .contains("till, 2026-04: sum(amount) 4.00");
    assertThat(cells("kept.xlsx", "Year"))
        .containsEntry("B2", "15.10")
        .containsEntry("C2", "27.77")
        .containsEntry("B3", "0.20")
        .containsEntry("C3", "-1.00")
        .containsEntry("B4", "by hand")
        .doesNotContainKey("D2");
  }

  @Test
  void a_table_takes_the_rows_and_goes_on_with_its_formulas() throws Exception {
    String table =
        """
            into: out.xlsx
            sheet: Year
            tables:
              lines: {sheet: Rows, columns: {Site: site, Amount: amount}, period: PERIOD}
              more: {sheet: Year, at: G2, columns: [day, amount], where: amount > 6, period: all}
        """;
    plan(table.replace("PERIOD", "all"));
    assertThat(baddle.run("run").err()).isEmpty();
    assertThat(cells("out.xlsx", "Rows"))
        .containsEntry("A3", "Alder Mill")
        .containsEntry("B3", "10.10")
        .containsEntry("C3", "=B3*2 20.20")
        .containsEntry("C8", "=B8*2 null")
        .containsEntry("A8", "Copse End")
        .containsEntry("B8", "-1.00");
    assertThat(cells("out.xlsx", "Year"))
        .containsEntry("G2", "day")
        .containsEntry("H5", "7.77")
        .containsEntry("G3", "46027");
    try (XSSFWorkbook workbook =
        new XSSFWorkbook(Files.newInputStream(folder.resolve("out.xlsx")))) {
      assertThat(workbook.getTable("lines").getArea().formatAsString()).isEqualTo("A2:D8");
      assertThat(workbook.getTable("more").getArea().formatAsString()).isEqualTo("G2:H5");
    }

    plan(table.replace("PERIOD", "this"));
    assertThat(baddle.run("fill").err()).isEmpty();
    assertThat(cells("out.xlsx", "Rows"))
        .containsEntry("A5", "Copse End")
        .doesNotContainKeys("A6", "B7", "C8");
    try (XSSFWorkbook workbook =
        new XSSFWorkbook(Files.newInputStream(folder.resolve("out.xlsx")))) {
      assertThat(workbook.getTable("lines").getArea().formatAsString()).isEqualTo("A2:D5");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "into: o.xls, sheet: Year, cells: {A9: batch} | save it as .xlsx",
        "into: kept.xlsx, sheet: Year, cells: {A9: batch} | set in_place: true to write into it",
        "sheet: Year, cells: {A9: batch} | needs either into: FILE or in_place: true",
        "in_place: true, sheet: Yaer, cells: {A9: batch} | no sheet Yaer; did you mean Year?",
        "in_place: true, sheet: Year | needs cells:, rows: or tables:",
        "in_place: true, sheet: Year, cells: {nowhere: batch} | neither a cell such as B4 nor a name",
        "in_place: true, sheet: Year, cells: {A9: amount} | a figure of rows is {value: amount",
        "in_place: true, sheet: Year, cells: {A9: {value: sum(amuont)}} | amuont",
        "in_place: true, sheet: {copy: Year, as: 'a/b'}, cells: {A9: batch} | no sheet can be called",
        "in_place: true, sheet: Year, tables: {lines: {}} | table lines isn't on sheet Year",
        "in_place: true, sheet: Rows, tables: {lines: {columns: [site]}} | has no column site",
        "in_place: true, sheet: Year, tables: {t: {at: A1, columns: [site]}} | would grow over A2",
        "in_place: true, filled: stop, sheet: Year, cells: {A2: batch} | A2 is filled already",
        "into: b.xlsx, workbook: gone.xlsx, sheet: Year, cells: {A9: batch} | appears twice",
        "into: b.ods, sheet: Year, cells: {A9: batch} | should end in .xlsx, as the workbook does",
      })
  void what_cannot_be_is_refused_and_nothing_is_written(String fill, String reason)
      throws Exception {
    plan("    " + fill.replaceAll(", (?=[a-z_]+: )(?![^{]*})", "\n    "));
    byte[] kept = Files.readAllBytes(folder.resolve("kept.xlsx"));
    baddle.run("consolidate");
    Baddle.Run run = baddle.run("fill");

    assertThat(run.status()).as(run.out() + run.err()).isEqualTo(2);
    assertThat(run.err()).contains(reason);
    assertThat(Files.readAllBytes(folder.resolve("kept.xlsx"))).isEqualTo(kept);
  }

  @Test
  void a_period_that_no_row_is_of_fills_nothing() throws Exception {
    plan(COPY);
    baddle.run("consolidate");
    Baddle.Run run = baddle.run("fill", "--period", "2019-01");
    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("0 cells filled")
        .contains("no row of sales is of 2019-01; baddle check says which periods there are");
    assertThat(folder.resolve("out 2019.xlsx")).doesNotExist();
  }

  @Test
  void a_source_is_not_filled_in_place() throws Exception {
    Files.copy(folder.resolve("kept.xlsx"), folder.resolve("sales 2026-03.xlsx"));
    plan(
        "    workbook: 'sales 2026-03.xlsx'\n    in_place: true\n    sheet: Year\n    cells: {A9: batch}");
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write(
        "baddle.yaml",
        plan.replace("    workbook: kept.xlsx\n", "").replace("{period}.csv", "{period}.*"));
    byte[] before = Files.readAllBytes(folder.resolve("sales 2026-03.xlsx"));
    baddle.run("consolidate");
    assertThat(baddle.run("fill").err()).contains("sales 2026-03.xlsx is a file that was sent");
    assertThat(Files.readAllBytes(folder.resolve("sales 2026-03.xlsx"))).isEqualTo(before);
  }

  @Test
  void several_fills_may_be_for_one_workbook() throws Exception {
    plan(
        COPY
            + """
              year:
                workbook: kept.xlsx
                into: "out {year}.xlsx"
                sheet: Year
                cells: {F1: batch}
            """);
    assertThat(baddle.run("run").out()).contains("What was written\n  out 2026.xlsx\n");
    assertThat(cells("out 2026.xlsx", "Feb 2026")).containsEntry("C4", "20.00");
    assertThat(cells("out 2026.xlsx", "Year")).containsEntry("F1", "1");
    byte[] first = Files.readAllBytes(folder.resolve("out 2026.xlsx"));
    assertThat(baddle.run("run").out()).contains("1 report is unchanged");
    assertThat(Files.readAllBytes(folder.resolve("out 2026.xlsx"))).isEqualTo(first);
    assertThat(baddle.run("export", "sales", "--out", "kept.xlsx").err())
        .contains("kept.xlsx is read by this command or by a plan of the folder");
    Files.delete(folder.resolve(".baddle/fills.csv"));
    assertThat(baddle.run("fill").out()).contains("0 cells filled, 1 unchanged");
  }

  @Test
  void a_workbook_that_no_fill_made_is_not_written_over() throws Exception {
    plan(COPY);
    Files.write(folder.resolve("out 2026.xlsx"), new byte[] {1});
    baddle.run("consolidate");
    assertThat(baddle.run("fill").err())
        .contains("out 2026.xlsx is there and no fill made it; name another file");
    assertThat(Files.readAllBytes(folder.resolve("out 2026.xlsx"))).hasSize(1);
  }

  @Test
  void locked_cells_formulas_and_merged_ones_stay_unless_the_plan_says_so() throws Exception {
    try (XSSFWorkbook workbook =
        new XSSFWorkbook(Files.newInputStream(folder.resolve("kept.xlsx")))) {
      XSSFSheet sheet = workbook.getSheet("Template");
      CellStyle open = workbook.createCellStyle();
      open.setLocked(false);
      sheet.getRow(3).createCell(3).setCellStyle(open);
      sheet.getRow(4).createCell(2).setCellFormula("1+1");
      sheet.getRow(4).getCell(2).setCellStyle(open);
      sheet.addMergedRegion(new CellRangeAddress(4, 4, 3, 4));
      sheet.protectSheet("");
      try (OutputStream out = Files.newOutputStream(folder.resolve("kept.xlsx"))) {
        workbook.write(out);
      }
    }
    plan(COPY);
    String said = baddle.run("run").out();
    assertThat(said)
        .contains("C4 holds nothing, not 20: locked, in a protected sheet")
        .contains("C5 holds =1+1, not -1: a formula")
        .contains("E5 holds nothing, not -1: merged into D5");
    plan(COPY + "    locked: fill\n    formulas: replace\n");
    Files.delete(folder.resolve("out 2026.xlsx"));
    baddle.run("fill");
    assertThat(cells("out 2026.xlsx", "Feb 2026"))
        .containsEntry("C4", "20.00")
        .containsEntry("C5", "-1.00");
  }

  /** Whatever sheet and data: what is read back is what was placed, and all of it adds up. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6})
  void placed_and_not_placed_add_up(int seed) throws Exception {
    Random random = new Random(seed);
    List<String> names = new ArrayList<>();
    for (int i = 0; i < 30; i++) {
      names.add("Site " + (char) ('A' + random.nextInt(26)) + random.nextInt(3));
    }
    Map<String, BigDecimal> sums = new TreeMap<>();
    List<String> lines = new ArrayList<>(List.of("day,site,kind,amount"));
    for (int i = 0; i < 200; i++) {
      String site = names.get(random.nextInt(15));
      BigDecimal amount = BigDecimal.valueOf(random.nextInt(2_000_000) - 1_000_000, 2);
      sums.merge(site, amount, BigDecimal::add);
      lines.add("2026-02-05," + site + ",till," + amount);
    }
    baddle.write("sales 2026-02.csv", lines.toArray(String[]::new));
    List<String> inSheet = names.subList(8, 30).stream().distinct().toList();
    try (XSSFWorkbook workbook = new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(folder.resolve("kept.xlsx"))) {
      XSSFSheet sheet = workbook.createSheet("s");
      for (int i = 0; i < inSheet.size(); i++) {
        row(sheet, 1 + i, inSheet.get(i));
        if (random.nextBoolean()) {
          sheet.getRow(1 + i).createCell(1).setBlank();
        }
      }
      workbook.write(out);
    }
    plan(
        """
            into: out.xlsx
            sheet: s
            rows: {key: {column: A, from: 2, value: site}, columns: {B: sum(amount)}}
        """);
    baddle.run("consolidate");
    String json = baddle.run("fill", "--json").out();

    Map<String, String> cells = cells("out.xlsx", "s");
    BigDecimal placed = BigDecimal.ZERO;
    for (int i = 0; i < inSheet.size(); i++) {
      String is = cells.get("B" + (2 + i));
      BigDecimal sum = sums.get(inSheet.get(i));
      assertThat(is == null ? null : new BigDecimal(is)).isEqualTo(sum);
      placed = placed.add(sum == null ? BigDecimal.ZERO : sum);
    }
    BigDecimal all = sums.values().stream().reduce(BigDecimal.ZERO, BigDecimal::add);
    assertThat(json)
        .contains(String.format(Locale.ROOT, "\"all\" : %s,", all.toPlainString()))
        .contains("\"in_the_sheet\" : " + placed.toPlainString() + ",")
        .contains("\"not_in_it\" : " + all.subtract(placed).toPlainString());
  }
}
