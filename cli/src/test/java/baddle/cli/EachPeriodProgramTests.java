package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Summaries, the way back from them, and the same again each period, from the built program. */
class EachPeriodProgramTests {

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    plan("");
    month("2026-01", "2026-01-05,Alder Mill,till,10.00", "2026-01-06,Dunmere,trade,4.00", "x,y,,1");
    month("2026-02", "2026-02-05,Alder Mill,till,30.00", "2026-02-06,Foxholt,till,1.50");
  }

  @Test
  void a_run_that_fails_at_its_reports_says_what_it_has_done() throws Exception {
    assertThat(baddle.run("run").status()).isLessThan(2);
    byte[] report = Files.readAllBytes(folder.resolve("out.csv"));
    Files.createDirectories(folder.resolve(".out.csv.part/in the way"));
    month("2026-03", "2026-03-05,Alder Mill,till,3.00");

    Baddle.Run failed = baddle.run("run");

    assertThat(failed.status()).isEqualTo(3);
    assertThat(failed.err())
        .contains("baddle: batch 2, made at ", ", is in the store", "the reports stay: out.csv");
    assertThat(failed.err()).contains(".out.csv.part");
    assertThat(folder.resolve("out.csv")).hasBinaryContent(report);
  }

  private void plan(String more) throws IOException {
    String plan =
        """
        baddle: 1
        datasets:
          sales:
            columns:
              day: {type: date, required: true}
              site: text
              channel: text
              revenue: {type: decimal, places: 2}
        feeds:
          tills:
            files: "in/tills-{period}.csv"
            leave_out: {when: site = 'y', because: test line}
            expect: {every: month}
        summaries:
          sites:
            down: [site]
            across: [day by month]
            measures:
              Revenue: {value: sum(revenue), show: "#,##0.00"}
              Share: {value: sum(revenue), as: share of down}
            keep: {site: {top: 1, by: Revenue, rest: Others}}
          months:
            down: [day by month]
            measures: {Revenue: sum(revenue), Change: {value: Revenue, as: change}}
        reports:
          out.csv: {summaries: sites}
          out.md: {summaries: [sites, months]}
        """;
    baddle.write("baddle.yaml", (plan + more).split("\n"));
  }

  private void month(String month, String... lines) throws IOException {
    baddle.write(
        "in/tills-" + month + ".csv",
        ("day,site,channel,revenue\n" + String.join("\n", lines)).split("\n"));
  }

  private JsonNode json(String... arguments) throws Exception {
    return new ObjectMapper().readTree(baddle.run(arguments).out());
  }

  @Test
  void run_writes_the_reports_and_says_what_happened() throws Exception {
    Baddle.Run first = baddle.run("run");
    byte[] report = Files.readAllBytes(folder.resolve("out.csv"));
    Baddle.Run again = baddle.run("run");

    assertThat(first.status()).isZero();
    assertThat(first.out()).contains("What was written\n  out.csv, out.md\n");
    assertThat(new String(report, StandardCharsets.UTF_8))
        .contains("Alder Mill,10.00", "Others,4.00", "Total,14.00");
    assertThat(Files.readString(folder.resolve("out.md"))).contains("| **Total** |", "▲ 17.50");
    assertThat(again.out())
        .contains("Nothing has changed since batch 1", "\n  2 reports are unchanged\n");
    assertThat(Files.readAllBytes(folder.resolve("out.csv"))).isEqualTo(report);
  }

  @Test
  void the_next_period_shows_what_came_what_moved_and_what_is_new() throws Exception {
    baddle.run("run");
    month("2026-02", "2026-02-05,Alder Mill,till,33.00", "2026-02-06,Foxholt,till,z");
    month("2026-04", "2026-04-01,Dunmere,till,2.00");

    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .containsPattern("in/tills-2026-02.csv +replaced +2 +1")
        .containsPattern("in/tills-2026-04.csv +new +0 +1")
        .contains("rows-held: in/tills-2026-02.csv", "period-missing")
        .containsPattern("sites +total +Revenue +45.50 +49.00 +\\+3.50");
  }

  @Test
  void a_failing_summary_leaves_all_reports_unchanged() throws Exception {
    baddle.run("run");
    String before = Files.readString(folder.resolve("out.csv"));
    Path file = folder.resolve("baddle.yaml");
    Files.writeString(
        file,
        Files.readString(file)
            .replace("{Revenue: sum(revenue),", "{Revenue: sum(1 / (revenue - 33)),"));
    month("2026-02", "2026-02-05,Alder Mill,till,33.00");

    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).isEqualTo(2);
    assertThat(run.err()).contains("a divisor other than zero");
    assertThat(Files.readString(folder.resolve("out.csv"))).isEqualTo(before);
    try (var files = Files.list(folder)) {
      assertThat(files.map(path -> path.getFileName().toString()))
          .noneMatch(name -> name.endsWith(".part"));
    }
  }

  @Test
  void movements_add_up_to_what_their_sources_caused() throws Exception {
    baddle.run("consolidate");
    month("2026-01", "2026-01-05,Alder Mill,till,12.00", "2026-01-06,Dunmere,trade,4.00");
    month("2026-03", "2026-03-01,Dunmere,till,2.00");
    Files.move(folder.resolve("in/tills-2026-02.csv"), folder.resolve("in/tills-2026-05.csv"));
    assertThat(baddle.run("consolidate").out())
        .contains("file-renamed: in/tills-2026-05.csv")
        .doesNotContain("file-gone");

    JsonNode compared = json("compare", "--summary", "months", "--json");
    JsonNode months = compared.at("/summaries/0");
    BigDecimal total = months.at("/totals/0/movement").decimalValue();
    BigDecimal caused = BigDecimal.ZERO;
    for (JsonNode cause : months.at("/by_source")) {
      caused = caused.add(cause.at("/movement").decimalValue());
    }
    assertThat(total).isEqualByComparingTo("4.00");
    assertThat(caused).isEqualByComparingTo(total);
    assertThat(compared.at("/sources").findValuesAsText("change"))
        .containsExactly("replaced", "new", "renamed");
    assertThat(baddle.run("compare", "2026-01", "2026-03", "--summary", "sites").out())
        .contains("From 2026-01 to 2026-03")
        .containsPattern("Alder Mill +Revenue +12.00 +-12.00 +-100.0");
    assertThat(baddle.run("compare", "1", "9").err()).contains("there is no batch 9");
  }

  @Test
  void a_movement_is_proved_down_to_the_rows_that_made_it() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan, Files.readString(plan).replace("  sales:\n", "  sales:\n    key: [day, site]\n"));
    baddle.run("consolidate");
    month("2026-01", "2026-01-05,Alder Mill,till,12.00", "2026-01-07,Dunmere,trade,5.00");
    Files.move(folder.resolve("in/tills-2026-02.csv"), folder.resolve("in/tills-2026-03.csv"));
    baddle.run("consolidate");

    JsonNode causes = json("compare", "--summary", "months", "--json").at("/summaries/0/by_source");

    assertThat(causes).hasSize(1);
    assertThat(causes.at("/0/items/0").asText()).isEqualTo("in/tills-2026-01.csv");
    assertThat(causes.at("/0/movement").decimalValue()).isEqualByComparingTo("3.00");
    assertThat(causes.at("/0/added").toString()).isEqualTo("{\"rows\":1,\"movement\":5.0}");
    assertThat(causes.at("/0/removed").toString()).isEqualTo("{\"rows\":1,\"movement\":-4.0}");
    assertThat(causes.at("/0/altered").toString()).isEqualTo("{\"rows\":1,\"movement\":2.0}");
    assertThat(baddle.run("compare", "--summary", "months").out())
        .contains("1 added +5.00, 1 removed -4.00, 1 altered +2.00");
  }

  @Test
  void earlier_batches_can_be_seen() throws Exception {
    baddle.run("consolidate");
    Files.delete(folder.resolve("in/tills-2026-02.csv"));
    baddle.run("consolidate");

    assertThat(baddle.run("history", "--total", "revenue").out())
        .containsPattern("2 .* 1 +0 +0 +0 +0 +0 +0 +1 +2 +0 +0 +14.00")
        .containsPattern("1 .* 2 +2 +0 +0 +0 +0 +0 +0 +4 +0 +0 +45.50");
    assertThat(baddle.run("history", "--batch", "2").out()).contains("in/tills-2026-02.csv  gone");
    assertThat(baddle.run("summarize", "months", "--batch", "1").out()).contains("45.50");
    assertThat(baddle.run("summarize", "months").out()).doesNotContain("45.50");
    assertThat(baddle.run("check", "--batch", "1").out()).contains("Batch 1");
    assertThat(baddle.run("history", "--total", "site").err())
        .contains("no column of numbers site");
  }

  @Test
  void a_figure_leads_to_its_rows_and_a_row_to_what_became_of_it() throws Exception {
    baddle.run("consolidate");

    JsonNode traced = json("trace", "sites", "--at", "site=Others,month=2026-02", "--json");
    assertThat(traced.at("/rows/0").toString()).contains("in/tills-2026-02.csv", "\"3\"", "1.50");
    assertThat(traced.at("/totals/0").asText()).isEqualTo("1.50");
    assertThat(traced.at("/explanation").toString()).contains("Others includes Foxholt");
    assertThat(baddle.run("trace", "sites", "--measure", "Share", "--at", "month=2026-02").out())
        .contains("seen as share of down: 31.50 against 31.50 is 100.0%");
    assertThat(baddle.run("trace", "sites", "--at", "site=Fox").err()).contains("no item site=Fox");
    assertThat(baddle.run("trace", "sites", "--at", "shop=Fox").err())
        .contains("(levels of sites: site, day by month)");
    baddle.run("trace", "months", "--out", "rows.csv");
    assertThat(Files.readAllLines(folder.resolve("rows.csv"))).hasSize(5);

    assertThat(baddle.run("trace", "--row", "tills-2026-01.csv:2").out())
        .contains("in the dataset since batch 1", "revenue = 10.00");
    assertThat(baddle.run("trace", "--row", "in/tills-2026-01.csv:4").out())
        .contains("left out: test line");
    assertThat(baddle.run("trace", "--row", "in/tills-2026-01.csv:1").out())
        .contains("the headings are here");
    assertThat(baddle.run("trace", "--row", "in/tills-2026-07.csv:1").err())
        .contains("no file in/tills-2026-07.csv was read");
  }

  @Test
  void a_crosstab_of_the_dataset_can_be_written_as_a_plan() throws Exception {
    baddle.run("consolidate");
    List<String> options =
        List.of(
            "--down",
            "site",
            "--down",
            "Size: revenue by bands 0, 5",
            "--measure",
            "Sum: sum(revenue)",
            "--measure",
            "Share: {value: Sum, as: share of grand total}",
            "--totals",
            "{subtotals: below}",
            "--where",
            "channel = 'till'",
            "--order",
            "site: Sum descending");
    String[] plain = arguments(options);
    String[] asPlan = arguments(options, "--as-plan");

    Baddle.Run shown = baddle.run(plain);
    String yaml = baddle.run(asPlan).out();
    Path file = folder.resolve("baddle.yaml");
    String plan = Files.readString(file);
    String mine = yaml.substring(yaml.indexOf('\n') + 1);
    plan = plan.substring(0, plan.indexOf("reports:")) + mine;
    Files.writeString(file, plan);

    assertThat(shown.out())
        .containsPattern("Alder Mill +5 and over +40.00 +96.4%")
        .contains("Alder Mill total", "Foxholt");
    assertThat(baddle.run("summarize", "crosstab").out()).isEqualTo(shown.out());
  }

  private static String[] arguments(List<String> options, String... more) {
    List<String> all = new ArrayList<>(List.of("crosstab"));
    all.addAll(options);
    all.addAll(List.of(more));
    return all.toArray(String[]::new);
  }

  @Test
  void columns_say_what_they_hold() throws Exception {
    baddle.run("consolidate");

    assertThat(baddle.run("columns").out())
        .containsPattern("site +text +100 % +3 +Alder Mill \\| Dunmere \\| Foxholt");
    assertThat(json("columns", "sales", "--json").at("/datasets/0/rows").asInt()).isEqualTo(4);
    assertThat(baddle.run("columns", "sale").err()).contains("did you mean sales?");
  }

  @Test
  void a_watch_takes_files_once_they_lie_still_and_ends_well() throws Exception {
    Process watch = baddle.start("watch", "--still", "1");
    waitFor(() -> Files.exists(folder.resolve("out.csv")));
    baddle.write("in/tills-2026-03.csv", "not, a table of sales", "1,2");
    month("2026-04", "2026-04-01,Dunmere,till,2.00");
    Path page = folder.resolve("out.md");
    waitFor(() -> Files.exists(page) && Files.readString(page).contains("2026-04"));
    watch.destroy();
    Baddle.Run run = baddle.end(watch);

    assertThat(run.status()).isZero();
    assertThat(run.out())
        .contains("began: 3 files to look at", "run: batch 1", "changed: 2 files")
        .containsPattern("run: batch 2, 1 new; 5 rows; [1-9] error");
    assertThat(baddle.run("watch", "--once", "--still", "1", "--json").out())
        .contains("\"event\":\"run\"", "\"changed\":false");
  }

  private interface Condition {
    boolean holds() throws IOException;
  }

  private void waitFor(Condition condition) throws Exception {
    try (WatchService changes = folder.getFileSystem().newWatchService()) {
      folder.register(
          changes, StandardWatchEventKinds.ENTRY_CREATE, StandardWatchEventKinds.ENTRY_MODIFY);
      while (!condition.holds()) {
        WatchKey change = changes.poll(1, TimeUnit.MINUTES);
        assertThat(change).as("it doesn't come").isNotNull();
        change.reset();
      }
    }
  }

  @Test
  void a_period_that_is_calculated_follows_the_plan(@TempDir Path other) throws Exception {
    Baddle project = new Baddle(other);
    project.write("in/a.csv", "Year,Month,Amount", "2026,2,10.00");
    String plan =
        """
        baddle: 1
        datasets:
          s:
            columns:
              year: text
              month: text
              amount: {type: decimal, places: 2}
              day: {type: date, calc: "cast(year || '-' || lpad(month, 2, '0') || '-01' as date)"}
        feeds: {f: {into: s, files: in/*.csv, period: day}}
        summaries: {x: {of: s, down: [source_period], measures: {Amount: sum(amount)}}}
        """;
    project.write("baddle.yaml", plan.split("\n"));
    project.run("consolidate");
    assertThat(project.run("summarize").out()).containsPattern("2026-02 +10.00");

    project.write("baddle.yaml", plan.replace("month, 2", "'3', 2").split("\n"));
    project.run("consolidate");

    assertThat(project.run("summarize").out()).containsPattern("2026-03 +10.00");
  }

  @Test
  void figures_go_out_as_lines_or_cells_with_or_without_totals() throws Exception {
    baddle.run("consolidate");
    String[] start = {
      "crosstab", "--down", "site", "--measure", "Sum: sum(revenue)", "--out", "f.csv"
    };

    baddle.run(with(start, "--form", "lines", "--with-totals"));
    assertThat(Files.readAllLines(folder.resolve("f.csv")))
        .startsWith("site,total_by,Sum")
        .anyMatch(line -> line.startsWith(",all,"));
    baddle.run(with(start, "--form", "cells"));
    assertThat(Files.readAllLines(folder.resolve("f.csv"))).startsWith("site,measure,value");
    assertThat(baddle.run(with(start, "--with-totals")).err())
        .contains("--with-totals is for --form lines or --form cells");
    assertThat(baddle.run(with(start, "--form", "line")).err()).contains("did you mean lines?");
  }

  private static String[] with(String[] start, String... more) {
    return Stream.concat(Arrays.stream(start), Arrays.stream(more)).toArray(String[]::new);
  }

  @Test
  void a_report_of_a_value_that_has_gone_is_named_until_it_is_removed() throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            .replace(
                "reports:\n",
                """
                reports:
                  "sites/{site}.xlsx": {summaries: [months], for_each: site}
                  "packs/{site}.xlsx": {rows: sales, split_by: site, when_gone: remove}
                """));
    month("2026-03", "2026-03-01,Elm,till,1.00");
    month("2026-04", "2026-04-01,Ash,till,2.00");
    assertThat(baddle.run("run").err()).isEmpty();
    FileTime packed = Files.getLastModifiedTime(folder.resolve("packs/Ash.xlsx"));
    Files.delete(folder.resolve("in/tills-2026-03.csv"));

    for (int i = 0; i < 2; i++) {
      Baddle.Run run = baddle.run("run");
      assertThat(run.status()).isEqualTo(1);
      assertThat(run.out())
          .contains(
              "from an earlier batch, because the data no longer has rows for them: sites/Elm");
      assertThat(folder.resolve("packs/Elm.xlsx")).doesNotExist();
      assertThat(Files.readString(folder.resolve("sites/index.html"))).doesNotContain("Elm");
      assertThat(Files.getLastModifiedTime(folder.resolve("packs/Ash.xlsx"))).isEqualTo(packed);
    }
    Files.delete(folder.resolve("sites/Elm.xlsx"));
    assertThat(baddle.run("run").out()).doesNotContain("Elm");
  }
}
