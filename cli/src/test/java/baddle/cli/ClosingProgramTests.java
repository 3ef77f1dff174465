package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Closed periods, what becomes of later changes to them, and states that come back. */
class ClosingProgramTests {

  private static final String MARCH = "2026-03-05,Alder Mill,c1,10.00";

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    plan("keep out");
    baddle.write("codes.csv", "Code,Range", "c1,Shrubs", "c2,Trees");
    month("2026-03", MARCH, "2026-03-06,Dunmere,c2,5.00");
    month("2026-04", "2026-04-05,Alder Mill,c1,20.00");
    book(Map.of("2026-03", "7.00", "2026-04", "8.00"));
  }

  private void plan(String policy) throws IOException {
    String plan =
        """
        baddle: 1
        datasets:
          sales:
            columns:
              day: {type: date, required: true}
              site: text
              code: text
              revenue: {type: decimal, places: 2}
              range: {type: text, lookup: codes}
          cash: {columns: {day: date, amount: {type: decimal, places: 2}}}
        feeds:
          tills: {into: sales, files: "in/tills-{period}.csv"}
          books: {into: cash, files: "in/book.xlsx", sheets: "{period}"}
        lookups:
          codes: {file: codes.csv, match: {code: Code}, bring: {range: Range}}
        summaries:
          months: {of: sales, down: [day by month], measures: {Revenue: sum(revenue)}}
          ranges: {of: sales, down: [range], measures: {Revenue: sum(revenue)}}
          purse:
            of: cash
            across: [day by month]
            roll_forward:
              {opening: 100.00, carry_closings: true, in: amount > 0, out: amount < 0, amount: amount}
        closing: {restatements: %s}
        """;
    baddle.write("baddle.yaml", plan.formatted(policy).split("\n"));
  }

  private void month(String month, String... lines) throws IOException {
    baddle.write(
        "in/tills-" + month + ".csv",
        ("day,site,code,revenue\n" + String.join("\n", lines)).split("\n"));
  }

  /** A workbook with a sheet for each month that has one amount. */
  private void book(Map<String, String> amounts) throws IOException {
    try (OutputStream out = Files.newOutputStream(folder.resolve("in/book.xlsx"));
        Workbook workbook = new Workbook(out, "test", "1.0")) {
      for (Map.Entry<String, String> month : new TreeMap<>(amounts).entrySet()) {
        Worksheet sheet = workbook.newWorksheet(month.getKey());
        sheet.value(0, 0, "Day");
        sheet.value(0, 1, "Amount");
        sheet.value(1, 0, month.getKey() + "-09");
        sheet.value(1, 1, month.getValue());
      }
    }
  }

  private void closeMarch() throws Exception {
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(baddle.run("close", "2026-03").out())
        .contains("Closed 2026-03 with batch 1", "3 rows of 2 sources", "purse carries on 107.00");
  }

  @Test
  void a_change_to_a_closed_period_waits_until_it_is_reopened() throws Exception {
    closeMarch();
    month("2026-03", MARCH.replace("10.00", "99.00"), "2026-03-06,Dunmere,c2,5.00");
    month("2026-02", "2026-02-01,Dunmere,c2,1.00");

    Baddle.Run kept = baddle.run("consolidate");

    assertThat(kept.out())
        .contains(
            "restatement-kept-out: in/tills-2026-03.csv",
            "1 row with revenue 10.00 of 2026-03, which is closed, is in no file any more",
            "1 row with revenue 99.00 of 2026-03, which is closed, came in later; it is held",
            "closed-sent-again: in/tills-2026-03.csv");
    assertThat(baddle.run("summarize", "months").out())
        .containsPattern("2026-03 +15.00")
        .containsPattern("2026-02 +1.00");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed since batch 2");
    assertThat(baddle.run("reopen", "2026-03").err()).contains("--because REASON");
    assertThat(baddle.run("reopen", "2026-03", "--because", "late note").status()).isZero();
    assertThat(baddle.run("consolidate").out()).contains("Batch 3").doesNotContain("restate");
    assertThat(baddle.run("summarize", "months").out()).containsPattern("2026-03 +104.00");
    assertThat(baddle.run("close", "--list").out()).contains("2026-03", "late note");
  }

  @Test
  void of_a_workbook_only_the_sheets_of_open_periods_change() throws Exception {
    closeMarch();
    book(Map.of("2026-03", "70.00", "2026-04", "80.00", "2026-05", "1.00"));

    assertThat(baddle.run("consolidate").out())
        .contains(
            "restatement-kept-out: in/book.xlsx", "rows-held: in/book.xlsx, sheet 2026-03, row 2");
    assertThat(baddle.run("summarize", "purse").out())
        .containsPattern("Opening +107.00 +187.00 +107.00")
        .containsPattern("Closing +187.00 +188.00 +188.00");

    book(Map.of("2026-03", "7.00", "2026-04", "81.00"));
    assertThat(baddle.run("consolidate").out()).doesNotContain("restate");
    assertThat(baddle.run("summarize", "purse").out()).containsPattern("Closing +188.00 +188.00");
  }

  @Test
  void rows_of_a_closed_period_outlive_their_file_and_their_lookup() throws Exception {
    closeMarch();
    baddle.delete("in/tills-2026-03.csv");
    baddle.write("codes.csv", "Code,Range", "c1,Roses", "c2,Trees");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains("restatement-kept-out: in/tills-2026-03.csv")
        .doesNotContain("file-gone");
    assertThat(baddle.run("summarize", "ranges").out())
        .containsPattern("Shrubs +10.00")
        .containsPattern("Roses +20.00")
        .containsPattern("Total +35.00");
    assertThat(baddle.run("check").out()).doesNotContain("out-of-date");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed");
    baddle.run("reopen", "2026-03", "--because", "the shop never opened");
    assertThat(baddle.run("consolidate").out()).contains("file-gone: in/tills-2026-03.csv");
    assertThat(baddle.run("summarize", "ranges").out()).containsPattern("Total +20.00");
  }

  @Test
  void what_is_kept_out_ends_with_its_reason() throws Exception {
    closeMarch();
    String march = Files.readString(folder.resolve("in/tills-2026-03.csv"));
    baddle.write("codes.csv", "Code,Range", "c1,Roses", "c2,Trees");
    baddle.delete("in/tills-2026-03.csv");
    assertThat(baddle.run("consolidate").out()).contains("restatement-kept-out");

    baddle.write("codes.csv", "Code,Range", "c1,Shrubs", "c2,Trees");
    Files.writeString(folder.resolve("in/tills-2026-03.csv"), march);

    assertThat(baddle.run("consolidate").out()).contains("Batch 3").doesNotContain("restate");
    assertThat(baddle.run("summarize", "ranges").out()).containsPattern("Total +35.00");
    Files.move(folder.resolve("in/tills-2026-03.csv"), folder.resolve("in/tills-Mar 2026.csv"));
    assertThat(baddle.run("consolidate").out()).contains("file-renamed");
    assertThat(baddle.run("summarize", "ranges").out()).containsPattern("Total +35.00");
  }

  @Test
  void a_late_file_of_a_closed_period_waits_too() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(plan, Files.readString(plan).replace("in/tills-{p", "in/*tills-{p"));
    closeMarch();
    baddle.write("in/new tills-2026-03.csv", "day,site,code,revenue", "2026-03-09,Foxholt,c1,3.00");

    assertThat(baddle.run("consolidate").out())
        .contains(
            "restatement-kept-out: in/new tills-2026-03.csv", "Completeness: 6 rows read = 5");
    assertThat(baddle.run("summarize", "months").out()).containsPattern("2026-03 +15.00");
    baddle.run("reopen", "2026-03", "--because", "it came late");
    baddle.run("consolidate");
    assertThat(baddle.run("summarize", "months").out()).containsPattern("2026-03 +18.00");
  }

  @Test
  void a_closed_file_overwritten_with_a_copy_of_another_keeps_its_rows() throws Exception {
    closeMarch();
    String march = Files.readString(folder.resolve("in/tills-2026-03.csv"));
    Files.copy(
        folder.resolve("in/tills-2026-04.csv"),
        folder.resolve("in/tills-2026-03.csv"),
        StandardCopyOption.REPLACE_EXISTING);

    assertThat(baddle.run("consolidate").out())
        .contains("file-duplicate", "restatement-kept-out: in/tills-2026-03.csv");
    assertThat(baddle.run("summarize", "months").out())
        .containsPattern("2026-03 +15.00")
        .containsPattern("2026-04 +20.00");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed since batch 2");
    Files.writeString(folder.resolve("in/tills-2026-03.csv"), march);
    assertThat(baddle.run("consolidate").out()).doesNotContain("restate", "duplicate:");
    assertThat(baddle.run("summarize", "months").out()).containsPattern("Total +35.00");
  }

  @Test
  void a_roll_forward_counts_rows_of_closed_periods_that_came_later() throws Exception {
    closeMarch();
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan, Files.readString(plan).replace("sheets: \"{period}\"", "sheets: \"{period}*\""));
    baddle.write("late.csv", "day,amount", "2026-03-20,47.00", "2026-04-02,1.00");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace("lookups:\n", "  late: {into: cash, files: late.csv}\nlookups:\n"));

    baddle.run("consolidate");

    assertThat(baddle.run("summarize", "purse").out())
        .containsPattern("Opening +107.00 +107.00")
        .containsPattern("Changed since closing +47.00 +47.00")
        .containsPattern("Closing +163.00 +163.00");
  }

  @Test
  void the_latest_rows_are_those_of_the_latest_month_that_rows_are_dated_in() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace("sales:\n    columns:", "sales:\n    dated_by: day\n    columns:")
            .replace(
                "{Revenue: sum(revenue)}}\n  ranges",
                "{Revenue: latest(revenue), First: first(revenue)}}\n  ranges")
            .replace("down: [day by month]", "down: [site]"));
    month("2026-03", MARCH, "2026-04-08,Alder Mill,c1,1.00");

    baddle.run("consolidate");

    assertThat(baddle.run("summarize", "months").out()).containsPattern("Alder Mill +21.00 +10.00");
  }

  @Test
  void booked_changes_are_reported_against_what_was_closed() throws Exception {
    plan("book");
    closeMarch();
    month("2026-03", MARCH, "2026-03-06,Dunmere,c2,6.50", "2026-03-07,Dunmere,c2,1.00");

    assertThat(baddle.run("consolidate").out())
        .contains(
            "restated: in/tills-2026-03.csv",
            "2 rows with revenue 15.00 then, 3 rows with revenue 17.50 now");
    assertThat(baddle.run("check").out()).contains("restated: in/tills-2026-03.csv");
    assertThat(baddle.run("compare", "--since-close").out())
        .contains("From 2026-03 as closed with batch 1 to 2026-03 in batch 2")
        .containsPattern("2026-03 +Revenue +15.00 +17.50 +\\+2.50")
        .doesNotContain("2026-04");
    assertThat(baddle.run("compare", "--since-close", "2026-04").err())
        .contains("2026-04 isn't closed");
    baddle.write("codes.csv", "Code,Range", "c1,Roses", "c2,Trees");
    month("2026-03", MARCH, "2026-03-06,Dunmere,c2,5.00");
    assertThat(baddle.run("consolidate").out()).contains("restated: in/tills-2026-03.csv");
    baddle.write("codes.csv", "Code,Range", "c1,Shrubs", "c2,Trees");
    assertThat(baddle.run("consolidate").out()).doesNotContain("restated");
  }

  @Test
  void what_has_moved_names_its_reason_and_what_each_reason_moved() throws Exception {
    plan("book");
    closeMarch();
    baddle.write("codes.csv", "Code,Range", "c1,Roses", "c2,Trees");
    month("2026-03", MARCH, "2026-03-06,Dunmere,c2,6.50");
    baddle.run("consolidate");

    assertThat(baddle.run("compare", "--summary", "ranges").out())
        .containsPattern("in/tills-2026-03.csv +Revenue +15.00 +16.50 +\\+1.50 .*file changed")
        .contains("lookup changed: rows of unchanged files may hold other values")
        .doesNotContain("tills-2026-04.csv");

    Path plan = folder.resolve("baddle.yaml");
    String calculated = Files.readString(plan).replace("sum(revenue)", "sum(net)");
    Files.writeString(
        plan,
        calculated.replace(
            "revenue: {type: decimal, places: 2}",
            "revenue: {type: decimal, places: 2}\n      net: {type: decimal, places: 2, calc:"
                + " \"case when range = 'Roses' then revenue * 2 else revenue end\"}"));
    baddle.run("consolidate");
    baddle.write("codes.csv", "Code,Range", "c1,Shrubs", "c2,Roses");
    month("2026-02", "2026-02-01,Dunmere,c2,1.00");
    baddle.run("consolidate");

    assertThat(baddle.run("compare", "--summary", "months").out())
        .containsPattern("in/tills-2026-04.csv +Revenue +40.00 +20.00 +-20.00 .*lookup changed")
        .containsPattern("in/tills-2026-02.csv +Revenue +2.00 +\\+2.00 .*file new")
        .containsPattern("lookup changed +Revenue +-23.50 +2\\n")
        .containsPattern("file new +Revenue +\\+2.00 +1\\n");
    Files.writeString(plan, Files.readString(plan).replace("revenue * 2", "revenue * 3"));
    baddle.run("consolidate");
    assertThat(baddle.run("compare", "--summary", "months", "--json").out())
        .contains("\"because\" : \"plan changed\"")
        .doesNotContain("lookup changed");
  }

  @Test
  void a_lookup_s_matches_are_counted_as_closed_rows_hold_them() throws Exception {
    baddle.write("codes.csv", "Code,Range", "c1,Shrubs");
    closeMarch();
    baddle.write("codes.csv", "Code,Range", "c2,Trees");
    month("2026-05", "2026-05-05,Alder Mill,c2,1.00");
    baddle.run("consolidate");

    String check = baddle.run("check").out();

    assertThat(check).containsPattern("codes +sales +2 +2 +2");
    assertThat(check)
        .contains("2 keys of 2 rows of sales: \"c1\" (1 row, revenue 20.00), near \"c2\"")
        .contains("\"c2\" (1 row, revenue 5.00), which it has now, but not when");
  }

  @Test
  void a_second_plan_does_not_take_over_a_store() throws Exception {
    closeMarch();
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    Files.writeString(folder.resolve("other.yaml"), plan.replace("in/tills-", "in/t?lls-"));

    for (String[] command :
        new String[][] {
          {"consolidate"}, {"run"}, {"reopen", "2026-03", "--because", "x"}, {"close", "2026-04"}
        }) {
      String[] withPlan = Arrays.copyOf(command, command.length + 2);
      withPlan[command.length] = "--plan";
      withPlan[command.length + 1] = "other.yaml";
      Baddle.Run refused = baddle.run(withPlan);
      assertThat(refused.status()).as(String.join(" ", command)).isEqualTo(2);
      assertThat(refused.err())
          .contains("holds the datasets of baddle.yaml", "such as store: other");
    }
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed since batch 1");
    Files.writeString(
        folder.resolve("other.yaml"), plan.replace("baddle: 1", "baddle: 1\nstore: other"));
    assertThat(baddle.run("consolidate", "--plan", "other.yaml").status()).isZero();
    Files.move(folder.resolve("baddle.yaml"), folder.resolve("renamed.yaml"));
    month("2026-05", "2026-05-05,Alder Mill,c2,1.00");
    assertThat(baddle.run("consolidate", "--plan", "renamed.yaml").status()).isZero();
  }

  @Test
  void closing_is_refused_with_errors_open_or_files_unread() throws Exception {
    month("2026-04", "2026-04-05,Alder Mill,c1,many");
    assertThat(baddle.run("consolidate").status()).isEqualTo(1);

    Baddle.Run refused = baddle.run("close", "2026-04");

    assertThat(refused.status()).isEqualTo(1);
    assertThat(refused.out()).contains("2026-04 isn't closed", "rows-held", "--accept REASON");
    assertThat(baddle.run("close", "2026-03").status()).isZero();
    assertThat(baddle.run("close", "2026-03").err()).contains("is closed already, with batch 1");
    assertThat(baddle.run("close", "2026-09").err())
        .contains("no source is of 2026-09", "the last period there is: 2026-04");
    assertThat(baddle.run("close", "soon").err()).contains("\"soon\" is no period");
    assertThat(baddle.run("close", "2026-04", "--accept", "agreed").out()).contains("accepted: ");
    month("2026-05", "2026-05-01,Foxholt,c1,2.00");
    assertThat(baddle.run("close", "2026-05").err()).contains("run baddle run first");
    assertThat(baddle.run("reopen", "2026-05", "--because", "x").err()).contains("isn't closed");
  }

  @Test
  void an_earlier_state_comes_back_and_nothing_is_lost() throws Exception {
    baddle.run("consolidate");
    String before = baddle.run("summarize", "--out", "before.csv").out();
    baddle.delete("in/tills-2026-04.csv");
    month("2026-03", "2026-03-05,Alder Mill,c2,1.00");
    baddle.write("codes.csv", "Code,Range", "c2,Roses");
    baddle.run("consolidate");
    assertThat(baddle.run("summarize", "ranges").out()).containsPattern("Roses +1.00");

    Baddle.Run back = baddle.run("history", "--back-to", "1");

    assertThat(back.out())
        .contains("Batch 3", "has the state of batch 1", "in/tills-2026-04.csv  new", before);
    assertThat(baddle.run("summarize", "ranges").out())
        .containsPattern("Shrubs +30.00")
        .containsPattern("Trees +5.00")
        .doesNotContain("Roses");
    assertThat(baddle.run("compare", "1", "3").out()).contains("No figure of a summary has moved");
    assertThat(baddle.run("history").out()).contains("back to 1");
    assertThat(baddle.run("check").out()).contains("out-of-date");
    assertThat(baddle.run("consolidate").out()).contains("Batch 4");
    assertThat(baddle.run("summarize", "ranges").out()).containsPattern("Roses +1.00");
    assertThat(baddle.run("history", "--back-to", "9").err()).contains("there is no batch 9");
    assertThat(baddle.run("history", "--back-to", "4").out()).contains("is current already");
    baddle.run("close", "2026-03");
    Baddle.Run closed = baddle.run("history", "--back-to", "1");
    assertThat(closed.status()).isEqualTo(2);
    assertThat(closed.err())
        .contains("of 2026-03, which is closed, would change", "baddle reopen 2026-03");
  }

  @Test
  void shrinking_says_how_much_and_keeps_what_is_kept() throws Exception {
    closeMarch();
    for (String amount : new String[] {"1.00", "2.00", "3.00"}) {
      month("2026-04", "2026-04-05,Alder Mill,c1," + amount);
      baddle.run("consolidate");
    }
    assertThat(baddle.run("shrink").out()).contains("Nothing to remove");

    Baddle.Run asked = baddle.run("shrink", "--keep-batches", "1");

    assertThat(asked.out())
        .contains("Would remove", "2 replaced or gone files", "batches kept: 1, 4");
    assertThat(baddle.run("summarize", "months", "--batch", "3").out()).contains("2.00");
    assertThat(baddle.run("shrink", "--keep-batches", "1", "--yes").out()).contains("Removed");
    assertThat(baddle.run("summarize", "months", "--batch", "1").out()).contains("20.00");
    assertThat(baddle.run("summarize", "months").out()).containsPattern("2026-04 +3.00");
    assertThat(baddle.run("summarize", "months", "--batch", "3").err())
        .contains("what batch 3 had was removed to shrink the store");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed since batch 4");
    assertThat(baddle.run("history").out()).contains("what was before was removed");
  }

  @Test
  void a_renamed_file_is_not_read_again_and_a_gone_one_is_treated_as_planned() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace("in/book.xlsx\"", "in/book*.xlsx\", when_gone: keep")
            .replace("in/tills-{period}.csv\"", "in/tills*{period}.csv\", when_gone: stop"));
    assertThat(baddle.run("consolidate").err()).isEmpty();
    Files.move(folder.resolve("in/book.xlsx"), folder.resolve("in/book2.xlsx"));
    Files.move(folder.resolve("in/tills-2026-03.csv"), folder.resolve("in/tills 2026-03.csv"));

    Baddle.Run renamed = baddle.run("consolidate", "--json");

    assertThat(renamed.out()).contains("\"renamed\" : 1", "file-renamed");
    assertThat(
            baddle
                .run(
                    "crosstab",
                    "--of",
                    "sales",
                    "--down",
                    "source_file",
                    "--down",
                    "batch",
                    "--measure",
                    "count(*)")
                .out())
        .containsPattern("in/tills 2026-03.csv +1 +2");
    baddle.delete("in/book2.xlsx");
    assertThat(baddle.run("consolidate").out())
        .contains("file-gone: in/book2.xlsx", "its rows stay in the dataset");
    assertThat(baddle.run("check").out()).contains("file-gone").doesNotContain("out-of-date");
    baddle.delete("in/tills-2026-04.csv");
    Baddle.Run stopped = baddle.run("consolidate");
    assertThat(stopped.status()).isEqualTo(3);
    assertThat(stopped.err()).contains("in/tills-2026-04.csv is gone", "when_gone: stop");
  }
}
