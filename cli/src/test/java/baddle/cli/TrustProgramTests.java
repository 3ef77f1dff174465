package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Nothing of a folder is missing from the figures, or overwritten, in silence. */
class TrustProgramTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            site: text
            day: {type: date, required: true}
            amount: {type: decimal, places: 2, required: true}
      feeds:
        tills:
          files: "in/{site}_{period}.*"
          expect: {every: month, per: site}
      summaries:
        s: {down: [site], measures: {Amount: sum(amount), Rows: count(*)}}
      """;

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws IOException {
    baddle = new Baddle(folder);
    baddle.write("baddle.yaml", PLAN.split("\n"));
    baddle.write("in/oak_2026-01.csv", "day,amount", "2026-01-05,10.00");
  }

  private List<String> summary() throws Exception {
    assertThat(baddle.run("summarize", "s", "--out", "s.csv").status()).isZero();
    return Files.readAllLines(folder.resolve("s.csv"));
  }

  @Test
  void what_is_held_is_counted_by_value_and_a_blanked_value_stays_findable() throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replace("required: true}\nfeeds", "unreadable: blank}\nfeeds").split("\n"));
    StringBuilder rows = new StringBuilder("day,amount\n");
    for (int i = 0; i < 120; i++) {
      rows.append("late ").append(i).append(",1\n");
    }
    rows.append("Total,1\nTotal,2\n2026-02-31,3\n2026-01-31,n.a.\n2026-01-30,2\n");
    Files.writeString(folder.resolve("in/oak_2026-01.csv"), rows);
    baddle.run("consolidate");

    String check = baddle.run("check").out();
    assertThat(check)
        .containsPattern(
            "tills +day +\"Total\" +a date such as 2026-03-14 \\(the row looks like a total\\) +2\\n")
        .containsPattern("tills +day +\"2026-02-31\" +a day that exists +1\\n")
        .containsPattern(
            "tills +day +\"late 7\" and 112 other values +a date such as \\S+ +113\\n");
    assertThat(baddle.run("check", "--json").out()).contains("\"values\" : 71");
    assertThat(baddle.run("trace", "--row", "oak_2026-01.csv:125").out())
        .contains("amount was sent as \"n.a.\", expected a number, such as 1234.50")
        .contains("amount = (blank)");
  }

  @Test
  void a_file_that_is_gone_is_paired_with_one_of_its_content_that_no_feed_wants() throws Exception {
    baddle.write("in/notes.txt", "for nobody");
    baddle.write("in/ash_2026-01.csv", "day,amount", "2026-01-06,1.00");
    baddle.run("consolidate");
    Files.move(folder.resolve("in/ash_2026-01.csv"), folder.resolve("in/ash january.csv"));
    assertThat(baddle.run("summarize", "s", "--out", "in/s.csv").status()).isZero();

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains("file-gone: in/ash_2026-01.csv", "the same content is in in/ash january.csv")
        .contains("file-not-wanted: in/ash january.csv\n", "file-not-wanted: in/notes.txt\n");
    assertThat(baddle.run("trace", "--row", "notes.txt:1").out())
        .contains("no row of it is read. file-not-wanted: in/notes.txt");
  }

  @Test
  void a_pattern_for_everything_never_reads_the_plan_itself() throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replace("in/{site}_{period}.*", "**").replace(", per: site", "").split("\n"));

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("1 row read = 1 in the dataset").doesNotContain("baddle.yaml");
    assertThat(run.status()).isZero();
  }

  /** Files of which nothing is in the figures, whatever the reason. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "ash_2026-01.csv | 'day,amount\n2026-01-05,\"open\n' | file-unreadable",
        "ash_2026-01.csv | 'day,sum\n2026-01-05,7\n' | heading-missing",
        "ash_2026-01.csv | 'nothing of the kind\n' | heading-missing",
        "ash_2026-01.xlsx | 'PK\u0003\u0004 broken' | file-unreadable",
        "ash_2026-13.csv | 'day,amount\n2026-01-05,7\n' | period-unreadable",
      })
  void what_is_not_in_the_figures_is_an_error_until_it_is_gone(
      String name, String content, String code) throws Exception {
    Path file = Files.writeString(folder.resolve("in/" + name), content);

    assertThat(baddle.run("consolidate").status()).isEqualTo(1);
    for (int again = 0; again < 2; again++) {
      Baddle.Run check = baddle.run("check");
      assertThat(check.status()).isEqualTo(1);
      assertThat(check.out()).contains("error    " + code + ": in/" + name);
      assertThat(check.out()).doesNotContain("out-of-date");
      assertThat(baddle.run("consolidate").out()).contains(code);
    }
    assertThat(baddle.run("history").out()).containsPattern("1 +error|errors");
    assertThat(baddle.run("check").out()).contains("arrived, not readable: in/" + name);
    Files.delete(file);
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(baddle.run("check").status()).isZero();
    assertThat(summary()).contains("oak,10.00,1");
  }

  @Test
  void a_file_that_came_since_is_an_error_of_the_check() throws Exception {
    baddle.run("consolidate");
    baddle.write("in/ash_2026-01.csv", "day,amount", "2026-01-05,1.00");

    assertThat(baddle.run("check").status()).isEqualTo(1);
  }

  @Test
  void a_change_that_keeps_size_and_time_is_seen() throws Exception {
    Path file = folder.resolve("in/oak_2026-01.csv");
    FileTime long_ago = FileTime.from(Instant.parse("2026-02-01T00:00:00Z"));
    Files.setLastModifiedTime(file, long_ago);
    baddle.run("consolidate");
    baddle.run("consolidate");

    baddle.write("in/oak_2026-01.csv", "day,amount", "2026-01-05,99.00");
    Files.setLastModifiedTime(file, long_ago);

    assertThat(baddle.run("check").out()).contains("out-of-date");
    baddle.run("consolidate");
    assertThat(summary()).contains("oak,99.00,1");
    assertThat(baddle.run("consolidate", "--by-content").out()).contains("Nothing has changed");
  }

  @Test
  void a_linked_inbox_and_linked_files_are_read_and_a_circle_is_refused() throws Exception {
    Files.move(folder.resolve("in"), folder.resolve("elsewhere"));
    Files.createSymbolicLink(folder.resolve("in"), folder.resolve("elsewhere"));
    Path other = Files.writeString(folder.resolve("x.csv"), "day,amount\n2026-01-06,5.00\n");
    Files.createSymbolicLink(folder.resolve("in/ash_2026-01.csv"), other);
    Files.createSymbolicLink(folder.resolve("in/round"), folder.resolve("elsewhere"));
    Files.createSymbolicLink(folder.resolve("in/elm_2026-01.csv"), folder.resolve("nowhere"));

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("in/round", "a link in a circle", "in/elm_2026-01.csv", "leads nowhere");
    assertThat(summary()).contains("oak,10.00,1", "ash,5.00,1");
  }

  @Test
  void a_pipe_among_the_files_is_named_and_never_waited_for() throws Exception {
    for (String name : List.of("in/ash_2026-01.csv", "in/notes")) {
      assertThat(new ProcessBuilder("mkfifo", folder.resolve(name).toString()).start().waitFor())
          .isZero();
    }
    Baddle.Run run = baddle.run("consolidate", "--verbose");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains(
            "error    path-unreadable: in/ash_2026-01.csv", "note     path-unreadable: in/notes")
        .contains("a pipe, a socket or a device, and no file", "put a file in its place");
    assertThat(summary()).contains("oak,10.00,1");
    assertThat(baddle.run("look", "in/notes").err())
        .contains("in/notes is a pipe, a socket or a device");
  }

  @Test
  void an_inbox_that_is_empty_now_keeps_what_it_brought() throws Exception {
    baddle.run("consolidate");
    baddle.delete("in/oak_2026-01.csv");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out()).contains("folder-empty: in", "its rows stay unchanged");
    assertThat(baddle.run("check").status()).isEqualTo(1);
    assertThat(summary()).contains("oak,10.00,1");
  }

  @Test
  void equal_content_counts_twice_where_the_names_state_other_values() throws Exception {
    baddle.write("in/ash_2026-01.csv", "day,amount", "2026-01-05,10.00");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("file-alike", "their names state site");
    assertThat(summary()).contains("ash,10.00,1", "oak,10.00,1");
  }

  /** Whatever came first, the one that is called a copy is the copy. */
  @ParameterizedTest
  @ValueSource(strings = {"Copy of a.csv", "a (copy).csv", "a - Copy.csv", "a (2).csv", "a v2.csv"})
  void a_file_that_is_called_a_copy_is_the_copy(String copy) throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replace("{site}_{period}.*", "*").replaceAll(" +expect.*\n", "").split("\n"));
    Files.move(folder.resolve("in/oak_2026-01.csv"), folder.resolve("in/" + copy));
    baddle.run("consolidate");
    Files.copy(folder.resolve("in/" + copy), folder.resolve("in/a.csv"));

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("file-duplicate: in/" + copy, "the same content as in/a.csv");
    assertThat(baddle.run("trace", "--row", "in/a.csv:2").out()).contains("in the dataset");
  }

  /** Commands that would write onto what they or their plan read. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "summarize s --out in/oak_2026-01.csv",
        "summarize s --out ./in/../in/oak_2026-01.csv",
        "summarize s --out link.csv",
        "summarize s --out linked/oak_2026-01.csv",
        "export --out linked/oak_2026-01.csv",
        "summarize s --out regions.csv",
        "trace s --out in/oak_2026-01.csv",
        "check --suspense in/oak_2026-01.csv",
        "check --suspense mended/mine.csv",
        "summarize s --out .baddle/s.csv",
        "crosstab in/oak_2026-01.csv --down day --measure count(*) --out in/oak_2026-01.csv",
      })
  void an_input_is_never_an_output(String command) throws Exception {
    baddle.write("regions.csv", "Site,Region", "oak,North");
    baddle.write("mended/mine.csv", "held_file,x", "a,b");
    String withLookup =
        PLAN.replace("site: text", "site: text\n      region: {type: text, lookup: regions}")
            + "lookups:\n  regions: {file: regions.csv, match: {site: Site}, bring: {region: Region}}\n";
    baddle.write("baddle.yaml", withLookup.split("\n"));
    baddle.run("consolidate");
    Files.createLink(folder.resolve("link.csv"), folder.resolve("regions.csv"));
    Files.createSymbolicLink(folder.resolve("linked"), Path.of("in"));
    String before = everything();

    Baddle.Run run = baddle.run(command.split(" "));

    assertThat(run.status()).isEqualTo(2);
    assertThat(run.err()).containsAnyOf("read by this command", "was sent", "store's folder");
    assertThat(everything()).isEqualTo(before);
  }

  private String everything() throws IOException {
    StringBuilder all = new StringBuilder();
    for (String file :
        List.of("in/oak_2026-01.csv", "regions.csv", "mended/mine.csv", "baddle.yaml")) {
      all.append(Files.readString(folder.resolve(file)));
    }
    return all.toString();
  }

  @Test
  void a_report_is_never_written_onto_a_source_and_an_old_report_may_be() throws Exception {
    String reports = "reports: {in/oak_2026-02.csv: {summaries: s}}\n";
    baddle.write("baddle.yaml", (PLAN + reports).split("\n"));
    assertThat(baddle.run("run").status()).isZero();
    assertThat(baddle.run("run").status()).isZero();
    baddle.write("in/oak_2026-02.csv", "day,amount", "2026-02-05,3.00");

    Baddle.Run run = baddle.run("run");

    assertThat(run.status()).isEqualTo(2);
    assertThat(Files.readString(folder.resolve("in/oak_2026-02.csv"))).contains("3.00");
  }

  @Test
  void a_link_beside_an_output_or_at_the_lock_is_not_followed() throws Exception {
    baddle.run("consolidate");
    Path mine = Files.writeString(folder.resolve("mine.txt"), "mine");
    Files.createSymbolicLink(folder.resolve(".s.csv.part"), mine);
    assertThat(summary()).isNotEmpty();
    Files.delete(folder.resolve(".baddle/lock"));
    Files.createSymbolicLink(folder.resolve(".baddle/lock"), mine);
    baddle.write("in/ash_2026-01.csv", "day,amount", "2026-01-05,1.00");

    assertThat(baddle.run("consolidate").status()).isEqualTo(3);

    assertThat(mine).hasContent("mine");
  }

  @Test
  void what_comes_from_outside_is_harmless_on_the_terminal_and_exact_in_files() throws Exception {
    String nasty = "a\u001b[31m\u0007\b\r\u009b1m\u202eb";
    Files.writeString(
        folder.resolve("in/oak\u001b[2J\nerror  forged_2026-01.csv"),
        "day,amount," + nasty + "\n2026-01-05," + nasty + ",1\n" + "2026-01-06,1.00,\n".repeat(20));

    Baddle.Run run = baddle.run("consolidate", "--verbose", "--color", "always");

    assertThat(run.out().replace("\u001b[1m", "").replace("\u001b[0m", ""))
        .doesNotContain("\u001b", "\u0007", "\b", "\r", "\u009b", "\u202e")
        .doesNotContain("\nerror  forged")
        .contains("\\u001b[31m");
    assertThat(run.err()).doesNotContain("\u001b");
    baddle.run("check", "--suspense", "held.csv");
    assertThat(Files.readString(folder.resolve("held.csv"), StandardCharsets.UTF_8))
        .contains("\u001b[31m");
  }

  @Test
  void rows_made_of_one_row_are_told_apart_by_where_they_are_stored() throws Exception {
    baddle.write(
        "baddle.yaml",
        """
        baddle: 1
        datasets:
          cash:
            key: [voucher]
            on_duplicate: hold
            columns: {voucher: text, side: text, amount: {type: decimal, places: 2}}
        feeds:
          book:
            files: "in/*.csv"
            headings_to_rows: {headings: [In, Out], label: side, value: amount}
        summaries: {s: {down: [side], measures: {Amount: sum(amount)}}}
        """
            .split("\n"));
    baddle.write("in/oak_2026-01.csv", "voucher,In,Out", "V1,5.00,5.00", "V2,,1.00");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("3 rows read = 2 in the dataset + 0 left out + 1 held");
    assertThat(summary()).contains("In,5.00", "Out,1.00");
  }

  @ParameterizedTest
  @ValueSource(strings = {"-h", "check -h", "help check", "-h check"})
  void help_is_found_however_it_is_asked_for(String asked) throws Exception {
    Baddle.Run run = baddle.run(asked.split(" "));

    assertThat(run.status()).isZero();
    assertThat(run.out()).startsWith(asked.equals("-h") ? "Baddle brings" : "usage: baddle check");
  }
}
