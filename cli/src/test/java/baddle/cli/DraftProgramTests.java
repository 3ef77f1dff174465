package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** From a folder to a plan, as somebody does it who has never seen the program. */
class DraftProgramTests {

  @TempDir private Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() {
    baddle = new Baddle(folder);
  }

  private String plan() throws IOException {
    return Files.readString(folder.resolve("baddle.yaml"));
  }

  /** Two senders who call the same differently, one of them with totals. */
  private void salesOfTwoSites() throws IOException {
    for (String month : List.of("2026-01", "2026-02", "2026-03")) {
      baddle.write(
          "inbox/Foxholt " + month + ".csv",
          "Date,Order #,Item,Qty,Price,Amount",
          month + "-03,A1,spade,2,10.00,20.00",
          month + "-03,A1,pot,10,1.50,15.00",
          month + "-07,A2,seed,4,2.25,9.00",
          month + "-11,A3,spade,3,10.00,30.00",
          month + "-19,A4,pot,12,1.50,18.00");
      baddle.write(
          "inbox/Dunmere " + month + ".csv",
          "Sales of Dunmere",
          "",
          "Order number;Sold on;Product;Units;Unit price;Line value",
          "7001;04." + month.substring(5) + ".2026;spade;2;10,00;20,00",
          "7001;14." + month.substring(5) + ".2026;seed;8;2,25;18,00",
          "7002;15." + month.substring(5) + ".2026;pot;5;1,50;7,50",
          "7003;20." + month.substring(5) + ".2026;seed;2;2,25;4,50",
          "7004;21." + month.substring(5) + ".2026;spade;6;10,00;60,00",
          "Total;;;23;;110,00");
    }
  }

  @Test
  void three_commands_lead_from_a_folder_to_a_figure() throws Exception {
    salesOfTwoSites();

    Baddle.Run draft = baddle.run("draft", "inbox");
    Baddle.Run run = baddle.run("run");
    Baddle.Run summary = baddle.run("summarize");

    assertThat(draft.status()).as(draft.err()).isZero();
    assertThat(run.status()).as(run.out()).isZero();
    assertThat(summary.out())
        .contains("606.00")
        .containsPattern("Dunmere .* 330.00")
        .containsPattern("Foxholt .* 276.00");
    assertThat(folder.resolve("overview.xlsx")).exists();
  }

  @Test
  void what_the_files_cant_show_is_asked_and_answers_are_decisions_of_the_plan() throws Exception {
    salesOfTwoSites();

    Baddle.Run run = baddle.runTyping(List.of("Site!", "site"), "draft", "inbox", "--ask");

    assertThat(run.status()).isZero();
    assertThat(run.err())
        .contains("the files differ by a part of their names, such as Dunmere, Foxholt")
        .contains("a name of small letters, digits and underscores, or Enter for name:")
        .contains("\"Site!\" is no answer")
        .doesNotContain("no more answers");
    assertThat(plan())
        .contains("files: \"inbox/{site} {period}.csv\"")
        .contains("# decided: {name} in inbox/{name} {period}.csv: site")
        .doesNotContain("# doubt: {name}");
    assertThat(baddle.run("consolidate").status()).isZero();
  }

  @Test
  void questions_that_nobody_answers_stay_open() throws Exception {
    salesOfTwoSites();

    Baddle.Run run = baddle.runTyping(List.of(), "draft", "inbox", "--ask");

    assertThat(run.status()).isZero();
    assertThat(run.err()).contains("no more answers; 1 question stays open");
    assertThat(plan()).contains("# doubt: {name} in inbox/{name} {period}.csv");
  }

  @Test
  void answers_come_from_a_file_too_written_as_draft_prints_the_questions() throws Exception {
    salesOfTwoSites();
    Baddle.Run first = baddle.run("draft", "inbox", "--untried");
    String question =
        first
            .out()
            .lines()
            .filter(line -> line.contains("{name}\"") || line.contains("\": name"))
            .findFirst()
            .orElseThrow();
    Files.writeString(
        folder.resolve("answers.yaml"), question.replace(": name ", ": shop ").strip());
    Files.delete(folder.resolve("baddle.yaml"));

    Baddle.Run second = baddle.run("draft", "inbox", "--untried", "--answers", "answers.yaml");

    assertThat(second.status()).as(second.err()).isZero();
    assertThat(second.out()).doesNotContain("Questions");
    assertThat(plan()).contains("inbox/{shop} {period}.csv");
  }

  @Test
  void an_answer_that_answers_nothing_is_refused_and_no_plan_is_written() throws Exception {
    salesOfTwoSites();
    baddle.write("answers.yaml", "\"{name} in inbox/{name} {period}.csv\": My site", "other: x");

    Baddle.Run run = baddle.run("draft", "inbox", "--answers", "answers.yaml");

    assertThat(run.status()).isEqualTo(2);
    assertThat(run.err())
        .contains("\"{name} in inbox/{name} {period}.csv\" can't be answered by \"My site\"")
        .contains("the files raise no question \"other\"");
    assertThat(folder.resolve("baddle.yaml")).doesNotExist();
    assertThat(baddle.run("draft", "inbox", "--answers", "none.yaml").status()).isEqualTo(3);
  }

  @Test
  void exports_of_the_year_so_far_count_once() throws Exception {
    StringBuilder rows = new StringBuilder("Order no,Date,Amount\n");
    for (int month = 1; month <= 4; month++) {
      for (int i = 1; i <= 6; i++) {
        rows.append("N").append(month).append(i).append(",2026-0").append(month).append("-1");
        rows.append(i).append(",10.00\n");
      }
      baddle.write("in/export 2026-0" + month + ".csv", rows.toString().split("\n"));
    }

    assertThat(baddle.run("draft", "in").out())
        .contains("3 of 3 files hold nearly all rows of the file before, and more")
        .contains("\"repeated rows in in\": latest   # or all")
        .contains("240.00");
    assertThat(plan()).contains("key: [order_no]\n    on_duplicate: keep latest");
  }

  @Test
  void copies_notes_and_own_reports_are_left_alone_and_that_is_said() throws Exception {
    salesOfTwoSites();
    baddle.run("draft", "inbox", "--untried");
    baddle.run("run");
    Files.copy(folder.resolve("overview.xlsx"), folder.resolve("inbox/overview.xlsx"));
    Files.copy(
        folder.resolve("inbox/Foxholt 2026-01.csv"),
        folder.resolve("inbox/Foxholt 2026-01 (copy).csv"));
    baddle.write("inbox/people.csv", "Who,What", "Ann,phones", "Bo,writes");

    assertThat(baddle.run("draft", "inbox", "--out", "second.yaml").out())
        .contains("Left alone:")
        .contains("inbox/overview.xlsx: Baddle wrote it")
        .contains("inbox/people.csv: no figures, and no codes of other rows")
        .contains("only inbox/Foxholt 2026-01.csv is read");
    assertThat(Files.readString(folder.resolve("second.yaml")))
        .startsWith("# yaml-language-server: $schema=.baddle/plan.schema.json\n")
        .contains("except: [\"inbox/* (copy).csv\"]");
    assertThat(folder.resolve(".baddle/plan.schema.json"))
        .content()
        .contains("\"$schema\"", "\"summaries\"");
  }

  @Test
  void what_is_sure_is_written_into_the_plan_and_the_rest_is_left_to_a_person() throws Exception {
    baddle.write(
        "baddle.yaml",
        "# ours",
        "baddle: 1",
        "datasets:",
        "  d:                    # all sales",
        "    columns:",
        "      day: date",
        "      qty: integer      # pieces",
        "      worth: {type: decimal, places: 2}",
        "feeds:",
        "  f: {files: 'in/*.csv'}");
    baddle.write("in/a.csv", "Day,Qty,Worth", "2026-01-02,1,2.50", "2026-01-03,4,3.00");
    baddle.write(
        "in/b.csv", "Day,Quantity,Charged,Till", "2026-01-02,1,2.50,T1", "2026-01-03,4,3.00,T2");
    baddle.write("in/c.csv", "Who,Where", "Ann,2", "Bo,3");
    String before = plan();

    baddle.run("consolidate");
    Baddle.Run run = baddle.run("draft", "--update", "--apply");
    try (Stream<Path> left = Files.walk(folder)) {
      assertThat(left).noneMatch(file -> file.toString().endsWith(".part"));
    }

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.out())
        .containsSubsequence(
            "Written into the plan:", "Quantity", "Till", "Left to you:", "Charged")
        .contains("no table of in/c.csv has the plan\'s headings; those there are: Who, Where");
    assertThat(plan())
        .isEqualTo(
            before
                .replace("qty: integer ", "qty: {type: integer, headings: [\"Quantity\"]} ")
                .replace(
                    "places: 2}\n", "places: 2}\n      till: {type: text, headings: [Till]}\n"));
    assertThat(baddle.run("draft", "--update").out())
        .contains("Charged")
        .doesNotContain("Quantity", "Till", "--apply");
    assertThat(baddle.run("draft", "in", "--apply").err()).contains("--apply goes with --update");
  }

  @Test
  void names_and_headings_that_mean_something_in_a_plan_are_harmless() throws Exception {
    String[] lines = {
      "Date,\"Item: \"\"new\"\" #1\",source_file,Amount,Amount,- x,yes",
      "2026-01-01,Total weedkiller,a,1.50,2.50,1,no",
      "2026-01-02,=1+1,b,2.50,3.50,2,yes",
      "2026-01-03,spade,c,4.00,5.00,3,no",
      "Total,,,8.00,11.00,,"
    };
    baddle.write("in {x}/a*b 2026-01.csv", lines);
    baddle.write("in {x}/it's: #1/{name} 2026-02.csv", lines);
    baddle.write("in {x}/empty.csv", "");
    baddle.write("in {x}/zip.xlsx", "PK\003\004");

    Baddle.Run run = baddle.run("draft", ".");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(run.out())
        .contains("\"Total weedkiller\" under item_new_1 may be a total; it is kept")
        .contains("zip.xlsx can't be read")
        .contains("Control totals: 2 of 2 tie");
  }

  @Test
  void of_two_headings_that_are_like_one_column_neither_is_taken_for_it() throws Exception {
    baddle.write(
        "in/a-2026-01.csv",
        "Date,Phone,Town,Amount",
        "2026-01-02,01 11,Harwick,1.50",
        "2026-01-03,01 12,Stonebeck,2.50");
    baddle.write(
        "in/a-2026-02.csv",
        "Date,Home phone,Work phone,Town,Amount",
        "2026-02-02,01 21,01 31,Harwick,1.50",
        "2026-02-03,01 22,01 32,Stonebeck,2.50");

    baddle.run("draft", "in", "--untried");

    assertThat(plan())
        .contains("      phone: {type: text}", "      home_phone: {type: text}")
        .contains("      work_phone: {type: text}");
  }

  @Test
  void files_that_say_the_same_each_month_are_neither_copies_nor_the_year_so_far()
      throws Exception {
    for (int month = 1; month <= 4; month++) {
      baddle.write(
          "in/charges 2026-0" + month + ".csv",
          "Charge,Amount",
          "Rent,500.00",
          "Water,40.00",
          "Light,60.00",
          "Waste,20.00",
          "Alarm,15.00",
          month < 4 ? "Line,10.00" : "Line,11.00");
    }
    Files.copy(folder.resolve("in/charges 2026-04.csv"), folder.resolve("in/sales (copy)"));
    Files.copy(folder.resolve("in/charges 2026-04.csv"), folder.resolve("in/sales"));

    Baddle.Run run = baddle.run("draft", "in", "--untried");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(plan()).doesNotContain("keep latest", "charges 2026-01");
    assertThat(run.out()).contains("only in/sales is read");
  }
}
