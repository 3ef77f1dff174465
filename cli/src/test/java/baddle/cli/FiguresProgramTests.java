package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipFile;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The demo from end to end, its figures worked out a second time without the program. */
class FiguresProgramTests {

  @TempDir static Path folder;
  private static Baddle.Run demo = new Baddle.Run(-1, "", "");
  private final Baddle inDemo = new Baddle(folder.resolve("fernhollow"));

  @BeforeAll
  static void runDemo() throws Exception {
    demo = new Baddle(folder).run("demo");
  }

  /** Revenue by site and month, straight from the files. */
  private static Map<String, BigDecimal> worked() throws IOException {
    Map<String, BigDecimal> sums = new TreeMap<>();
    try (Stream<Path> tills = Files.list(folder.resolve("fernhollow/inbox/tills"))) {
      for (Path file : tills.filter(f -> !f.toString().contains("Copy of")).toList()) {
        String name = String.valueOf(file.getFileName());
        addTill(file, name.substring(0, name.length() - " 2026-01.csv".length()), sums);
      }
    }
    try (Stream<Path> trade = Files.list(folder.resolve("fernhollow/inbox/trade"))) {
      for (Path file : trade.toList()) {
        addTrade(file, sums);
      }
    }
    return sums;
  }

  private static void addTill(Path file, String site, Map<String, BigDecimal> sums)
      throws IOException {
    if (file.toString().endsWith(".xls")) {
      addOldWorkbook(file, site, sums);
      return;
    }
    if (file.toString().endsWith(".ods")) {
      addOpenDocument(file, site, sums);
      return;
    }
    List<String> lines = lines(file, site);
    List<String> headings = List.of(lines.get(0).replace("\ufeff", "").split(","));
    int amount = Math.max(headings.indexOf("Amount"), headings.indexOf("LINE TOTAL"));
    int date = Math.max(headings.indexOf("Date"), headings.indexOf("Sale date"));
    for (String line : lines.subList(1, lines.size())) {
      String[] cells = line.split(",");
      if (!line.contains("several") && !line.startsWith("Total")) {
        add(sums, site, cells[date], cells[amount]);
      }
    }
  }

  /** Eldergate's lines as the other tills would have written them. */
  private static List<String> lines(Path file, String site) throws IOException {
    if (!site.equals("Eldergate")) {
      return Files.readAllLines(file, StandardCharsets.UTF_8);
    }
    return Files.readAllLines(file, Charset.forName("windows-1252")).stream()
        .map(
            line ->
                line.replace(" \u00a3", "")
                    .replaceAll("(\\d\\d)\\.(\\d\\d)\\.(\\d{4})", "$3-$2-$1"))
        .map(line -> line.replace(".", "").replace(',', '.').replace(';', ','))
        .toList();
  }

  private static void addOldWorkbook(Path file, String site, Map<String, BigDecimal> sums)
      throws IOException {
    try (InputStream in = Files.newInputStream(file);
        HSSFWorkbook workbook = new HSSFWorkbook(in)) {
      for (org.apache.poi.ss.usermodel.Row row : workbook.getSheetAt(0)) {
        if (row.getRowNum() > 2) {
          String date = row.getCell(0).getLocalDateTimeCellValue().toLocalDate().toString();
          add(sums, site, date, String.format("%.2f", row.getCell(5).getNumericCellValue()));
        }
      }
    }
  }

  private static void addOpenDocument(Path file, String site, Map<String, BigDecimal> sums)
      throws IOException {
    try (ZipFile zip = new ZipFile(file.toFile());
        InputStream in = zip.getInputStream(zip.getEntry("content.xml"))) {
      String content = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      Matcher row =
          Pattern.compile(
                  "date-value='([-0-9]+)'.*?([0-9.]+)</text:p></table:table-cell></table:table-row>")
              .matcher(content);
      while (row.find()) {
        add(sums, site, row.group(1), row.group(2));
      }
    }
  }

  private static void addTrade(Path file, Map<String, BigDecimal> sums) throws IOException {
    try (InputStream in = Files.newInputStream(file);
        ReadableWorkbook workbook = new ReadableWorkbook(in)) {
      for (Sheet sheet : workbook.getSheets().toList()) {
        List<Row> rows = sheet.getName().equals("Notes") ? List.of() : sheet.read();
        for (Row row : rows) {
          boolean dated = row.getCellRawValue(3).filter(day -> day.matches("[0-9.]+")).isPresent();
          boolean data = row.getRowNum() > 4 && dated;
          if (data) {
            String date = String.valueOf(row.getCellAsDate(3).orElseThrow().toLocalDate());
            add(sums, row.getCellText(4), date, row.getCellRawValue(8).orElseThrow());
          }
        }
      }
    }
  }

  private static void add(Map<String, BigDecimal> sums, String site, String date, String amount) {
    String month = date.substring(0, 7);
    BigDecimal value = new BigDecimal(amount);
    for (String key :
        List.of(site + "/" + month, site + "/Total", "Total/" + month, "Total/Total")) {
      sums.merge(key, value, BigDecimal::add);
    }
  }

  @Test
  void every_figure_of_the_cross_tab_is_exact() throws Exception {
    assertThat(inDemo.run("summarize", "revenue-by-site", "--out", "r.csv").status()).isZero();
    List<String> lines = Files.readAllLines(inDemo.folder().resolve("r.csv"));
    List<String> months = List.of(lines.get(0).split(","));
    Map<String, BigDecimal> printed = new TreeMap<>();
    for (String line : lines.subList(1, lines.size())) {
      String[] cells = line.split(",");
      for (int i = 1; i < cells.length; i++) {
        if (!cells[i].isEmpty()) {
          printed.put(cells[0] + "/" + months.get(i), new BigDecimal(cells[i]));
        }
      }
    }

    assertThat(printed).hasSizeGreaterThan(7 * 24).isEqualTo(worked());
    assertThat(months.subList(1, 25)).isSorted();
  }

  @Test
  void the_demo_says_what_it_did_and_what_to_try_next() {
    assertThat(demo.status()).isZero();
    assertThat(demo.out())
        .contains(
            "files written, 0 there already",
            "Completeness: 6,745 rows read = 6,644 in the dataset + 98 left out + 3 held",
            "revenue-by-site",
            "Try next (baddle is");
    assertThat(demo.err()).isEmpty();
  }

  /** The table of planted faults in the demo's README, held against what check says. */
  @Test
  void finds_exactly_the_planted_faults() throws Exception {
    String readme = Files.readString(inDemo.folder().resolve("README.md"));
    List<String> planted = new ArrayList<>();
    readme
        .lines()
        .filter(line -> line.matches("\\|.*\\| `[a-z-]+` \\|"))
        .map(line -> line.replace("`", "").split(" *\\| *"))
        .forEach(c -> planted.add(c[2].isEmpty() ? c[3] : c[3] + ": " + c[2]));

    Baddle.Run run = inDemo.run("check");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out()).contains("headings repeated");
    assertThat(planted).hasSize(15);
    assertThat(
            run.out()
                .lines()
                .filter(line -> line.matches("  (error|warning) .*"))
                .map(line -> line.replaceFirst("^ +\\w+ +", "")))
        .containsExactlyInAnyOrderElementsOf(planted);
  }

  @Test
  void the_late_line_of_the_demo_is_held_for_its_closed_month() throws Exception {
    Baddle baddle = new Baddle(folder);
    baddle.run("demo", "closed");
    Baddle closed = new Baddle(folder.resolve("closed"));
    String figures = closed.run("summarize", "revenue-by-site", "--batch", "1").out();

    assertThat(closed.run("close", "2026-09", "--accept", "planted").out())
        .contains("Closed 2026-09 with batch 1");
    String name = "Alder Mill 2026-09.csv";
    Files.copy(
        closed.folder().resolve("later").resolve(name),
        closed.folder().resolve("inbox/tills").resolve(name),
        StandardCopyOption.REPLACE_EXISTING);
    Baddle.Run run = closed.run("consolidate");

    assertThat(run.out())
        .contains("rows-held: inbox/tills/" + name)
        .contains("expected an open period; 2026-09 is closed")
        .contains("1 row with revenue 25.50 of 2026-09, which is closed, came in later");
    assertThat(closed.run("summarize", "revenue-by-site").out().lines().limit(9))
        .containsExactlyElementsOf(figures.lines().limit(9).toList());
  }

  @Test
  void a_changed_file_of_the_demo_is_kept_unless_forced() throws Exception {
    Baddle baddle = new Baddle(folder);
    baddle.run("demo", "second");
    baddle.write("second/baddle.yaml", "baddle: 1", "datasets: {d: {columns: {a: text}}}");

    Baddle.Run again = baddle.run("demo", "second");
    Baddle.Run forced = baddle.run("demo", "second", "--force");

    assertThat(again.out()).contains("0 files written", "kept as you changed it: baddle.yaml");
    assertThat(forced.out()).contains("1 files written", "revenue-by-site");
  }

  @Test
  void writes_all_summaries_into_one_workbook_with_real_numbers() throws Exception {
    Baddle.Run run = inDemo.run("summarize", "--out", "all.xlsx", "--out", "all.json");

    assertThat(run.out()).contains("written: all.xlsx", "written: all.json");
    try (ReadableWorkbook workbook =
        new ReadableWorkbook(Files.newInputStream(inDemo.folder().resolve("all.xlsx")))) {
      assertThat(workbook.getSheets().map(Sheet::getName))
          .containsExactly(
              "Overview",
              "revenue-by-site",
              "revenue-by-month",
              "years",
              "regions",
              "ranges",
              "channels",
              "baskets",
              "against-last-year",
              "budget",
              "cash",
              "returns");
      Row total =
          workbook.getSheet(1).orElseThrow().read().stream()
              .filter(row -> "Total".equals(row.getCellText(0)))
              .findFirst()
              .orElseThrow();
      assertThat(total.getCellAsNumber(25).orElseThrow())
          .isEqualByComparingTo(worked().get("Total/Total"));
    }
    try (Stream<Path> left = Files.list(inDemo.folder())) {
      assertThat(left.map(String::valueOf)).noneMatch(name -> name.contains(".part"));
    }
  }

  @Test
  void refuses_an_output_it_cannot_write_before_it_reads_anything() throws Exception {
    assertThat(inDemo.run("summarize", "--out", "all.csv").err())
        .startsWith("baddle: --out: a CSV file holds one summary");
    assertThat(inDemo.run("summarize", "--out", "a.pdf").err())
        .startsWith(
            "baddle: --out: a.pdf should end in .csv, .xlsx, .html, .json, .md, .svg or .png");
    assertThat(inDemo.run("summarize", "--out", "no/a.csv").status()).isEqualTo(2);
    assertThat(inDemo.run("summarize", "revenue-by-sit").err())
        .startsWith("baddle: no summary revenue-by-sit; did you mean revenue-by-site?");
  }

  @Test
  void folds_wide_tables_to_the_width_asked_for() throws Exception {
    List<String> lines = inDemo.run("summarize", "revenue-by-site", "--width", "100").lines();

    assertThat(lines).contains("revenue-by-site (1 of 4: 2024-11 to 2025-05)");
    assertThat(lines).allMatch(line -> line.length() <= 100);
  }

  @Test
  void crosstabs_files_without_a_plan_and_says_what_it_counted() throws Exception {
    Baddle.Run run =
        inDemo.run(
            "crosstab",
            "inbox/tills/Alder Mill 2025-12.csv",
            "inbox/tills/Alder Mill 2026-01.csv",
            "--down",
            "code",
            "--across",
            "date by year",
            "--measure",
            "sum(amount)",
            "--measure",
            "count(*)");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.out())
        .contains("code", "2025", "Total", "02450")
        .contains("Completeness: ", " left out + 0 held")
        .contains("Types: code text, date date, amount decimal(2)");
  }

  @Test
  void a_crosstab_of_files_holds_what_does_not_fit_and_names_a_column_it_cannot_find()
      throws Exception {
    String file = "inbox/tills/Foxholt 2026-08.csv";
    Baddle.Run held = inDemo.run("crosstab", file, "--down", "code", "--measure", "sum(qty)");
    Baddle.Run unknown = inDemo.run("crosstab", file, "--down", "coda", "--measure", "count(*)");

    assertThat(held.status()).isEqualTo(1);
    assertThat(held.err()).contains("row 12, Qty", "found \"several\"");
    assertThat(unknown.status()).isEqualTo(1);
    assertThat(unknown.out()).isEmpty();
    assertThat(unknown.err()).contains("no heading for the column coda");
  }

  @Test
  void keys_that_differ_in_what_does_not_matter_are_one_key_in_every_list(@TempDir Path other)
      throws Exception {
    Baddle project = new Baddle(other);
    project.write(
        "in/a.csv",
        "Site,Amount",
        "Alder Mill,1.00",
        "ALDER  MILL,2.00",
        "copse,4.00",
        "COPSE ,8.00");
    project.write("sites.csv", "Site,Region", "alder mill,North", "Alder Mill,South");
    project.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  s:",
        "    columns:",
        "      site: text",
        "      amount: {type: decimal, places: 2}",
        "      region: {type: text, lookup: sites}",
        "feeds: {f: {into: s, files: in/*.csv}}",
        "lookups:",
        "  sites: {file: sites.csv, match: {site: Site}, ignoring: [case, spaces], bring: {region: Region}}");

    String out = project.run("consolidate").out();

    assertThat(out)
        .contains("lookup-ambiguous: sites.csv")
        .containsPattern("key \"[^\"]+\" \\(2 rows, amount 3.00\\)")
        .containsPattern("no row for 1 key of 2 rows of s: \"[^\"]+\" \\(2 rows, amount 12.00\\)");
    assertThat(project.run("check").out()).containsPattern("sites +s +0 +2 +1 +2");
  }
}
