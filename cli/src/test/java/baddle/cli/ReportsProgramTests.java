package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.SheetVisibility;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.xssf.usermodel.XSSFCell;
import org.apache.poi.xssf.usermodel.XSSFHyperlink;
import org.apache.poi.xssf.usermodel.XSSFPicture;
import org.apache.poi.xssf.usermodel.XSSFPivotTable;
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.CTCacheField;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.CTPivotCacheDefinition;
import org.w3c.dom.Document;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** Reports of summaries that a run writes: one, or one for each value of a column. */
class ReportsProgramTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, range: text, amount: {type: decimal, places: 2}}}
        plans: {columns: {shop: text, month: date, planned: {type: decimal, places: 2}}}
      feeds:
        sales: {into: sales, files: sales.csv}
        plans: {into: plans, files: plans.csv}
      summaries:
        against:
          of: sales
          down: [site]
          across: [day by year]
          measures:
            Amount: sum(amount)
            Planned: {value: sum(planned), of: plans, on: {site: shop, day: month}}
        ranges: {of: sales, down: [range], measures: {Amount: sum(amount)}}
      reports:
        REPORT
      """;

  @TempDir Path folder;
  private Baddle baddle;

  @BeforeEach
  void writes_the_sources() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "sales.csv",
        "day,site,range,amount",
        "2026-01-05,Ash,pots,10.00",
        "2026-02-05,Oak,pots,20.00",
        "2026-02-06,Oak,,0.50",
        "2026-02-07,,herbs,0.25");
    baddle.write("plans.csv", "shop,month,planned", "Ash,2026-01-01,11.00", "Oak,2026-02-01,22.00");
  }

  private Baddle.Run run(String report) throws Exception {
    baddle.write("baddle.yaml", PLAN.replace("REPORT", report));
    return baddle.run("run");
  }

  private List<String> lines(String file) throws Exception {
    return Files.readAllLines(folder.resolve(file));
  }

  @Test
  void there_is_a_file_for_each_value_with_its_rows_only_and_they_add_up() throws Exception {
    Baddle.Run run =
        run("'by/{site}.csv': {for_each: site, summaries: [against], title: 'For {site}'}");

    assertThat(run.err()).isEmpty();
    assertThat(lines("by/Ash.csv").get(2)).isEqualTo("Ash,10.00,11.00,10.00,11.00");
    assertThat(lines("by/Oak.csv").get(2)).isEqualTo("Oak,20.50,22.00,20.50,22.00");
    assertThat(lines("by/(blank).csv").get(2)).isEqualTo(",0.25,,0.25,");
    BigDecimal sum = BigDecimal.ZERO;
    for (String file : List.of("Ash", "Oak", "(blank)")) {
      List<String> all = lines("by/" + file + ".csv");
      sum = sum.add(new BigDecimal(all.get(all.size() - 1).split(",")[1]));
    }
    assertThat(sum).isEqualByComparingTo("30.75");
    assertThat(Files.readString(folder.resolve("by/index.html")))
        .contains("For each site", "<a href=\"Ash.csv\">Ash</a>", "10.00");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "'by/{site}.csv': {for_each: sit, summaries: [against]} | for_each: no column sit; did you mean site?",
        "'{range}.csv': {for_each: range, summaries: [against]} | dataset plans has no column range",
        "a.csv: {summaries: [ranges], filters: [site]} | filters: is for files that end in .html",
        "a.html: {summaries: [ranges], filters: [rang by month]} | filters: no column rang; did you mean range?",
        "a.html: {summaries: [ranges], rows: page, columns: [dya]} | columns: no column dya; did you mean day?",
        "a.html: {summaries: [ranges], rows: sheet} | rows: sheet is for files that end in .xlsx",
        "a.html: {summaries: [ranges], columns: [day]} | columns: are those of rows:",
        "a.html: {summaries: [{ranges: {chart: pie}}]} | chart",
        "a.md: {summaries: [{ranges: {chart: bars}}]} | chart: is for files that end in .xlsx, .html, .svg, .png",
        "a.csv: {summaries: [ranges], title: x} | title: is for files that end in .xlsx, .html, .md",
      })
  void what_a_report_cannot_be_is_refused_with_its_reason(String report, String reason)
      throws Exception {
    Baddle.Run run = run(report);

    assertThat(run.status()).isNotZero();
    assertThat(run.err()).contains(reason);
  }

  @Test
  void no_two_reports_come_to_one_place() throws Exception {
    Baddle.Run run =
        run(
            "'{site}.html': {for_each: site, summaries: [against]}\n"
                + "  index.html: {summaries: [ranges]}");

    assertThat(run.err()).contains("two reports would be written into", "index.html");
    try (Stream<Path> left = Files.list(folder)) {
      assertThat(left.map(String::valueOf))
          .noneMatch(name -> name.endsWith(".html") || name.endsWith(".part"));
    }
  }

  @Test
  void markdown_says_what_it_is_of_and_what_stands_against_it() throws Exception {
    run("a.md: {summaries: [{ranges: {title: By range}}], title: \"M*\", notes: [Net.]}");

    assertThat(Files.readString(folder.resolve("a.md")))
        .startsWith("# M")
        .contains("## By range", "- 6 rows read = 6 in the dataset + 0 left out + 0 held", "Net.");
    assertThat(baddle.run("summarize", "ranges", "--chart", "--out", "a.xlsx").err())
        .contains("--chart draws on the terminal");
    assertThat(baddle.run("summarize", "ranges", "--chart", "--json").status()).isEqualTo(2);
  }

  @Test
  void a_plan_can_say_what_its_reports_look_like() throws Exception {
    byte[] logo = Base64.getDecoder().decode(PIXEL);
    Files.write(folder.resolve("logo.png"), logo);
    baddle.write(
        "baddle.yaml",
        PLAN.replace("REPORT", "a.html: {summaries: [{ranges: {chart: bars}}]}")
            + "style: {accent: '#7a1f5c', logo: logo.png}");
    Baddle.Run run = baddle.run("run");

    assertThat(run.err()).isEmpty();
    assertThat(Files.readString(folder.resolve("a.html")))
        .contains("--accent: #7a1f5c", ".series0 { fill: #7a1f5c", "img-src data:")
        .contains("src=\"data:image/png;base64," + PIXEL + "\"");
    assertThat(baddle.run("summarize", "ranges", "--out", "logo.png").err())
        .contains("is read by this command or by a plan of the folder");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "accent: red | accent: should be a colour such as",
        "accent: '#ffee00' | too faint to be read on white: its contrast is 1.2",
        "logo: a.svg | logo: should be a file that ends in .png or .jpg",
        "logo: a.png | the logo a.png isn't there",
        "font: Arial | font",
      })
  void looks_that_cannot_be_are_refused(String style, String reason) throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replace("REPORT", "a.html: {summaries: [ranges]}") + "style: {" + style + "}");
    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).isNotZero();
    assertThat(run.err()).contains(reason);
    assertThat(folder.resolve("a.html")).doesNotExist();
  }

  /** A picture of one pixel. */
  private static final String PIXEL =
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";

  private static final String RE_SLICED =
      """
      a.xlsx:
          rows: ROWS
          filters: [range]
          summaries:
            - sites: {show: [pivot], chart: stacked columns}
            - ranges: {show: [pivot], chart: bars}
            - against: {show: [pivot]}
      """;

  private void writeSites(String rows) throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replace("REPORT", RE_SLICED.replace("ROWS", rows).indent(0).strip())
            .replace(
                "  ranges: {of",
                "  sites: {of: sales, down: [site], across: [day by month],"
                    + " measures: {Amount: sum(amount), Lines: count(*)}}\n  ranges: {of"));
  }

  @Test
  void a_workbook_has_the_rows_charts_and_tables_that_can_be_laid_out_anew() throws Exception {
    writeSites("sheet");
    Baddle.Run run = baddle.run("run");
    assertThat(run.status()).as(run.err()).isZero();
    byte[] before = Files.readAllBytes(folder.resolve("a.xlsx"));
    assertThat(baddle.run("run").out()).contains("1 report is unchanged");

    try (XSSFWorkbook workbook = new XSSFWorkbook(new ByteArrayInputStream(before))) {
      assertThat(workbook.getSheet("sites pivot").getPivotTables()).hasSize(1);
      assertThat(workbook.getSheet("ranges pivot").getPivotTables()).hasSize(1);
      assertThat(workbook.getSheet("against pivot")).isNull();
      assertThat(workbook.getSheet("sites").createDrawingPatriarch().getCharts()).hasSize(1);
      assertThat(workbook.getSheet("sales").getTables().get(0).getName()).isEqualTo("sales");
      assertThat(texts(workbook.getSheet("against")))
          .contains("No pivot table: Planned is of another dataset.");
      XSSFSheet sheet = workbook.getSheet("sites pivot");
      Map<String, BigDecimal> sums = sumsOfRecords(workbook.getPivotTables().get(0));
      List<List<String>> cells = cells(sheet);
      int header = find(cells, "site");
      int compared = 0;
      for (List<String> line : cells.subList(header + 1, cells.size())) {
        for (int column = 1; column + 1 < line.size(); column += 2) {
          if (!line.get(column).isEmpty() && !line.get(0).isEmpty()) {
            String month = cells.get(header - 1).get(column);
            String key = (line.get(0) + "|" + month).replace("Total", "");
            assertThat(new BigDecimal(line.get(column))).isEqualByComparingTo(sums.get(key));
            assertThat(new BigDecimal(line.get(column + 1)))
                .isEqualByComparingTo(sums.get("lines " + key));
            compared++;
          }
        }
      }
      assertThat(compared).isEqualTo(9);
    }
  }

  @ParameterizedTest
  @CsvSource({"hidden sheet,HIDDEN", "sealed sheet,VERY_HIDDEN"})
  void rows_can_be_on_a_sheet_that_is_not_shown_and_no_sheet_is_a_source(
      String rows, SheetVisibility visibility) throws Exception {
    writeSites(rows);
    assertThat(baddle.run("run").err()).isEmpty();

    try (XSSFWorkbook workbook = new XSSFWorkbook(Files.newInputStream(folder.resolve("a.xlsx")))) {
      assertThat(workbook.getSheetVisibility(workbook.getSheetIndex("sales")))
          .isEqualTo(visibility);
      assertThat(workbook.getSheet("sites").getHyperlinkList()).isEmpty();
    }
    Files.copy(folder.resolve("a.xlsx"), folder.resolve("elsewhere.xlsx"));
    List<String> sheets =
        baddle.run("look", "elsewhere.xlsx").lines().stream()
            .filter(line -> line.startsWith("  sheet "))
            .toList();
    assertThat(sheets).hasSize(7).allMatch(line -> line.contains("never read as a source"));
  }

  @Test
  void the_name_of_a_line_leads_to_exactly_its_rows() throws Exception {
    writeSites("sheet");
    assertThat(baddle.run("run").err()).isEmpty();

    try (XSSFWorkbook workbook = new XSSFWorkbook(Files.newInputStream(folder.resolve("a.xlsx")))) {
      XSSFSheet sites = workbook.getSheet("sites");
      List<List<String>> rows = cells(workbook.getSheet("sales"));
      int site = rows.get(0).indexOf("site");
      int amount = rows.get(0).indexOf("amount");
      assertThat(sites.getHyperlinkList()).hasSize(4);
      for (XSSFHyperlink link : sites.getHyperlinkList()) {
        String name = sites.getRow(link.getFirstRow()).getCell(0).getStringCellValue();
        CellRangeAddress range =
            CellRangeAddress.valueOf(link.getLocation().substring("'sales'!".length()));
        List<List<String>> led = rows.subList(range.getFirstRow(), range.getLastRow() + 1);
        List<List<String>> own =
            name.equals("Total")
                ? rows.subList(1, rows.size())
                : rows.stream()
                    .filter(row -> row.get(site).equals(name.equals("(blank)") ? "" : name))
                    .toList();
        assertThat(led).as(name).isEqualTo(own);
        List<String> line = cells(sites).get(link.getFirstRow());
        assertThat(new BigDecimal(line.get(line.size() - 2)))
            .isEqualByComparingTo(
                led.stream()
                    .map(row -> new BigDecimal(row.get(amount)))
                    .reduce(BigDecimal.ZERO, BigDecimal::add));
      }
      assertThat(workbook.getSheet("ranges").getHyperlinkList()).isEmpty();
    }
  }

  @Test
  void changes_are_marked_by_conditions_and_show_rows_is_for_some_summaries() throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replace("REPORT", "a.xlsx: {summaries: [moved, against, {ranges: {show: [rows]}}]}")
                .replace(
                    "  ranges: {of",
                    "  moved: {of: plans, down: [month by month], measures:"
                        + " {Moved: {value: sum(planned), as: change}}}\n  ranges: {of")
            + "style: {logo: logo.png}");
    Files.write(folder.resolve("logo.png"), Base64.getDecoder().decode(PIXEL));
    assertThat(baddle.run("run").err()).isEmpty();

    try (XSSFWorkbook workbook = new XSSFWorkbook(Files.newInputStream(folder.resolve("a.xlsx")))) {
      assertThat(workbook.getSheet("Overview").createDrawingPatriarch().getShapes())
          .hasOnlyElementsOfType(XSSFPicture.class)
          .hasSize(1);
      assertThat(workbook.getSheet("sales")).isNotNull();
      assertThat(workbook.getSheet("plans")).isNull();
      assertThat(
              workbook
                  .getSheet("against")
                  .getSheetConditionalFormatting()
                  .getNumConditionalFormattings())
          .isZero();
      assertThat(
              workbook
                  .getSheet("moved")
                  .getSheetConditionalFormatting()
                  .getConditionalFormattingAt(0)
                  .getRule(0)
                  .getFormula1())
          .isEqualTo("AND(ISNUMBER(B5),B5<0)");
    }
  }

  private static int find(List<List<String>> cells, String first) {
    return cells.stream().map(line -> line.isEmpty() ? "" : line.get(0)).toList().indexOf(first);
  }

  private static List<String> texts(XSSFSheet sheet) {
    return cells(sheet).stream().flatMap(List::stream).toList();
  }

  private static List<List<String>> cells(XSSFSheet sheet) {
    List<List<String>> cells = new ArrayList<>();
    for (int row = 0; row <= sheet.getLastRowNum(); row++) {
      List<String> line = new ArrayList<>();
      XSSFRow of = sheet.getRow(row);
      for (int column = 0; of != null && column < of.getLastCellNum(); column++) {
        XSSFCell cell = of.getCell(column);
        line.add(cell == null || cell.getCellType() == CellType.BLANK ? "" : text(cell));
      }
      cells.add(line);
    }
    return cells;
  }

  private static String text(XSSFCell cell) {
    return cell.getCellType() == CellType.NUMERIC ? cell.getRawValue() : cell.getStringCellValue();
  }

  /** For each site and month, and for all of them, the amount and the number of records. */
  private static Map<String, BigDecimal> sumsOfRecords(XSSFPivotTable pivot) throws Exception {
    CTPivotCacheDefinition cache = pivot.getPivotCacheDefinition().getCTPivotCacheDefinition();
    List<String> names =
        cache.getCacheFields().getCacheFieldList().stream().map(CTCacheField::getName).toList();
    Document records =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(
                pivot
                    .getPivotCacheDefinition()
                    .getRelations()
                    .get(0)
                    .getPackagePart()
                    .getInputStream());
    Map<String, BigDecimal> sums = new HashMap<>();
    NodeList all = records.getElementsByTagName("r");
    for (int i = 0; i < all.getLength(); i++) {
      NodeList values = all.item(i).getChildNodes();
      String site = item(cache, names.indexOf("site"), values);
      String month = item(cache, names.indexOf("day by month"), values);
      String amount = value(values.item(names.indexOf("amount")));
      for (String key : List.of(site + "|" + month, site + "|", "|" + month, "|")) {
        sums.merge(key, new BigDecimal(amount), BigDecimal::add);
        sums.merge("lines " + key, BigDecimal.ONE, BigDecimal::add);
      }
    }
    return sums;
  }

  private static String value(Node node) {
    return node.getAttributes().getNamedItem("v").getNodeValue();
  }

  private static String item(CTPivotCacheDefinition cache, int field, NodeList values) {
    int index = Integer.parseInt(value(values.item(field)));
    Node shared = cache.getCacheFields().getCacheFieldArray(field).getSharedItems().getDomNode();
    Node item = shared.getChildNodes().item(index);
    return item.getLocalName().equals("m") ? "(blank)" : value(item);
  }
}
