package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The page of a run names everything in the folders that isn't read. */
class WholeSheetProgramTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            site: {type: text, headings: [Site]}
            kind: text
            amount: {type: decimal, headings: [Amount]}
      feeds:
        tills: {files: "in/*.csv"}
      summaries:
        s: {down: [site], measures: {Amount: sum(amount)}}
      reports:
        s.csv: {summaries: s}
      """;

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws IOException {
    baddle = new Baddle(folder);
    plan(PLAN);
  }

  private void plan(String text) throws IOException {
    Files.writeString(folder.resolve("baddle.yaml"), text);
  }

  private void book(String name, String... sheets) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.resolveSibling(""));
    try (OutputStream out = Files.newOutputStream(file);
        Workbook workbook = new Workbook(out, "made up", "1.0")) {
      for (String text : sheets) {
        String[] lines = text.split("\n");
        Worksheet sheet = workbook.newWorksheet(lines[0]);
        for (int row = 1; row < lines.length; row++) {
          String[] cells = lines[row].split(",", -1);
          for (int column = 0; column < cells.length; column++) {
            if (cells[column].matches("-?[0-9.]+")) {
              sheet.value(row - 1, column, new BigDecimal(cells[column]));
            } else if (!cells[column].isEmpty()) {
              sheet.value(row - 1, column, cells[column]);
            }
          }
        }
        sheet.finish();
      }
    }
  }

  private String run(String... args) throws Exception {
    Baddle.Run run = baddle.run(args);
    assertThat(run.status()).as(run.out() + run.err()).isBetween(0, 1);
    return run.out().replaceAll("\n {6,}", " ");
  }

  @Test
  void a_new_total_gets_its_rule_from_draft_update() throws Exception {
    baddle.write("in/a.csv", "Site,Amount", "Elm,1.00", "Oak,2.50");
    run("run");
    baddle.write("in/b.csv", "Site,Amount", "Elm,4.00", "Oak,8.25", "Total,12.25");

    assertThat(run("run"))
        .contains("error    total-suspected: in/b.csv, row 4")
        .contains("12.25", "leave_out:");
    assertThat(run("draft", "--update", "--apply")).contains("leave_out");
    assertThat(run("run")).contains("nothing is open").contains("1 left out");
    assertThat(Files.readString(folder.resolve("s.csv"))).contains("Total,15.75");
  }

  @Test
  void a_renamed_heading_that_becomes_rows_is_proposed_for_what_it_replaces() throws Exception {
    plan(
        PLAN.replace(
            "\"in/*.csv\"",
            "\"in/*.csv\", headings_to_rows: {headings: {Money in: in, Money out: out}, label: kind,"
                + " value: amount}"));
    baddle.write("in/a.csv", "Site,Money in,Money out", "Elm,1.00,", "Oak,,2.50", "Ash,3.00,");
    run("run");
    baddle.write(
        "in/b.csv", "Site,Money in,Money out (GBP)", "Elm,4.00,", "Oak,,8.25", "Ash,,1.25");

    assertThat(run("run"))
        .contains("error    heading-missing: in/b.csv, row 1")
        .contains("no heading for out", "Money out (GBP) 9.50");
    assertThat(run("draft", "--update", "--apply")).contains("Money out (GBP)");
    assertThat(run("run")).contains("nothing is open").contains("6 rows read = 6 in the dataset");
  }

  @Test
  void a_heading_that_becomes_rows_may_be_optional() throws Exception {
    plan(
        PLAN.replace(
            "\"in/*.csv\"",
            "\"in/*.csv\", headings_to_rows: {headings: {In: in, Out: out}, optional: [Out], label:"
                + " kind, value: amount}"));
    baddle.write("in/a.csv", "Site,In", "Elm,1.00", "Oak,2.50");

    assertThat(run("run")).contains("nothing is open").contains("2 rows read = 2 in the dataset");
  }

  @Test
  void fewer_months_than_before_are_a_warning() throws Exception {
    plan(
        PLAN.replace("kind: text", "kind: date")
            .replace(
                "\"in/*.csv\"",
                "\"in/{period}.csv\", headings_to_rows: {headings: \"{period}\", label: kind, value:"
                    + " amount}"));
    baddle.write("in/2025.csv", "Site,Jan,Feb,Mar,Apr", "Elm,1,2,3,4");
    run("run");
    baddle.write("in/2026.csv", "Site,Jan,Feb,Apr", "Elm,1,2,4");

    assertThat(run("run"))
        .contains("warning  heading-absent: in/2026.csv, row 1")
        .contains("3 headings become rows, where 4 did in the source before; not here: Mar");
  }

  @Test
  void a_table_under_another_name_than_the_feed_s_is_named_with_its_amount() throws Exception {
    plan(PLAN.replace("\"in/*.csv\"", "\"in/*.xlsx\", sheets: [\"{kind}\"], except_sheets: [Old]"));
    book(
        "in/a.xlsx",
        "Jan\nSite,Amount\nElm,1.25\nOak,2",
        "Old\nSite,Amount\nElm,64",
        "Jan (2)\nSite,Amount\nElm,1.25\nOak,2");

    String page = run("run");

    assertThat(page).contains("warning  file-repeats: in/a.xlsx, sheet Jan (2)").contains("3.25");
    assertThat(page).doesNotContain("sheet Old");
  }

  @Test
  void a_form_is_read_from_the_first_sheet_and_the_others_are_named() throws Exception {
    plan(PLAN.replace("\"in/*.csv\"", "\"in/*.xlsx\", cells: {site: B1, amount: B2}"));
    book("in/a.xlsx", "Form\nSite,Elm\nAmount,306", "Archive\nSite,Elm\nAmount,21");

    String page = run("run", "--verbose");

    assertThat(page)
        .contains("in/a.xlsx, sheet Archive")
        .contains("the form is read from the first");
    assertThat(Files.readString(folder.resolve("s.csv"))).contains("Elm,306");
  }

  @Test
  void years_above_months_are_headings_together() throws Exception {
    Files.delete(folder.resolve("baddle.yaml"));
    book(
        "in/budget.xlsx",
        "Budget\nBudget of the sites\n\n,2025,,2026,\nSite,Jan,Feb,Jan,Feb\nElm,1,2,4,8.5"
            + "\nOak,16,32,64,128");

    assertThat(run("draft", "in"))
        .contains("8 rows read = 8 in the dataset")
        .containsPattern("Total +17.00 +34.00 +68.00 +136.50 +255.50");
  }

  @Test
  void a_copied_sheet_is_left_out_of_a_drafted_plan() throws Exception {
    Files.delete(folder.resolve("baddle.yaml"));
    book(
        "in/a.xlsx",
        "2026-01\nSite,Amount\nElm,1.25\nOak,2",
        "2026-02\nSite,Amount\nElm,4\nOak,8.5",
        "2026-02 (2)\nSite,Amount\nElm,4\nOak,8.5");

    assertThat(run("draft", "in"))
        .contains("in/a.xlsx, sheet 2026-02 (2): its rows are those of sheet 2026-02")
        .contains("4 rows read = 4 in the dataset");
    assertThat(run("run")).contains("nothing is open").contains("4 rows read = 4 in the dataset");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "export (1).csv | Elm,5;Oak,6   | ~            | ~",
        "export (1).csv | Elm,1.5;Oak,2 | in/export (1).csv | counted once",
        "may copy.csv   | Elm,1.5;Oak,2 | in/may copy.csv   | counted once",
      })
  void a_name_alone_makes_no_copy(String name, String rows, String place, String message)
      throws Exception {
    baddle.write("in/export.csv", "Site,Amount", "Elm,1.5", "Oak,2");
    baddle.write("in/" + name, ("Site,Amount;" + rows).split(";"));

    String page = run("run");

    if (place.equals("~")) {
      assertThat(page).contains("nothing is open", "4 rows read = 4 in the dataset");
    } else {
      assertThat(page).contains("file-duplicate: " + place).contains(message);
    }
  }

  @Test
  void equal_rows_of_files_whose_names_carry_a_value_are_reported_as_repeats() throws Exception {
    plan(PLAN.replace("in/*.csv", "in/{kind}.csv"));
    baddle.write("in/may.csv", "Site,Amount", "Elm,1.5", "Oak,2", "Ash,4");
    baddle.write("in/june.csv", "Site,Amount", "Elm,1.5", "Oak,2", "Ash,4");

    assertThat(run("run")).containsPattern("warning  file-(repeats|alike)").contains("7.5");
  }

  @Test
  void tables_side_by_side_have_their_own_lengths() throws Exception {
    baddle.write("in/a.csv", "Site,Amount,,Site,Amount", "Elm,1,,Oak,2", "Ash,4,,,", "Fir,8,,,");

    run("run");

    assertThat(Files.readString(folder.resolve("s.csv"))).contains("Oak,2").contains("Total,15");
    assertThat(run("check")).contains("4               4         0     0");
  }

  @Test
  void spellings_of_one_name_are_a_note_and_may_be_one_item() throws Exception {
    baddle.write(
        "in/a.csv", "Site,Amount", "Elm Court,1.25", "ELM  COURT,2", "Elm Court,4", "Oak,8");

    assertThat(run("look", "in/a.csv")).contains("1 name in several spellings");
    assertThat(run("run", "--verbose"))
        .contains("spellings-vary")
        .contains("\"ELM  COURT\" (1 row, amount 2.00)", "\"Elm Court\" (2 rows, amount 5.25)");
    plan(PLAN.replace("headings: [Site]}", "headings: [Site], same: [case, spaces]}"));
    assertThat(run("run", "--verbose")).doesNotContain("spellings-vary");
    assertThat(Files.readString(folder.resolve("s.csv")))
        .contains("Elm Court,7.25")
        .doesNotContain("COURT,");
    Files.delete(folder.resolve("baddle.yaml"));
    assertThat(run("draft", "in")).contains("site: 1 name in several spellings");
  }

  @Test
  void characters_that_nobody_sees_are_noted() throws Exception {
    Files.createDirectories(folder.resolve("in"));
    Files.write(
        folder.resolve("in/a.csv"),
        "Site,Amount\nEl\u0000m,1\nOak,2\n".getBytes(StandardCharsets.UTF_8));

    assertThat(run("run", "--verbose")).contains("in/a.csv, row 2").containsIgnoringCase("NUL");
  }

  @Test
  void the_first_run_gives_the_reason_why_nothing_came() throws Exception {
    plan(PLAN.replace("in/*.csv", "inn/*.csv"));
    baddle.write("in/a.csv", "Site,Amount", "Elm,1");

    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).isEqualTo(3);
    assertThat(run.out() + run.err()).contains("inn").contains("feed tills");
  }

  @Test
  void a_picture_without_rows_stops_no_report() throws Exception {
    plan(
        PLAN.replace("{Amount: sum(amount)}", "{Amount: sum(amount)}, where: site = 'nowhere'")
            + "  s.svg: {summaries: s}\n");
    baddle.write("in/a.csv", "Site,Amount", "Elm,1");

    Baddle.Run run = baddle.run("run");

    assertThat(run.out() + run.err()).contains("s.svg");
    assertThat(folder.resolve("s.csv")).exists();
  }

  @Test
  void what_the_plan_calls_something_else_has_not_moved() throws Exception {
    baddle.write("in/a.csv", "Site,Amount", "Elm,1.5", "Oak,2");
    run("run");
    plan(
        PLAN.replace("sales:", "turnover:")
            .replace("tills:", "shops:")
            .replace("site: {type", "place: {type")
            .replace("[site]", "[place]"));

    String page = run("run", "--verbose");

    assertThat(page).contains("dataset-renamed").doesNotContain("file-gone", "-100", "-3.50");
  }

  @Test
  void a_text_heading_for_a_column_of_dates_is_the_plan_s_fault() throws Exception {
    plan(
        PLAN.replace("kind: text", "kind: date")
            .replace(
                "\"in/*.csv\"",
                "\"in/*.csv\", headings_to_rows: {headings: {In: in, Out: out}, label: kind, value:"
                    + " amount}"));
    baddle.write("in/a.csv", "Site,In,Out", "Elm,1,2");

    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).isEqualTo(2);
    assertThat(run.err()).contains("baddle.yaml", "in: expected a date").doesNotContain("bug");
  }

  @Test
  void the_second_of_two_equal_keys_of_a_lookup_is_used_where_the_first_is() throws Exception {
    plan(
        PLAN.replace("kind: text", "kind: {type: text, lookup: kinds}")
            + "lookups:\n  kinds: {file: kinds.csv, match: {site: Site}, bring: {kind: Kind}}\n");
    baddle.write("kinds.csv", "Site,Kind", "Elm,x", "Elm,x", "Oak,y");
    baddle.write("in/a.csv", "Site,Amount", "Elm,1");

    run("run");

    assertThat(run("check", "--unused")).contains("Oak").doesNotContain("Elm,x", "row 3");
  }

  @Test
  void a_file_that_lacks_two_headings_is_one_file() throws Exception {
    plan(
        PLAN.replace("[Site]}", "[Site], required: true}")
            .replace("[Amount]}", "[Amount], required: true}"));
    baddle.write("in/a.csv", "Site,Amount,Kind", "Elm,1.5,x", "Oak,2,x");
    baddle.write("in/b.csv", "Place,Value,Kind", "Elm,4,x", "Oak,8,x");

    assertThat(run("run")).contains("no heading for the column site", "the column amount");
    assertThat(run("run")).contains("1 file is not read");
    assertThat(run("check")).contains("1 file is not read");
  }

  @Test
  void files_kept_from_the_figures_are_counted_and_summed_up() throws Exception {
    baddle.write("in/a.csv", "Site,Amount", "Elm,1.5", "Oak,2");
    run("run");
    baddle.write("in/new.txt", "Site,Amount", "Elm,4.25", "Oak,8");

    assertThat(run("run"))
        .contains("every row and every cell of the files that are read is accounted for")
        .contains("file-not-wanted: in/new.txt", "2 rows: Amount 12.25")
        .contains("1 file is not read");
    assertThat(List.of(run("check").split("\n")))
        .anyMatch(line -> line.contains("1 file is not read"));
  }
}
