package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A dataset that says which date a row is of: rows of closed periods, one ledger of many periods.
 */
class DatedProgramTests {

  private static final List<String> LEDGER =
      List.of("2026-01-05,a,10.00", "2026-01-20,b,5.00", "2026-02-03,a,7.00");

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    plan("keep out");
  }

  private void plan(String policy) throws IOException {
    String plan =
        """
        baddle: 1
        datasets:
          sales:
            dated_by: sold_on
            amount: revenue
            columns:
              sold_on: {type: date, required: true}
              code: text
              revenue: {type: decimal, places: 2}
              range: {type: text, lookup: codes}
        feeds:
          ledger: {into: sales, files: "in/*.csv", expect: {every: month}}
        lookups:
          codes: {file: codes.csv, match: {code: Code}, bring: {range: Range}}
        summaries:
          months: {of: sales, down: [sold_on by month], measures: {Revenue: sum(revenue)}}
          ranges: {of: sales, down: [sold_on by month, range], measures: {Revenue: sum(revenue)}}
        closing: {restatements: %s}
        """;
    baddle.write("baddle.yaml", plan.formatted(policy).split("\n"));
    baddle.write("codes.csv", "Code,Range", "a,Shrubs", "b,Trees");
  }

  private void ledger(String name, List<String> rows, String... more) throws IOException {
    baddle.write(
        "in/" + name,
        ("sold_on,code,revenue\n" + String.join("\n", rows) + "\n" + String.join("\n", more))
            .strip()
            .split("\n"));
  }

  private void closeJanuary() throws Exception {
    ledger("ledger.csv", LEDGER);
    assertThat(baddle.run("consolidate").status()).isZero();
    Baddle.Run preview = baddle.run("close", "2026-01", "--dry-run");
    assertThat(preview.out())
        .contains(
            "Would close 2026-01", "2 rows of 1 source\n", "sales: 2 rows with revenue 15.00");
    assertThat(baddle.run("close", "--list").out()).contains("No period is closed");
    assertThat(baddle.run("close", "2026-01").out()).contains("Closed 2026-01");
  }

  private String months() throws Exception {
    return baddle.run("summarize", "months").out().lines().limit(8).reduce("", (a, b) -> a + b);
  }

  @Test
  void a_row_that_comes_in_late_is_held_until_its_period_is_open_again() throws Exception {
    closeJanuary();
    ledger("ledger.csv", LEDGER, "2026-01-31,b,4.00", "2026-02-10,b,1.00");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains(
            "Completeness: 7 rows read (2 of them kept since their period was closed) = 4 in the"
                + " dataset + 2 left out + 1 held")
        .contains("rows-held: in/ledger.csv, row 5, sold_on", "2026-01 is closed")
        .contains("1 row with revenue 4.00 of 2026-01, which is closed, came in later; it is held");
    assertThat(months()).containsPattern("2026-01 +15.00").containsPattern("2026-02 +8.00");
    assertThat(baddle.run("check").out()).contains("rows-held", "restatement-kept-out");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed");
    assertThat(baddle.run("reopen", "2026-01", "--dry-run").out())
        .contains("Kept out of 2026-01", "in/ledger.csv: 1 row with revenue 4.00 of 2026-01");
    baddle.run("reopen", "2026-01", "--because", "a late slip");
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(months()).containsPattern("2026-01 +19.00").containsPattern("2026-02 +8.00");
  }

  @Test
  void a_late_row_is_booked_and_said_where_the_plan_says_so() throws Exception {
    plan("book");
    closeJanuary();
    ledger("late.csv", List.of("2026-01-31,b,4.00"));

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains("late-rows-booked: in/late.csv", "came in later; booked, as the plan says");
    assertThat(months()).containsPattern("2026-01 +19.00");
    assertThat(baddle.run("check").out())
        .contains(
            "restated: in/late.csv", "0 rows with revenue 0.00 then, 1 row with revenue 4.00");
    assertThat(baddle.run("compare", "--since-close").out())
        .containsPattern("2026-01 +Revenue +15.00 +19.00 +\\+4.00")
        .doesNotContain("2026-02");
  }

  @Test
  void rows_of_a_closed_period_stay_though_their_file_has_them_no_more() throws Exception {
    closeJanuary();
    ledger("ledger.csv", List.of("2026-01-05,a,10.00", "2026-02-03,a,9.00"));

    assertThat(baddle.run("consolidate").out())
        .contains("= 3 in the dataset + 1 left out + 0 held")
        .contains("1 row with revenue 5.00 of 2026-01, which is closed, is in no file any more");
    assertThat(months()).containsPattern("2026-01 +15.00").containsPattern("2026-02 +9.00");
    ledger("ledger.csv", LEDGER);
    assertThat(baddle.run("consolidate").out()).doesNotContain("restate");
    assertThat(months()).containsPattern("2026-01 +15.00").containsPattern("2026-02 +7.00");
    baddle.delete("in/ledger.csv");
    ledger("other.csv", List.of("2026-02-04,a,1.00"));
    assertThat(baddle.run("consolidate").out())
        .contains("restatement-kept-out: in/ledger.csv", "2 rows with revenue 15.00 of 2026-01");
    assertThat(months()).containsPattern("2026-01 +15.00").containsPattern("2026-02 +1.00");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed");
    ledger("ledger.csv", LEDGER);
    baddle.delete("in/other.csv");
    assertThat(baddle.run("consolidate").out()).doesNotContain("rows-held");
    assertThat(months()).containsPattern("2026-01 +15.00").containsPattern("2026-02 +7.00");
  }

  @Test
  void a_longer_ledger_under_a_new_name_takes_over_what_was_closed() throws Exception {
    closeJanuary();
    baddle.delete("in/ledger.csv");
    ledger("ledger to march.csv", LEDGER, "2026-03-01,b,2.00");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).doesNotContain("rows-held", "restatement-kept-out");
    assertThat(months())
        .containsPattern("2026-01 +15.00")
        .containsPattern("2026-02 +7.00")
        .containsPattern("2026-03 +2.00");
    assertThat(baddle.run("check").out()).doesNotContain("restated");
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void a_lookup_moves_no_row_of_a_closed_period_unless_such_are_booked(boolean keeps)
      throws Exception {
    plan(keeps ? "keep out" : "book");
    closeJanuary();
    baddle.write("codes.csv", "Code,Range", "a,Roses", "b,Trees");

    Baddle.Run run = baddle.run("consolidate");

    String ranges = baddle.run("summarize", "ranges").out();
    assertThat(ranges).containsPattern("2026-02 +Roses +7.00");
    assertThat(ranges).containsPattern("2026-01 +" + (keeps ? "Shrubs" : "Roses") + " +10.00");
    assertThat(run.out())
        .contains(keeps ? "restatement-kept-out: in/ledger.csv" : "restated: in/ledger.csv");
    baddle.run("reopen", "2026-01", "--because", "new ranges");
    baddle.run("consolidate");
    assertThat(baddle.run("summarize", "ranges").out()).containsPattern("2026-01 +Roses +10.00");
  }

  @Test
  void coverage_and_comparisons_go_by_the_dates_of_the_rows() throws Exception {
    ledger("ledger.csv", LEDGER, "2026-04-01,a,3.00");
    Files.createDirectories(folder.resolve("in"));
    baddle.run("consolidate");

    assertThat(baddle.run("check").out())
        .contains("period-missing", "no source for 2026-03")
        .doesNotContain("is of no period");
    assertThat(baddle.run("compare", "2026-01", "2026-02").out())
        .containsPattern("Revenue +15.00 +7.00 +-8.00");
    assertThat(baddle.run("compare", "2026-01", "2026-03").err())
        .contains("no summary has a row of 2026-03");
  }

  @Test
  void an_earlier_batch_has_blanks_in_a_column_that_came_later() throws Exception {
    ledger("ledger.csv", LEDGER);
    baddle.run("consolidate");
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write(
        "baddle.yaml",
        plan.replace(
                "      range:",
                "      double: {type: decimal, places: 2, calc: revenue * 2}\n      range:")
            .replace("sum(revenue)}", "sum(revenue), Double: sum(double)}")
            .split("\n"));

    Baddle.Run run = baddle.run("run");

    assertThat(run.err()).isEmpty();
    assertThat(run.status()).isZero();
    assertThat(baddle.run("summarize", "months", "--batch", "1").out())
        .containsPattern("2026-01 +15.00");
    assertThat(baddle.run("summarize", "months").out()).containsPattern("2026-01 +15.00 +30.00");
  }

  @Test
  void a_row_that_was_left_out_for_its_key_before_the_close_is_not_late() throws Exception {
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write(
        "baddle.yaml",
        plan.replace(
                "amount: revenue\n", "amount: revenue\n    key: [code]\n    on_duplicate: hold\n")
            .split("\n"));
    ledger("ledger.csv", LEDGER, "2026-01-25,a,10.00");
    baddle.run("consolidate");
    baddle.run("close", "2026-01", "--accept", "known");
    ledger("ledger.csv", LEDGER, "2026-01-25,a,10.00", "2026-03-01,c,2.00");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("= 3 in the dataset + 3 left out + 1 held");
    assertThat(run.out()).doesNotContain("came in later");
  }

  @Test
  void an_export_that_repeats_closed_rows_brings_only_what_is_new() throws Exception {
    closeJanuary();
    ledger("repeated.csv", LEDGER.subList(0, 2), "2026-01-05,a,10.00", "2026-03-01,b,2.00");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains("closed-sent-again: in/repeated.csv", "2 rows with revenue 15.00 of 2026-01")
        .contains("rows-held: in/repeated.csv, row 4, sold_on")
        .contains("1 row with revenue 10.00 of 2026-01, which is closed, came in later");
    assertThat(months())
        .containsPattern("2026-01 +15.00")
        .containsPattern("2026-02 +7.00")
        .containsPattern("2026-03 +2.00");
    assertThat(baddle.run("check").out())
        .containsPattern("ledger +closed: 2026-01 +2 +1")
        .doesNotContain("file-repeats");
    assertThat(baddle.run("trace", "--row", "in/repeated.csv:2").out())
        .contains("left out: it is in the dataset since 2026-01 was closed");
  }

  @ParameterizedTest
  @ValueSource(strings = {"hold", "keep latest"})
  void a_later_row_with_the_key_of_a_closed_one_does_not_take_its_place(String policy)
      throws Exception {
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write(
        "baddle.yaml",
        plan.replace(
                "amount: revenue\n",
                "amount: revenue\n    key: [code]\n    on_duplicate: " + policy + "\n")
            .split("\n"));
    ledger("ledger.csv", List.of("2026-01-05,a,10.00"));
    baddle.run("consolidate");
    assertThat(baddle.run("close", "2026-01").status()).isZero();
    ledger("a later one.csv", List.of("2026-02-05,a,99.00", "2026-02-06,b,1.00"));

    assertThat(baddle.run("consolidate").err()).isEmpty();

    assertThat(months()).containsPattern("2026-01 +10.00").containsPattern("2026-02 +1.00");
  }

  @Test
  void rows_move_in_and_out_of_files_and_a_closed_month_does_not() throws Exception {
    closeJanuary();
    baddle.delete("in/ledger.csv");
    ledger("moved/one.csv", LEDGER.subList(0, 1));
    ledger("two.csv", LEDGER.subList(1, 3));
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write(
        "baddle.yaml",
        plan.replace("in/*.csv", "in/**/*.csv")
            .replace("      code: text\n", "      code: text\n      remark: text\n")
            .split("\n"));

    Baddle.Run run = baddle.run("run");

    assertThat(run.err()).isEmpty();
    assertThat(months()).containsPattern("2026-01 +15.00").containsPattern("2026-02 +7.00");
    assertThat(run.out())
        .doesNotContain("restatement-kept-out")
        .containsPattern("in/ledger.csv +kept +3 +2\n");
    assertThat(baddle.run("export", "--out", "all.csv").status()).isZero();
    assertThat(baddle.run("check").status()).isZero();
    assertThat(baddle.run("history", "--back-to", "1").status()).isZero();
  }

  @Test
  void a_type_that_closed_rows_have_not_got_is_refused_and_nothing_changes() throws Exception {
    closeJanuary();
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write("baddle.yaml", plan.replace("code: text", "code: integer").split("\n"));
    ledger("ledger.csv", List.of("2026-01-05,1,10.00", "2026-02-03,2,7.00"));

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(3);
    assertThat(run.err())
        .contains("the column code of the dataset sales has another type in rows of closed periods")
        .contains("nothing has been changed");
  }

  @Test
  void a_closed_row_whose_lookup_fails_by_now_is_still_that_row() throws Exception {
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write(
        "baddle.yaml",
        plan.replace("lookup: codes}", "lookup: codes, required: true}").split("\n"));
    closeJanuary();
    baddle.write("codes.csv", "Code,Range", "a,Shrubs");
    ledger("ledger.csv", LEDGER, "2026-02-04,b,3.00");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains("2 rows with revenue 15.00 of 2026-01, which is closed, are in the dataset")
        .contains("= 3 in the dataset + 2 left out + 1 held")
        .doesNotContain("in no file any more", "ADD UP");
    assertThat(months()).containsPattern("2026-01 +15.00").containsPattern("2026-02 +7.00");
    assertThat(baddle.run("check").out()).doesNotContain("ADD UP");
  }
}
