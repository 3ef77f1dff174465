package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Cleaning, computing, looking up and proving, from the built program. */
class CheckProgramTests {

  private static final String COLUMNS =
      """
      baddle: 1
      datasets:
        sales:
      DATASET
          columns:
            day:     {type: date, required: true}
            doc:     text
            code:    text
            units:   integer
            price:   {type: decimal, places: 2}
            revenue: {type: decimal, places: 2, calc: units * price}
            range:   {type: text, lookup: ranges}
            buyer:   {type: text, lookup: buyers}
      feeds:
        tills:
          files: "in/{period}.csv"
          expect: {every: month}
          carry_down: [doc]
          leave_out:
            - {when: "\\"day\\" = 'Total'", because: total line, control_total: {revenue: revenue}}
      lookups:
        ranges: {file: ranges.csv, match: {code: Code}, bring: {range: Range}MISSING}
        buyers: {file: buyers.csv, match: {range: Range}, bring: {buyer: Buyer}}
      summaries:
        s: {down: [range, buyer], measures: {Revenue: sum(revenue), Rows: count(*)}}
      """;

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws IOException {
    baddle = new Baddle(folder);
    plan("", "", "");
    baddle.write("ranges.csv", "Code,Range", "a,Bulbs", "b,Seeds");
    baddle.write("buyers.csv", "Range,Buyer", "Bulbs,Ann", "Seeds,Ben");
  }

  private void plan(String dataset, String ranges, String rest) throws IOException {
    String plan = COLUMNS.replace("DATASET", dataset).replace("MISSING", ranges) + rest;
    baddle.write("baddle.yaml", plan.split("\n"));
  }

  private void month(String month, String... lines) throws IOException {
    List<String> all = new ArrayList<>(List.of("day,doc,code,units,price,revenue"));
    all.addAll(List.of(lines));
    baddle.write("in/" + month + ".csv", all.toArray(String[]::new));
  }

  private List<String> summary() throws Exception {
    assertThat(baddle.run("summarize", "s", "--out", "s.csv").status()).isZero();
    return Files.readAllLines(folder.resolve("s.csv"));
  }

  @Test
  void cleans_computes_looks_up_and_ties() throws Exception {
    month(
        "2026-01",
        "2026-01-01,D1,a,2,1.50,3.00",
        "2026-01-02,,b,1,2.25,2.25",
        "Total,,,,,5.25",
        "2026-01-03,D2,a,3,1.00,3.00",
        "Total,,,,,4.00");

    Baddle.Run run = baddle.run("consolidate");
    Baddle.Run check = baddle.run("check");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("5 rows read = 3 in the dataset + 2 left out + 0 held")
        .contains("stated 4.00, the rows above add up to 3.00, difference 1.00");
    assertThat(summary()).contains("Bulbs,Ann,6.00,2", "Seeds,Ben,2.25,1", "Total,,8.25,3");
    assertThat(check.out())
        .contains("tills        total line     2        1", "tills  revenue     1       1");
  }

  /** What a sender writes has any length; a page that a person reads, and a report's, hasn't. */
  @Test
  void a_key_of_a_megabyte_is_named_and_neither_floods_a_page_nor_stops_a_report()
      throws Exception {
    String key = "z".repeat(1_000_000);
    plan("", "", "reports:\n  s.xlsx: {summaries: [s]}\n");
    month("2026-01", "2026-01-01,D1,a,2,1.50,3.00", "2026-01-02,D1," + key + ",1,2.00,2.00");

    Baddle.Run run = baddle.run("run");
    Baddle.Run check = baddle.run("check");
    Baddle.Run again = baddle.run("check", "--verbose");

    assertThat(run.err()).isEmpty();
    assertThat(folder.resolve("s.xlsx")).exists();
    for (Baddle.Run shown : List.of(run, check, again)) {
      assertThat(shown.out()).contains("zzz\u2026\" (1,000,000 characters)");
      assertThat(shown.out()).hasSizeLessThan(10_000);
    }
    assertThat(baddle.run("check", "--list", "unmatched", "--json").out()).contains(key);
  }

  @Test
  void a_changed_lookup_computes_stored_rows_anew_without_reading_them_again() throws Exception {
    month("2026-01", "2026-01-01,D1,a,2,1.50,", "2026-01-02,D2,b,1,2.25,", "2026-01-03,D3,c,1,1,");
    baddle.run("consolidate");
    baddle.write("ranges.csv", "Code,Range", "a,Bulbs", "b,Bulbs", "c,Bulbs");

    Baddle.Run again = baddle.run("consolidate");

    assertThat(again.out())
        .contains("tills      1    0        0          1")
        .contains("Computed anew: 2 rows of sales have other values");
    assertThat(summary()).contains("Bulbs,Ann,6.25,3");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed since batch 2");
    assertThat(baddle.run("summarize", "s").out()).contains("Batch: 2");
  }

  @Test
  void a_calculation_is_changed_without_reading_a_source() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan, Files.readString(plan).replace(", control_total: {revenue: revenue}", ""));
    month("2026-01", "2026-01-01,D1,a,2,1.50,", "2026-01-02,D2,b,4,2.25,");
    baddle.run("consolidate");
    Files.writeString(plan, Files.readString(plan).replace("units * price", "price / (units - 2)"));

    Baddle.Run again = baddle.run("consolidate");

    assertThat(again.out())
        .contains("tills      1    0        0          1")
        .contains("2 rows read = 1 in the dataset + 0 left out + 1 held")
        .contains("expected a divisor other than zero");
    assertThat(summary()).contains("Seeds,Ben,1.13,1");
  }

  @Test
  void rows_without_a_match_are_held_where_the_plan_says_so_and_come_back_with_the_key()
      throws Exception {
    plan("", ", when_missing: hold", "");
    month("2026-01", "2026-01-01,D1,a,2,1.50,", "2026-01-02,D2,q,1,2.25,");

    Baddle.Run held = baddle.run("consolidate");
    baddle.write("ranges.csv", "Code,Range", "a,Bulbs", "q,Bulbs");
    Baddle.Run mended = baddle.run("consolidate");

    assertThat(held.status()).isEqualTo(1);
    assertThat(held.out())
        .contains("2 rows read = 1 in the dataset + 0 left out + 1 held")
        .contains("in/2026-01.csv, row 3, code", "a key that the lookup ranges has")
        .contains("\"q\" (1 row, revenue 2.25)");
    assertThat(mended.out()).contains("2 rows read = 2 in the dataset + 0 left out + 0 held");
    assertThat(mended.status()).isZero();
  }

  @Test
  void stop_brings_nothing_in() throws Exception {
    plan("", ", when_missing: stop", "");
    month("2026-01", "2026-01-02,D2,q,1,2.25,");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(3);
    assertThat(run.err()).contains("the lookup ranges has no row for q", "nothing was brought in");
    assertThat(baddle.run("summarize").status()).isEqualTo(3);
  }

  @Test
  void a_missing_lookup_file_leaves_everything_as_it_was() throws Exception {
    month("2026-01", "2026-01-02,D2,a,1,2.25,");
    baddle.run("consolidate");
    baddle.delete("buyers.csv");
    month("2026-02", "2026-02-02,D2,a,1,2.25,");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(3);
    assertThat(run.err()).contains("lookup buyers: there is no file buyers.csv");
    assertThat(summary()).contains("Total,,2.25,1");
  }

  @ParameterizedTest
  @CsvSource({
    "report, 5, 0, 0, duplicate-between-periods",
    "hold, 3, 0, 2, duplicate-between-periods",
    "keep latest, 3, 2, 0, ''",
  })
  void the_year_so_far_again_each_month(
      String policy, int kept, int leftOut, int held, String finding) throws Exception {
    plan("    key: [doc, code]\n    on_duplicate: " + policy, "", "");
    month("2026-02", "2026-01-01,D1,a,2,1.50,", "2026-02-01,D2,b,9,1.00,", "2026-02-02,D3,b,1,1,");
    baddle.run("consolidate");
    month("2026-01", "2026-01-01,D1,a,2,1.50,", "2026-02-01,D2,b,1,1.00,");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains(
            "5 rows read = "
                + kept
                + " in the dataset + "
                + leftOut
                + " left out + "
                + held
                + " held");
    assertThat(run.out().contains("duplicate-between-periods")).isEqualTo(!finding.isEmpty());
    if (policy.equals("keep latest")) {
      assertThat(summary()).contains("Seeds,Ben,10.00,2");
      baddle.delete("in/2026-02.csv");
      assertThat(baddle.run("consolidate").out()).contains("2 rows read = 2 in the dataset");
    }
  }

  @Test
  void says_which_months_are_missing_and_which_come_twice() throws Exception {
    month("2026-01", "2026-01-01,D1,a,2,1.50,");
    month("2026-03", "2026-03-01,D1,a,2,1.50,");
    month("Mar 2026", "2026-03-01,D1,a,2,2.50,");
    baddle.run("consolidate");

    Baddle.Run check = baddle.run("check");

    assertThat(check.out())
        .contains("tills missing: 2026-02")
        .contains("2026-03 comes twice: in/2026-03.csv and in/Mar 2026.csv");
    assertThat(check.status()).isZero();
    assertThat(baddle.run("check", "--fail-on", "warning").status()).isEqualTo(1);
    assertThat(baddle.run("check", "--fail-on", "warnin").err()).contains("did you mean warning?");
  }

  @Test
  void findings_are_raised_lowered_and_accepted_with_a_reason_for_a_time() throws Exception {
    String rules =
        """
        checks:
          - {finding: period-missing, count_as: error, because: we close on it}
          - {finding: control-total-differs, at: in/2026-01.csv, count_as: accepted, because: told, until: 2026-03}
        """;
    plan("", "", rules);
    month("2026-01", "2026-01-01,D1,a,2,1.50,", "Total,,,,,9.99");
    month("2026-03", "2026-03-01,D1,a,2,1.50,");
    baddle.run("consolidate");

    Baddle.Run accepted = baddle.run("check");
    month("2026-04", "2026-04-01,D1,a,2,1.50,");
    baddle.run("consolidate");
    Baddle.Run expired = baddle.run("check");

    assertThat(accepted.out())
        .contains("1 error and 0 warnings", "error    period-missing")
        .contains("Accepted by the plan", "control-total-differs in/2026-01.csv, row 3: told");
    assertThat(expired.out())
        .contains("error    control-total-differs", "check-expired")
        .contains("ended with 2026-03; it was there because: told");
  }

  @Test
  void totals_are_held_against_a_list() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace(
                "    expect: {every: month}",
                "    control_list: {file: totals.csv, match: {source_period: Month},"
                    + " stated: {revenue: Revenue, rows: Lines}}"));
    baddle.write("totals.csv", "Month,Revenue,Lines", "Jan 2026,3.00,1", "Feb 2026,7.00,2");
    month("2026-01", "2026-01-01,D1,a,2,1.50,");
    month("2026-02", "2026-02-01,D1,a,2,1.50,");
    month("2026-03", "2026-03-01,D1,a,2,2.50,");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains("revenue of 2026-02: stated 7, the dataset has 3.00, difference 4")
        .contains("rows of 2026-02: stated 2, the dataset has 1, difference 1")
        .contains("no line states what 2026-03 should add up to");
    assertThat(baddle.run("check").out()).contains("tills  revenue     1       1");
  }

  @Test
  void held_rows_are_written_in_the_shape_of_their_source_with_their_reasons() throws Exception {
    plan("", ", when_missing: hold", "");
    month("2026-01", "2026-01-01,D1,a,many,1.50,9", "x,D2,a,1,2.25,2.25", "2026-01-03,D3,q,1,1,1");
    baddle.run("consolidate");

    assertThat(baddle.run("check", "--suspense", "held.txt").err()).contains("should end in .csv");
    assertThat(baddle.run("check", "--suspense", "held.csv").err()).contains("2 shapes");
    baddle.run("check", "--suspense", "held.xlsx");
    Baddle.Run look = baddle.run("look", "held.xlsx", "--all");
    baddle.write("ranges.csv", "Code,Range", "a,Bulbs", "q,Bulbs");
    baddle.run("consolidate");
    baddle.run("check", "--suspense", "held.csv");

    assertThat(look.out()).contains("tills 1", "sales 2", "held_because");
    assertThat(Files.readAllLines(folder.resolve("held.csv")))
        .containsExactly(
            "held_file,held_sheet,held_row,held_because,held_mark,day,doc,code,units,price,revenue",
            "in/2026-01.csv,,2,\"units: found \"\"many\"\", expected a whole number, such as 12\",mfba5c579,"
                + "2026-01-01,D1,a,many,1.50,9",
            "in/2026-01.csv,,3,\"day: found \"\"x\"\", expected a date such as 2026-03-14\",m455df3a9,"
                + "x,D2,a,1,2.25,2.25");
  }

  @Test
  void says_when_the_files_have_changed_since() throws Exception {
    month("2026-01", "2026-01-01,D1,a,2,1.50,");
    baddle.run("consolidate");
    month("2026-02", "2026-02-01,D1,a,2,1.50,");

    assertThat(baddle.run("check").out())
        .contains("out-of-date", "files new or changed since the batch: 1, gone: 0");
  }

  @Test
  void as_json_it_has_the_same_figures() throws Exception {
    month("2026-01", "2026-01-01,D1,a,2,1.50,", "2026-01-02,D2,q,1,x,", "Total,,,,,3.00");
    baddle.run("consolidate");

    JsonNode json = new ObjectMapper().readTree(baddle.run("check", "--json").out());

    assertThat(json.at("/adds_up").asBoolean()).isTrue();
    assertThat(json.at("/feeds/0/held").asInt()).isEqualTo(1);
    assertThat(json.at("/control_totals/0/ties").asBoolean()).isTrue();
    assertThat(json.at("/suspense/0/found").asText()).isEqualTo("x");
    assertThat(json.at("/coverage/0/there").asInt()).isEqualTo(1);
  }

  @Test
  void another_dataset_of_the_plan_can_be_looked_up_in_and_its_changes_go_through()
      throws Exception {
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  sales:",
        "    columns:",
        "      customer: {type: text, required: true}",
        "      amount: {type: decimal, required: true}",
        "      segment: {type: text, lookup: segments}",
        "  customers: {columns: {name: {type: text, required: true}, size: text, old: boolean}}",
        "feeds:",
        "  sales: {files: 'in/*.csv', into: sales}",
        "  customers: {files: 'who/*.csv', into: customers}",
        "lookups:",
        "  segments: {dataset: customers, match: {customer: name}, bring: {segment: size}}",
        "summaries: {s: {of: sales, down: [segment], measures: {Amount: sum(amount)}}}");
    baddle.write("in/a.csv", "customer,amount", "Larkfield,1.00", "Mossgate,2.00");
    baddle.write("who/a.csv", "name,size,old", "Larkfield,Large,yes", "Mossgate,Small,no");
    baddle.run("consolidate");
    List<String> before = summary();
    baddle.write("who/a.csv", "name,size,old", "Larkfield,Large,yes", "Mossgate,Large,no");

    Baddle.Run again = baddle.run("consolidate");

    assertThat(before).contains("Large,1.00", "Small,2.00");
    assertThat(again.out()).contains("Computed anew: 1 row of sales has other values");
    assertThat(summary()).contains("Large,3.00").doesNotContain("Small,2.00");
  }

  @Test
  void the_order_in_which_files_come_does_not_change_the_result() throws Exception {
    plan("    key: [doc, code]\n    on_duplicate: hold", "", "");
    List<String> months = List.of("2026-03", "2026-01", "2026-02");
    for (String month : months) {
      month(
          month,
          month + "-01,D1,a,2,1.50,",
          month + "-02,,b,1,1,",
          month + "-03,D" + month + ",a,1,9,");
    }
    baddle.run("consolidate");
    List<String> together = summary();
    for (String month : months) {
      baddle.delete("in/" + month + ".csv");
    }
    for (String month : months) {
      month(
          month,
          month + "-01,D1,a,2,1.50,",
          month + "-02,,b,1,1,",
          month + "-03,D" + month + ",a,1,9,");
      baddle.run("consolidate");
    }

    assertThat(summary()).isEqualTo(together).contains("Total,,31.00,5");
  }

  /** Sets and maps of the plan have no order of their own that could differ between processes. */
  @Test
  void run_after_run_nothing_has_changed() throws Exception {
    plan("", ", ignoring: [spaces, case, punctuation, leading zeros]", "");
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace(
                "bring: {buyer: Buyer}",
                "bring: {buyer: Buyer, phone: Phone, mail: Mail},"
                    + " when_missing: {buyer: nobody, phone: none, mail: none}")
            .replace(
                "      buyer:",
                """
                      phone: {type: text, lookup: buyers}
                      mail: {type: text, lookup: buyers}
                      net: {type: decimal, calc: price * 0.8}
                      tax: {type: decimal, calc: price * 0.2}
                      buyer:"""
                    .indent(6)
                    .stripTrailing())
            .replace("{revenue: revenue}", "{revenue: revenue, net: Net, tax: Tax}"));
    baddle.write("buyers.csv", "Range,Buyer,Phone,Mail", "Bulbs,Ann,1,a");
    baddle.write(
        "in/2026-01.csv",
        "day,doc,code,units,price,revenue,Net,Tax",
        "2026-01-01,D1,a,2,1.50,3.00,,",
        "Total,,,,,3.00,1.20,0.30");

    assertThat(baddle.run("consolidate").out()).contains("2 rows read = 1 in the dataset");
    for (int run = 0; run < 4; run++) {
      assertThat(baddle.run("consolidate").out()).startsWith("Nothing has changed since batch 1,");
    }
  }

  @Test
  void a_total_is_read_as_the_columns_of_its_source_are_written() throws Exception {
    baddle.write(
        "in/2026-01.csv",
        "day;doc;code;units;price;revenue",
        "01.01.2026;D1;a;1000;1,25;1.250,00",
        "31.01.2026;D2;b;2;0,50;1,00",
        "Total;;;;;1.251,00");

    assertThat(baddle.run("consolidate").out())
        .contains("3 rows read = 2 in the dataset + 1 left out + 0 held")
        .doesNotContain("control-total");
    assertThat(baddle.run("check").out()).contains("tills  revenue     1       0");
  }

  @Test
  void held_rows_written_into_a_feeds_folder_are_not_read_as_a_source() throws Exception {
    month("2026-01", "2026-01-01,D1,a,many,1.50,9", "2026-01-02,D2,a,1,1,1");
    baddle.run("consolidate");
    baddle.run("check", "--suspense", "in/2026-02.csv");

    assertThat(baddle.run("consolidate").out())
        .contains("report-as-source: in/2026-02.csv", "2 rows read = 1 in the dataset");
  }

  @Test
  void a_column_that_a_lookup_must_fill_holds_its_row() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace(
                "range:   {type: text, lookup", "range:   {type: text, required: true, lookup"));
    month("2026-01", "2026-01-01,D1,a,1,1.50,", "2026-01-02,D2,q,1,1,");

    assertThat(baddle.run("consolidate").out())
        .contains("2 rows read = 1 in the dataset + 0 left out + 1 held")
        .contains("in/2026-01.csv, row 3, range", "the column is required");
  }

  @Test
  void says_what_is_odd_in_a_lookup_and_in_keys() throws Exception {
    plan("    key: [doc]", ", ignoring: case, valid: {on: day, from: From, to: To}", "");
    baddle.write(
        "ranges.csv",
        "Code,Range,From,To",
        "A,Bulbs,2026-01-01,2026-12-31",
        "a,Seeds,2026-06-01,2026-12-31",
        "b,Seeds,2026-02-01,2026-01-01",
        ",Tools,,");
    month("2026-07", "2026-07-01,D1,a,1,1.50,", "2026-07-02,,b,1,1,");
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(plan, Files.readString(plan).replace("carry_down: [doc]", "set: {}"));

    assertThat(baddle.run("consolidate").out())
        .contains("error    lookup-ambiguous: ranges.csv, row 3")
        .contains("lookup ranges: key \"a\" (1 row, revenue 1.50) appears in rows 2 and 3")
        .contains("lookup-range-empty: ranges.csv, row 4")
        .contains("1 row has a blank key and is of no use to the lookup ranges")
        .contains("which has no row for its day")
        .contains("1 rows have a blank in doc");
  }

  @Test
  void corrections_of_a_file_are_made_and_contradictions_refused() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace("code:    text", "code: {type: text, corrections: codes.csv}"));
    baddle.write("codes.csv", "wrong,right", "aa,a", "bb,b");
    month("2026-01", "2026-01-01,D1,aa,1,1.50,", "2026-01-02,D2,b,1,1,");

    Baddle.Run first = baddle.run("consolidate");
    List<String> summary = summary();
    baddle.write("codes.csv", "wrong,right", "aa,a", "aa,b");
    Baddle.Run twice = baddle.run("consolidate");

    assertThat(first.out()).contains("1 value \"aa\" corrected to \"a\"");
    assertThat(summary).contains("Bulbs,Ann,1.50,1", "Seeds,Ben,1.00,1");
    assertThat(twice.status()).isEqualTo(3);
    assertThat(twice.err()).contains("codes.csv: two right values for aa");
  }

  @Test
  void says_when_a_period_is_unusual_and_a_rule_finds_nothing_or_most() throws Exception {
    for (int month = 1; month <= 8; month++) {
      List<String> lines = new ArrayList<>();
      for (int line = 0; line < (month == 8 ? 60 : 10 + month % 3); line++) {
        lines.add("2026-0" + month + "-01,D" + line + ",a,1,1.00,");
      }
      month("2026-0" + month, lines.toArray(String[]::new));
    }
    baddle.run("consolidate");
    String unusual = baddle.run("check", "--verbose").out();
    month("2026-09", "2026-09-01,D1,a,1,1.00,", "Total,,,,,1.00", "Total,,,,,1.00");
    baddle.run("consolidate");

    assertThat(unusual)
        .contains("figure-unusual")
        .contains(
            "sales: the number of rows is 60 in 2026-08; in the 7 periods before it was between 10 and 12")
        .contains("feed tills: the leave_out rule \"total line\" finds nothing");
    assertThat(baddle.run("check", "--verbose").out())
        .contains("rule-finds-most: in/2026-09.csv")
        .contains("leaves out 2 of 3 rows here, and 0 of");
  }
}
