package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.List;
import java.util.stream.Stream;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFTable;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The clean rows leave as files, and come back as they were. */
class ExportProgramTests {

  private static final List<String> ROWS =
      List.of(
          "2026-03-05,Alder Mill,00117,12.50,3,\"two\nlines, \"\"quoted\"\"\"",
          "2026-03-06,Dunmere,00200,-0.05,,=1+2",
          "2026-02-07,Dunmere,123456789012345678,7.00,12,\uD83C\uDF31 and  two blanks",
          "2026-03-08,Foxholt,+44,,1,-5",
          "2026-04-01,,a&b<c>,1000000.25,0,'=x");

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  sales:",
        "    columns:",
        "      day: {type: date, required: true}",
        "      site: text",
        "      code: text",
        "      amount: {type: decimal, places: 2}",
        "      units: integer",
        "      remark: text",
        "feeds: {tills: {files: 'in/*.csv'}}",
        "summaries: {s: {down: [site], measures: {Amount: sum(amount)}}}");
    baddle.write(
        "in/a.csv", ("day,site,code,amount,units,remark\n" + String.join("\n", ROWS)).split("\n"));
    assertThat(baddle.run("consolidate").status()).isZero();
  }

  private String exported(String... options) throws Exception {
    String[] all = new String[options.length + 4];
    all[0] = "export";
    all[1] = "--out";
    all[2] = "-";
    all[3] = "--quiet";
    System.arraycopy(options, 0, all, 4, options.length);
    Baddle.Run run = baddle.run(all);
    assertThat(run.status()).as(run.err()).isZero();
    return run.out();
  }

  @Test
  void a_place_that_takes_no_file_is_named_and_one_that_is_open_elsewhere_is_replaced_whole()
      throws Exception {
    assertThat(baddle.run("export", "--out", "/proc/rows.csv").err())
        .contains("can't write /proc/rows.csv: no file can be made there")
        .doesNotContain(".part");
    Path file = folder.resolve("open.csv");
    try (BufferedWriter other = Files.newBufferedWriter(file)) {
      other.write("half a line");
      other.flush();
      assertThat(baddle.run("export", "--out", "open.csv").status()).isZero();
      other.write("the other half");
    }
    assertThat(Files.readString(file)).startsWith("day,").doesNotContain("half");
  }

  @ParameterizedTest
  @ValueSource(strings = {"rows.csv", "rows.xlsx", "rows.ods"})
  void what_is_exported_comes_back_by_a_plan_that_draft_made(String name) throws Exception {
    String rows = exported("--origin", "none");
    Path again = Files.createDirectories(folder.resolve("again/in"));
    assertThat(baddle.run("export", "--origin", "none", "--out", "again/in/" + name).status())
        .isZero();
    Baddle other = new Baddle(again.getParent());
    assertThat(other.run("draft", "in").status()).isZero();

    Baddle.Run run = other.run("consolidate");

    assertThat(run.out()).contains("5 rows read = 5 in the dataset + 0 left out + 0 held");
    assertThat(other.run("export", "--origin", "none", "--out", "-", "--quiet").out())
        .isEqualTo(rows);
  }

  @Test
  void a_workbook_has_a_table_whose_name_stays_and_numbers_that_are_numbers() throws Exception {
    Baddle.Run run = baddle.run("export", "sales", "--out", "rows.xlsx", "--table", "clean sales");

    assertThat(run.out()).contains("written: rows.xlsx, 5 rows of batch 1");
    try (XSSFWorkbook book = new XSSFWorkbook(folder.resolve("rows.xlsx").toFile())) {
      XSSFSheet sheet = book.getSheetAt(0);
      XSSFTable table = sheet.getTables().get(0);
      assertThat(table.getName()).isEqualTo("clean_sales");
      assertThat(table.getArea().formatAsString()).isEqualTo("A1:I6");
      assertThat(sheet.getRow(2).getCell(3).getNumericCellValue()).isEqualTo(-0.05);
      assertThat(sheet.getRow(2).getCell(0).getLocalDateTimeCellValue())
          .hasToString("2026-03-06T00:00");
      assertThat(sheet.getRow(2).getCell(2).getStringCellValue()).isEqualTo("00200");
      assertThat(sheet.getRow(2).getCell(5).getStringCellValue()).isEqualTo("=1+2");
      assertThat(sheet.getRow(4).getCell(3).getCellType()).isEqualTo(CellType.BLANK);
      assertThat(book.getSheet("About").getRow(1).getCell(1).getStringCellValue())
          .isEqualTo("sales");
    }
  }

  @Test
  void a_database_and_json_have_typed_values() throws Exception {
    baddle.run("export", "--out", "rows.db");
    baddle.run("export", "--out", "rows.json", "--origin", "all");
    baddle.run("export", "--out", "rows.jsonl");

    try (Connection sql = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("rows.db"));
        Statement statement = sql.createStatement();
        ResultSet row =
            statement.executeQuery(
                "SELECT day, amount, typeof(units), remark, (SELECT rows_kept FROM baddle_sources)"
                    + " FROM sales WHERE code = '00117'")) {
      assertThat(row.next()).isTrue();
      assertThat(row.getString(1)).isEqualTo("2026-03-05");
      assertThat(row.getString(2)).isEqualTo("12.50");
      assertThat(row.getString(3)).isEqualTo("integer");
      assertThat(row.getString(4)).isEqualTo("two\nlines, \"quoted\"");
      assertThat(row.getString(5)).isEqualTo("5");
    }
    JsonNode rows = new ObjectMapper().readTree(folder.resolve("rows.json").toFile());
    assertThat(rows).hasSize(5);
    assertThat(rows.get(1).get("amount").decimalValue()).hasToString("-0.05");
    assertThat(rows.get(1).get("units").isNull()).isTrue();
    assertThat(rows.get(1).get("source_row").asInt()).isEqualTo(4);
    assertThat(Files.readAllLines(folder.resolve("rows.jsonl")))
        .hasSize(5)
        .allMatch(l -> l.startsWith("{"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "--where | site = 'Dunmere' | 00200 123456789012345678",
        "--where | amount is null | +44",
        "--period | 2026-03 | 00117 00200 +44",
        "--order | amount descending | a&b<c> 00117 123456789012345678 00200 +44",
        "--order | 'site, day' | 00117 123456789012345678 00200 +44 a&b<c>",
        "--since-batch | 1 | ''",
      })
  void rows_are_chosen_and_sorted(String option, String value, String codes) throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan, Files.readString(plan).replace("  sales:\n", "  sales:\n    dated_by: day\n"));

    List<String> lines =
        exported(option, value, "--columns", "code", "--origin", "none").lines().skip(1).toList();

    assertThat(String.join(" ", lines)).isEqualTo(codes);
  }

  @Test
  void csv_is_written_as_the_next_program_wants_it() throws Exception {
    byte[] bytes =
        exportedBytes("--separator", "semicolon", "--decimal", "comma", "--charset", "utf-8-mark");
    assertThat(new String(bytes, 0, 6, StandardCharsets.UTF_8)).startsWith("\uFEFFday");
    String text = new String(bytes, StandardCharsets.UTF_8);
    assertThat(text).contains("2026-03-06;Dunmere;00200;-0,05;;=1+2;in/a.csv;;4\r\n");
    Baddle.Run since = baddle.run("export", "--since-batch", "1", "--out", "since.csv");
    assertThat(since.out()).contains("since.csv, 0 rows").doesNotContain("Replaced or removed");
    baddle.write("in/a.csv", "day,site,code,amount,units,remark", "2026-03-05,x,y,1,1,");
    baddle.run("consolidate");
    assertThat(baddle.run("export", "--since-batch", "1", "--out", "since.csv").out())
        .contains("since.csv, 1 row", "Replaced or removed since", "in/a.csv  replaced");
  }

  @Test
  void texts_like_formulas_are_marked_where_that_is_asked_for() throws Exception {
    assertThat(exported("--formulas", "mark")).contains(",'=1+2,", ",-5,", ",''=x,", ",+44,");
    Baddle.Run refused = baddle.run("export", "--out", "rows.csv", "--charset", "iso-8859-1");
    assertThat(refused.status()).isEqualTo(3);
    assertThat(folder.resolve("rows.csv")).doesNotExist();
  }

  @Test
  void each_value_has_a_file_of_its_own_and_all_rows_are_in_one() throws Exception {
    Baddle.Run run = baddle.run("export", "--split-by", "site", "--out", "packs/{site}.csv");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.out())
        .contains("written: packs/Dunmere.csv, 2 rows", "packs/(blank).csv, 1 row");
    int rows = 0;
    try (Stream<Path> files = Files.list(folder.resolve("packs"))) {
      for (Path file : files.toList()) {
        rows +=
            new String(Files.readAllBytes(file), StandardCharsets.UTF_8).split("\r\n").length - 1;
      }
    }
    assertThat(rows).isEqualTo(5);
    baddle.write("in/c.csv", "day,site,code,amount,units,remark", "2026-03-05,dunmere,x,1,1,");
    baddle.run("consolidate");
    assertThat(baddle.run("export", "--out", "all.csv", "--json").out())
        .contains("\"file\" : \"all.csv\"", "\"rows\" : 6");
    Baddle.Run distinct = baddle.run("export", "--split-by", "site", "--out", "packs/{site}.csv");
    assertThat(distinct.out())
        .contains("packs/Dunmere.csv, 2 rows")
        .containsPattern("packs/dunmere [0-9a-f]{6}.csv, 1 row");
  }

  @Test
  void a_run_writes_the_rows_that_the_plan_wants_with_its_reports() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    String reports =
        """
        reports:
          figures.csv: {summaries: s}
          clean/sales.xlsx: {rows: sales, where: amount > 0, origin: none}
          'packs/{site}.csv': {rows: sales, columns: [day, amount], order: [day descending], split_by: site}
        """;
    Files.writeString(plan, Files.readString(plan) + reports);

    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.out()).contains("clean/sales.xlsx, packs/ (4 files)");
    assertThat(Files.readAllLines(folder.resolve("packs/Dunmere.csv")))
        .containsExactly(
            "day,amount,source_file,source_sheet,source_row",
            "2026-03-06,-0.05,in/a.csv,,4",
            "2026-02-07,7.00,in/a.csv,,5");
    assertThat(baddle.run("look", "clean/sales.xlsx").out()).contains("A1:F4");
    assertThat(baddle.run("run").out()).contains("6 reports are unchanged");
    Files.writeString(plan, Files.readString(plan).replace("split_by: site", "split_by: units"));
    assertThat(baddle.run("run").err()).contains("should have {units} in it");
    Files.writeString(
        plan, Files.readString(plan).replace("where: amount > 0", "where: amont > 0"));
    assertThat(baddle.run("run").err()).contains("no column amont; did you mean amount?");
  }

  private byte[] exportedBytes(String... options) throws Exception {
    String[] all = new String[options.length + 3];
    all[0] = "export";
    all[1] = "--out";
    all[2] = "bytes.csv";
    System.arraycopy(options, 0, all, 3, options.length);
    assertThat(baddle.run(all).status()).isZero();
    return Files.readAllBytes(folder.resolve("bytes.csv"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "--out rows.txt | should end in one of .csv",
        "--out in/a.csv | is read by this command or by a plan of the folder, or a file that was sent",
        "--out rows.csv --columns amont | no column amont; did you mean amount?",
        "--out rows.csv --where amount | is neither true nor false",
        "--out rows.csv --order sit | no column sit; did you mean site?",
        "--out rows.csv --separator comm | did you mean comma?",
        "--out rows.csv --period soon | soon is no period such as 2026-03",
        "--columns day | name the output with --out FILE or --to DATABASE:TABLE",
      })
  void what_cannot_be_done_is_said(String arguments, String message) throws Exception {
    byte[] source = Files.readAllBytes(folder.resolve("in/a.csv"));

    Baddle.Run refused = baddle.run(("export " + arguments).split(" "));

    assertThat(refused.status()).isEqualTo(2);
    assertThat(refused.err())
        .contains(message.contains("file that was sent") ? "file that was sent" : message);
    assertThat(Files.readAllBytes(folder.resolve("in/a.csv"))).isEqualTo(source);
    assertThat(folder.resolve("rows.csv")).doesNotExist();
  }

  @Test
  void what_another_plan_of_the_folder_reads_is_no_output_unless_we_wrote_it() throws Exception {
    baddle
        .write(
            "other.yaml",
            "baddle: 1",
            "store: other",
            "datasets: {d: {columns: {day: date, amount: decimal}}}",
            "feeds: {f: {files: [\"theirs/*.csv\", made.csv], into: d}}")
        .write("theirs/x.csv", "day,amount", "2026-01-05,1")
        .write("broken.yml", "# ours", "baddle: 1", "feeds: [");
    for (String[] one :
        new String[][] {
          {"theirs/x.csv", "the plan other.yaml reads it"},
          {"broken.yml", "should end in"},
        }) {
      assertThat(baddle.run("export", "--out", one[0]).err()).contains(one[1]);
    }
    Files.createSymbolicLink(folder.resolve("link.csv"), folder.resolve("broken.yml"));
    assertThat(baddle.run("export", "--out", "link.csv").err()).contains("a plan of the folder");
    for (int i = 0; i < 2; i++) {
      assertThat(baddle.run("export", "--out", "made.csv").err()).isEmpty();
      assertThat(baddle.run("consolidate", "--plan", "other.yaml").err()).isEmpty();
    }
  }

  @Test
  void a_text_that_no_cell_holds_is_named_and_nothing_is_left() throws IOException, Exception {
    baddle.write(
        "in/b.csv",
        "day,site,code,amount,units,remark",
        "2026-03-05,x,y,1,1," + "z".repeat(40_000));
    baddle.run("consolidate");

    Baddle.Run refused = baddle.run("export", "--out", "rows.xlsx");

    assertThat(refused.status()).isEqualTo(3);
    assertThat(refused.err())
        .contains(
            "row 6 of the rows, remark, from in/b.csv, row 2: a text of 40000 characters;"
                + " a workbook's cell holds 32767");
    try (Stream<Path> files = Files.list(folder)) {
      assertThat(files.map(file -> file.getFileName().toString()))
          .noneMatch(n -> n.contains("rows.xlsx"));
    }
    assertThat(exported("--where", "site = 'x'")).hasSizeGreaterThan(40_000);
  }

  @Test
  void each_value_has_a_sheet_with_a_table_of_its_own() throws Exception {
    Baddle.Run run = baddle.run("export", "--sheets-by", "site", "--out", "sites.xlsx");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(baddle.run("look", "sites.xlsx").out())
        .contains("sheet Dunmere", "sheet (blank)", "names: ");
    assertThat(baddle.run("export", "--sheets-by", "site", "--out", "s.csv").err())
        .contains("--sheets-by is for a file that ends in .xlsx");
    assertThat(baddle.run("export", "--split-by", "site", "--out", "p/{period} {site}.csv").err())
        .contains("{period} in --out needs --period");
  }

  @Test
  void a_plan_s_running_log_grows_with_each_run() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            + "\nreports: {log.csv: {rows: sales, columns: [site, amount], origin: none, append: true}}\n");
    assertThat(baddle.run("run").out()).contains("What was written\n  log.csv\n");
    long before = Files.readAllLines(folder.resolve("log.csv")).size();
    assertThat(baddle.run("run").out()).contains("1 report is unchanged");

    assertThat(Files.readAllLines(folder.resolve("log.csv"))).hasSize((int) before);
    Files.writeString(folder.resolve("log.csv"), "other,columns\n");
    Baddle.Run refused = baddle.run("run");
    assertThat(refused.status()).isNotZero();
    assertThat(refused.err()).contains("isn't this log");
    assertThat(Files.readString(folder.resolve("log.csv"))).isEqualTo("other,columns\n");
  }

  @Test
  void characters_that_a_format_can_not_hold_are_escaped_or_replaced_and_said() throws Exception {
    baddle.write("in/b.csv", "day,site,code,amount", "2026-05-01,bell\u0007end,_x0041_,1.00");
    baddle.run("consolidate");
    String[] of = {"--where", "day >= date '2026-05-01'"};

    Baddle.Run ods = baddle.run("export", "--out", "t.ods", of[0], of[1]);
    baddle.run("export", "--out", "t.xlsx", of[0], of[1]);

    assertThat(ods.out()).contains("1 text has characters that .ods can't hold");
    assertThat(baddle.run("look", "t.ods", "--json").out()).contains("bell\ufffdend", "_x0041_");
    assertThat(baddle.run("look", "t.xlsx", "--json").out()).contains("bell\\u0007end", "_x0041_");
  }

  @Test
  void a_log_of_another_store_s_batches_is_not_gone_on_with() throws Exception {
    baddle.run("export", "--append", "--out", "log.csv");
    baddle.run("export", "--append", "--out", "log.db");
    String text = Files.readString(folder.resolve("log.csv"));
    String made = text.strip().replaceAll("(?s).*,", "");
    Files.writeString(folder.resolve("log.csv"), text.replace(made, "2020-01-01 00:00:01"));
    try (Connection connection =
            DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("log.db"));
        Statement statement = connection.createStatement()) {
      statement.execute("update sales set batch_time = '2020-01-01 00:00:01'");
    }
    for (String log : List.of("log.csv", "log.db")) {
      Baddle.Run refused = baddle.run("export", "--append", "--out", log);

      assertThat(refused.status()).as(log + ": " + refused.err()).isEqualTo(2);
      assertThat(refused.err())
          .contains(
              "has rows of batch 1, made at 2020-01-01 00:00:01, which this store doesn't know");
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"log.csv", "log.xlsx", "log.db"})
  void a_log_is_brought_in_step_and_proved_by_what_its_lines_come_to(String log) throws Exception {
    baddle.run("export", "--append", "--out", log);
    assertThat(baddle.run("export", "--prove", log).out()).startsWith("proved: " + log);
    Files.move(folder.resolve("in/a.csv"), folder.resolve("in/renamed.csv"));
    baddle.write("in/b.csv", "day,site,code,amount", "2026-05-01,Foxholt,=1,2.00");
    baddle.run("consolidate");

    Baddle.Run behind = baddle.run("export", "--prove", log);

    assertThat(behind.status()).isEqualTo(1);
    assertThat(behind.out())
        .contains("not proved: ", "missing in the log: ", "not in the dataset: ");
    assertThat(baddle.run("export", "--append", "--out", log).out()).contains("with a sign");
    assertThat(baddle.run("export", "--prove", log).status()).isZero();
    assertThat(baddle.run("shrink", "--keep-batches", "1", "--yes").status()).isZero();
    assertThat(baddle.run("export", "--append", "--out", log).out()).startsWith("unchanged: ");
    assertThat(baddle.run("export", "--prove", "none.csv").err()).contains("there is no log");
  }

  @Test
  void a_log_with_decimal_commas_goes_on_and_keeps_to_its_condition() throws Exception {
    String[] log = {
      "export",
      "--append",
      "--out",
      "log.csv",
      "--columns",
      "site,amount",
      "--origin",
      "none",
      "--separator",
      "semicolon",
      "--decimal",
      "comma",
      "--where",
      "amount > 1"
    };
    baddle.run(log);
    baddle.write(
        "in/b.csv",
        "day,site,code,amount",
        "2026-05-01,Foxholt,1,1234.00",
        "2026-05-02,Foxholt,2,0.50");
    baddle.run("consolidate");

    assertThat(baddle.run(log).out()).contains("1 row, up to batch 2");

    assertThat(Files.readAllLines(folder.resolve("log.csv")))
        .first()
        .isEqualTo("site;amount;sign;batch;batch_time");
    assertThat(Files.readAllLines(folder.resolve("log.csv")).get(4))
        .startsWith("Foxholt;1234,00;1;2;");
    assertThat(baddle.run(log).out()).contains("unchanged: log.csv");
  }
}
