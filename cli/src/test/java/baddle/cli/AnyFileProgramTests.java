package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Whatever a sender sends, brought in by the built program. */
class AnyFileProgramTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            sold_on: {type: date, headings: [Date], required: true}
            code:    {type: text, headings: [Code]}
            amount:  {type: decimal, places: 2, headings: [Amount]}
            site:    text
            money:   {type: text, currency_of: amount}
            message_sender: text
      feeds:
      """;

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of("."));

  @BeforeEach
  void here() {
    baddle = new Baddle(folder);
  }

  private void plan(String... feeds) throws IOException {
    baddle.write("baddle.yaml", PLAN + String.join("\n", feeds));
  }

  private String sums(String down) throws Exception {
    List<String> plan = Files.readAllLines(folder.resolve("baddle.yaml"));
    Files.writeString(
        folder.resolve("sums.yaml"),
        String.join("\n", plan)
            + "\nsummaries: {sums: {down: ["
            + down
            + "], measures: {Sum: sum(amount), Rows: count(*)}}}\n");
    assertThat(baddle.run("summarize", "--plan", "sums.yaml", "--out", "sums.csv").status())
        .isZero();
    List<String> lines = Files.readAllLines(folder.resolve("sums.csv"));
    return String.join(" ", lines.subList(1, lines.size()));
  }

  private void workbook(String name, String... sheets) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.resolveSibling(""));
    try (OutputStream out = Files.newOutputStream(file);
        Workbook workbook = new Workbook(out, "test", "1.0")) {
      for (String sheet : sheets) {
        String[] lines = sheet.split("\n");
        Worksheet page = workbook.newWorksheet(lines[0]);
        for (int row = 1; row < lines.length; row++) {
          String[] cells = lines[row].split("\\|", -1);
          for (int column = 0; column < cells.length; column++) {
            if (!cells[column].isEmpty()) {
              page.value(row - 1, column, cells[column]);
            }
          }
        }
        if (lines[0].equals("Named")) {
          page.range(1, 1, 3, 3).createTable("Date", "Code", "Amount").setDisplayName("orders_1");
        }
        if (lines[0].equals("Form")) {
          page.range(2, 3, 2, 3).setName("first_amount");
        }
      }
    }
  }

  @Test
  void each_text_is_read_as_it_is_written_and_said() throws Exception {
    plan("  a: {files: 'in/{site}.*'}");
    baddle.write(
        "in/North.csv", "Date,Code,Amount", "2026-03-14,1,1.50", "2026-03-15,2,\"1,234.00\"");
    Files.write(
        folder.resolve("in/South.txt"),
        "Date;Code;Amount\r\n14.03.2026;1;1.234,50 \u20ac\r\n"
            .getBytes(Charset.forName("windows-1252")));
    Files.write(
        folder.resolve("in/West.tsv"),
        "\ufeffDate\tCode\tAmount\n03/14/2026\t1\t(2.50)\n".getBytes(StandardCharsets.UTF_16LE));

    Baddle.Run run = baddle.run("consolidate", "--verbose");

    assertThat(run.status()).as(run.out()).isZero();
    assertThat(run.out())
        .contains("read with decimal comma: \"Amount\"", "read with month first: \"Date\"")
        .contains("4 rows read = 4 in the dataset");
    assertThat(sums("site, money"))
        .isEqualTo("North,,1235.50,2 South,\u20ac,1234.50,1 West,,-2.50,1 Total,,2467.50,4");
  }

  @Test
  void what_cannot_be_decided_is_held_until_the_plan_decides() throws Exception {
    plan("  a: {files: 'in/*.csv'}");
    baddle.write(
        "in/a.csv", "Date,Code,Amount", "01/02/2026,1,\"1,234\"", "03/04/2026,2,\"2,345\"");

    Baddle.Run held = baddle.run("consolidate");
    plan("  a: {files: 'in/*.csv', decimal: point, dates: day first}");
    Baddle.Run decided = baddle.run("consolidate");

    assertThat(held.status()).isEqualTo(1);
    assertThat(held.out()).contains("2 held", "decimal: point or comma in the plan");
    assertThat(decided.status()).as(decided.out()).isZero();
    assertThat(sums("sold_on by month"))
        .isEqualTo("2026-02,1234.00,1 2026-04,2345.00,1 Total,3579.00,2");
  }

  @Test
  void tables_are_found_by_name_by_range_and_by_position() throws Exception {
    workbook(
        "in/book.xlsx",
        "Cover\nDate|Code|Amount\n2026-01-01|x|100",
        "Named\nReport\n|Date|Code|Amount\n|2026-01-02|a|1\n|2026-01-03|b|2\n|Total||3",
        "Twice\nDate|Code|Amount||Date|Code|Amount\n2026-01-04|c|10||2026-01-05|d|20");
    plan("  a: {files: 'in/*.xlsx', table: 'orders*'}");
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(sums("source_sheet")).isEqualTo("Named,3.00,2 Total,3.00,2");

    plan("  a: {files: 'in/*.xlsx', sheets: 2, table: 'B2:D3'}");
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(sums("source_sheet")).isEqualTo("Named,1.00,1 Total,1.00,1");

    plan("  a: {files: 'in/*.xlsx', except_sheets: [Cover, Named]}");
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(sums("source_row, code")).isEqualTo("2,c,10.00,1 2,d,20.00,1 Total,,30.00,2");

    plan("  a: {files: 'in/*.xlsx', table: 'invoices'}");
    Baddle.Run missing = baddle.run("consolidate");
    assertThat(missing.status()).isEqualTo(1);
    assertThat(missing.out()).contains("no table or range is named as invoices; it names");
  }

  @Test
  void cells_of_forms_become_rows() throws Exception {
    workbook("in/North 2026-03.xlsx", "Form\nForm\n|Date|2026-03-31|\n|Takings||12.50");
    workbook("in/South 2026-03.xlsx", "Other\nForm\n|Date|2026-03-31|\n|Takings||7.50");
    plan("  a: {files: 'in/{site} {period}.xlsx', cells: {sold_on: C2, amount: first_amount}}");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out()).contains("the workbook defines no cell first_amount on this sheet");
    assertThat(sums("site, source_period")).isEqualTo("North,2026-03,12.50,1 Total,,12.50,1");
  }

  @Test
  void numbers_of_forms_are_understood_like_those_of_tables() throws Exception {
    workbook("in/North 2026-03.xlsx", "Form\n|Date|2026-03-31|\n|Takings|12,50|");
    workbook("in/South 2026-03.xlsx", "Form\n|Date|2026-03-31|\n|Takings|1,234|");
    plan("  a: {files: 'in/{site} {period}.xlsx', cells: {sold_on: C1, amount: C2}}");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("1 held", "decimal: point or comma in the plan");
    assertThat(sums("site")).isEqualTo("North,12.50,1 Total,12.50,1");
  }

  @Test
  void the_attachments_of_a_message_are_read_with_its_sender_and_date() throws Exception {
    plan("  a: {files: 'in/*.eml', period: message date}");
    baddle.write(
        "in/one.eml",
        "From: South <south@fernhollow.example>",
        "Date: Tue, 31 Mar 2026 23:05:00 +0000",
        "MIME-Version: 1.0",
        "Content-Type: multipart/mixed; boundary=b",
        "",
        "--b",
        "Content-Type: text/plain",
        "",
        "Here it is.",
        "--b",
        "Content-Type: text/csv",
        "Content-Disposition: attachment; filename=sales.csv",
        "",
        "Date,Code,Amount",
        "2026-03-14,1,1.50",
        "--b--");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).as(run.out() + run.err()).isZero();
    assertThat(sums("message_sender, source_period, source_sheet"))
        .isEqualTo("south@fernhollow.example,2026-03,sales.csv,1.50,1 Total,,,1.50,1");
  }

  @Test
  void one_cause_in_many_files_is_one_finding() throws Exception {
    plan("  a: {files: 'in/*.csv'}");
    baddle.write("in/a.csv", "Date,Code,Amount", "2026-03-14,1,much", "2026-03-14,1,much");
    baddle.write("in/b.csv", "Date,Code,Amount", "2026-03-14,1,much");

    assertThat(baddle.run("consolidate").out())
        .contains("rows-held: in/a.csv, row 2, Amount and 1 more place")
        .contains("3 rows held: found \"much\", expected a number");
  }

  @Test
  void own_reports_are_never_sources() throws Exception {
    plan("  a: {files: 'in/**'}");
    baddle.write("in/a.csv", "Date,Code,Amount", "2026-03-14,1,1.50");
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(sums("site")).isEqualTo(",1.50,1 Total,1.50,1");
    for (String name : List.of("in/out.csv", "in/out.xlsx")) {
      assertThat(
              baddle
                  .run("summarize", "--plan", "sums.yaml", "--out", folder.resolve(name).toString())
                  .status())
          .isZero();
    }
    Files.copy(folder.resolve("in/out.csv"), folder.resolve("in/renamed.txt"));

    Baddle.Run run = baddle.run("consolidate", "--verbose");

    assertThat(run.out())
        .contains("report-as-source: in/out.csv", "in/out.xlsx", "in/renamed.txt")
        .contains("1 row read = 1 in the dataset");
  }

  @Test
  void the_rows_of_a_source_that_a_report_overwrote_leave_the_dataset() throws Exception {
    plan("  a: {files: 'in/*.csv'}");
    baddle.write("in/a.csv", "Date,Code,Amount", "2026-03-14,1,1.50");
    baddle.write("in/b.csv", "Date,Code,Amount", "2026-03-15,1,2.50");
    baddle.run("consolidate");
    sums("code");
    String source = folder.resolve("in/b.csv").toString();
    Baddle.Run refused = baddle.run("summarize", "--plan", "sums.yaml", "--out", source);
    baddle.run("summarize", "--plan", "sums.yaml", "--out", folder.resolve("out.csv").toString());
    Files.copy(folder.resolve("out.csv"), Path.of(source), StandardCopyOption.REPLACE_EXISTING);

    Baddle.Run run = baddle.run("consolidate");

    assertThat(refused.status()).isEqualTo(2);
    assertThat(refused.err()).contains("in/b.csv");

    assertThat(run.out()).contains("report-as-source: in/b.csv", "file-gone: in/b.csv");
    assertThat(sums("code")).isEqualTo("1,1.50,1 Total,1.50,1");
  }

  @Test
  void a_report_that_another_program_saved_again_is_known_by_its_sheets() throws Exception {
    baddle.run("demo", "d");
    Baddle demo = new Baddle(folder.resolve("d"));
    demo.run("summarize", "years", "--out", "years.xlsx");

    assertThat(demo.run("look", "years.xlsx").out())
        .contains("sheet years (a report of baddle's, never read as a source)");
  }

  @Test
  void looks_into_files_of_every_kind() throws Exception {
    baddle.run("demo", "d");
    Baddle demo = new Baddle(folder.resolve("d"));

    Baddle.Run run =
        demo.run(
            "look",
            "inbox/tills/Eldergate 2026-05.csv",
            "inbox/tills/Dunmere 2026-05.xls",
            "inbox/tills/Copse End 2026-05.ods",
            "inbox/trade/Trade 2026.xlsx",
            "--rows",
            "1");
    Baddle.Run json = demo.run("look", "inbox/tills/Eldergate 2026-05.csv", "--json");

    assertThat(run.status()).isZero();
    assertThat(run.out())
        .contains("text, Windows-1252, semicolon, CRLF", ".xls workbook", ".ods workbook")
        .contains("table A1:F107, headings in row 1, 106 rows")
        .contains("sheet Trade 2026-03", "table B4:I26, headings in row 4, 22 rows")
        .contains("decimal comma", "day first", "01.05.2026  010001");
    assertThat(json.out()).contains("\"heading\" : \"Amount\"", "\"type\" : \"decimal(2)\"");
    assertThat(demo.run("look", "no.csv").status()).isEqualTo(2);
    assertThat(demo.run("look", "baddle.yaml", "--range", "x").err())
        .contains("--range takes cells");
  }

  @Test
  void the_drafted_plan_gives_the_figures_of_the_shipped_one() throws Exception {
    baddle.run("demo", "d");
    Baddle demo = new Baddle(folder.resolve("d"));
    Files.createDirectories(folder.resolve("e"));
    try (Stream<Path> files = Files.walk(folder.resolve("d/inbox"))) {
      for (Path file : files.toList()) {
        Files.copy(file, folder.resolve("e").resolve(folder.resolve("d").relativize(file)));
      }
    }
    Baddle drafted = new Baddle(folder.resolve("e"));

    Baddle.Run draft = drafted.run("draft", "inbox");
    Baddle.Run consolidated = drafted.run("consolidate");

    assertThat(draft.status()).as(draft.err()).isZero();
    assertThat(draft.out())
        .contains(
            "tills: inbox/tills/{site} {period}.*, 143 files",
            "budget: inbox/budget/Budget {period}.csv, 2 files",
            "only inbox/budget/Budget 2026.csv is read",
            "(both are Units * Unit",
            "\"opening of cash\": 1500");
    assertThat(consolidated.out()).contains("left out + 3 held");
    drafted.run("summarize", "tills", "--out", "drafted.csv");
    demo.run("summarize", "revenue-by-site", "--out", "shipped.csv");
    assertThat(lastRow(folder.resolve("e/drafted.csv")))
        .isEqualTo(lastColumn(folder.resolve("d/shipped.csv")))
        .hasSize(7);
    assertThat(drafted.run("draft", "inbox").err()).contains("is there already");
    assertThat(demo.run("draft", "--update").out())
        .contains("feed tills: the plan doesn't know Till (24 files")
        .contains("till: {type: text, headings: [Till]}");
  }

  /** The last cell of each line by its first. */
  private static Map<String, String> lastColumn(Path csv) throws IOException {
    Map<String, String> totals = new TreeMap<>();
    for (String line : table(csv, "site,")) {
      String[] cells = line.split(",");
      totals.put(cells[0], cells[cells.length - 1]);
    }
    totals.remove("site");
    return totals;
  }

  /** The cells of the last line by their headings. */
  private static Map<String, String> lastRow(Path csv) throws IOException {
    List<String> lines = table(csv, "date,");
    String[] headings = lines.get(0).split(",");
    String[] cells = lines.get(lines.size() - 1).split(",");
    Map<String, String> totals = new TreeMap<>();
    for (int i = 1; i < headings.length; i++) {
      totals.put(headings[i], cells[i]);
    }
    return totals;
  }

  private static List<String> table(Path csv, String start) throws IOException {
    return Files.readAllLines(csv).stream().dropWhile(line -> !line.startsWith(start)).toList();
  }

  @Test
  void a_renamed_heading_and_a_new_sheet_are_proposed() throws Exception {
    workbook(
        "in/a.xlsx",
        "Jan\nDate|Code|Amount\n2026-01-01|x|1.50\n2026-01-02|y|2.50",
        "Feb\nDate|Code|Net amount\n2026-02-01|x|1.50\n2026-02-02|y|2.50",
        "New\nDate|Code|Amount\n2026-01-01|x|1.50\n2026-01-02|y|2.50");
    plan("  a: {files: 'in/*.xlsx', sheets: [Jan, Feb]}");

    assertThat(baddle.run("draft", "--update").out())
        .contains("the plan doesn't know Net amount (in/a.xlsx)")
        .contains("(in/a.xlsx)\n  probably amount under another name")
        .contains("sheet New of in/a.xlsx has the headings and is not read");
  }

  @Test
  void a_draft_is_tried_at_once_and_keeps_nothing() throws Exception {
    for (int month = 1; month <= 4; month++) {
      if (month != 3) {
        baddle.write(
            "in/Cash 2026-0" + month + ".csv",
            "Date,Details,Money in,Money out,Balance",
            "2026-0" + month + "-01,Stall,100.00,,100.00",
            "2026-0" + month + "-05,Stamps,,7.50,92.50",
            "2026-0" + month + "-09,Post,,2.50,90.00",
            "Total,,100.00,10.00,");
      }
    }

    Baddle.Run run = baddle.run("draft", "in");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.out())
        .contains("Tried with these files; nothing is stored")
        .contains("feed cash has no source for 2026-03, though it should have one every month")
        .containsPattern("Completeness: \\d+ rows read = \\d+ in the dataset")
        .contains("Opening", "Closing", "Control totals: 6 of 6 tie")
        .contains("Read it, then: baddle consolidate --plan baddle.yaml");
    assertThat(Files.readString(folder.resolve("baddle.yaml")))
        .contains("headings_to_rows: {headings: {Money in: in, Money out: out}")
        .contains("expect: {every: month}")
        .contains("roll_forward: {opening: 0");
    assertThat(folder.resolve(".baddle/dataset.db")).doesNotExist();
    var json = Json.of(baddle.run("draft", "in", "--out", "again.yaml", "--json").out());
    assertThat(json.at("/tried/rows_read").asInt()).isEqualTo(15);
    assertThat(json.at("/tried/that_tie").asInt()).isEqualTo(6);
    assertThat(json.at("/tried/findings").findValuesAsText("code"))
        .contains("period-missing", "balance-differs");
    assertThat(baddle.run("summarize").err()).contains("nothing has been consolidated yet");
  }

  @Test
  void debits_and_credits_become_one_amount_only_if_each_row_has_one() throws Exception {
    baddle.write("one/a.csv", "Day,Text,Debit,Credit", "2026-01-01,a,1.00,", "2026-01-02,b,,2.00");
    baddle.write(
        "two/a.csv", "Day,Text,Debit,Credit", "2026-01-01,a,1.00,3.00", "2026-01-02,b,4.00,2.00");

    assertThat(baddle.run("draft", "one", "--out", "one.yaml", "--untried").out())
        .doesNotContain("Tried with");
    baddle.run("draft", "two", "--out", "two.yaml");

    assertThat(Files.readString(folder.resolve("one.yaml")))
        .contains("headings_to_rows: {headings: {Debit: debit, Credit: credit}")
        .doesNotContain("roll_forward");
    assertThat(Files.readString(folder.resolve("two.yaml"))).doesNotContain("headings_to_rows");
  }

  @Test
  void texts_that_may_have_been_meant_to_be_numbers_are_a_doubt() throws Exception {
    baddle.write("in/a.csv", "Day,Amount", "2026-01-01,1.50", "2026-01-02,n/a", "2026-01-03,2.50");

    assertThat(baddle.run("draft", "in").out())
        .contains("Amount in in/a.csv: 2 of its 3 values are numbers");
    assertThat(Files.readString(folder.resolve("baddle.yaml")))
        .contains(
            "# doubt: Amount in in/a.csv: 2 of its 3 values are numbers\n      amount: {type: text}");
  }
}
