package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ConsolidateProgramTests {

  private static final String[] PLAN = {
    "baddle: 1",
    "datasets:",
    "  sales:",
    "    columns:",
    "      sold_on: {type: date, headings: [Date], required: true}",
    "      site: text",
    "      code: text",
    "      amount: {type: decimal, places: 2, headings: [Total], required: true}",
    "feeds:",
    "  tills: {files: 'in/{site}-{period}.csv'}",
    "summaries:",
    "  s: {down: [site], across: [sold_on by month], measures: {Amount: sum(amount)}}",
    "  origin: {down: [source_file, source_row, source_period, batch], measures: {n: count(*)}}",
  };

  @TempDir Path folder;
  private Baddle baddle;

  @BeforeEach
  void layOut() throws IOException {
    baddle = new Baddle(folder);
    baddle.write("baddle.yaml", PLAN);
    baddle.write(
        "in/Alder-2026-02.csv", "Date,Code,Total", "2026-02-01,007,1.10", "2026-02-02,8,2");
    baddle.write("in/Birch-2026-03.csv", "Total,Date", "-0.25,2026-03-31");
  }

  private String summary(String name) throws Exception {
    Baddle.Run run = baddle.run("summarize", name);
    assertThat(run.status()).as(run.err()).isZero();
    return run.out();
  }

  private JsonNode consolidate(int status) throws Exception {
    Baddle.Run run = baddle.run("consolidate", "--json");
    assertThat(run.status()).as(run.out() + run.err()).isEqualTo(status);
    JsonNode json = new ObjectMapper().readTree(run.out());
    assertThat(json.at("/completeness/adds_up").asBoolean()).isTrue();
    return json;
  }

  private static String counts(JsonNode json) {
    JsonNode feed = json.at("/feeds/0");
    List<String> counts = new ArrayList<>();
    for (String name :
        List.of("files", "new", "changed", "unchanged", "duplicate", "failed", "gone")) {
      counts.add(feed.get(name).asText());
    }
    return String.join(" ", counts) + ": " + json.at("/completeness/in_dataset");
  }

  private static List<String> codes(JsonNode json) {
    List<String> codes = new ArrayList<>();
    json.at("/findings")
        .forEach(f -> codes.add(f.get("code").asText() + " " + f.get("file").asText()));
    return codes;
  }

  @Test
  void prints_a_line_per_feed_and_the_completeness_line() throws Exception {
    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isZero();
    assertThat(run.lines().subList(1, 6))
        .containsExactly(
            "",
            "feed   files  new  changed  unchanged  rows read  kept  left out  held",
            "tills      2    2        0          0          3     3         0     0",
            "",
            "Completeness: 3 rows read = 3 in the dataset + 0 left out + 0 held;"
                + " all 13 filled cells are accounted for");
    assertThat(run.err()).isEmpty();
  }

  @Test
  void every_row_carries_its_origin() throws Exception {
    consolidate(0);

    assertThat(summary("origin"))
        .contains("in/Alder-2026-02.csv  2           2026-02        1      1")
        .contains("                      3           2026-02        1      1")
        .contains("in/Birch-2026-03.csv  2           2026-03        1      1");
  }

  @Test
  void reads_again_only_what_changed() throws Exception {
    assertThat(counts(consolidate(0))).isEqualTo("2 2 0 0 0 0 0: 3");
    assertThat(counts(consolidate(0))).isEqualTo("2 0 0 2 0 0 0: 3");
    assertThat(consolidate(0).get("changed").asBoolean()).isFalse();

    baddle.write("in/Alder-2026-02.csv", "Date,Code,Total", "2026-02-01,007,100.00");
    baddle.write("in/Copse-2026-02.csv", "Date,Total", "2026-02-01,5");
    Files.setLastModifiedTime(
        folder.resolve("in/Birch-2026-03.csv"),
        FileTime.from(Instant.parse("2026-01-01T00:00:00Z")));
    assertThat(counts(consolidate(0))).isEqualTo("3 1 1 1 0 0 0: 3");
    assertThat(summary("s")).contains("Alder   100.00", "Total   105.00    -0.25  104.75");
    assertThat(counts(consolidate(0))).isEqualTo("3 0 0 3 0 0 0: 3");
  }

  @Test
  void a_file_that_is_gone_is_reported_and_its_rows_leave() throws Exception {
    consolidate(0);
    baddle.delete("in/Alder-2026-02.csv");

    JsonNode json = consolidate(0);

    assertThat(counts(json)).isEqualTo("1 0 0 1 0 0 1: 1");
    assertThat(codes(json))
        .containsExactly("file-gone in/Alder-2026-02.csv", "heading-absent in/Birch-2026-03.csv");
    assertThat(summary("s")).doesNotContain("Alder");
    try (Connection sql =
            DriverManager.getConnection("jdbc:sqlite:" + folder.resolve(".baddle/dataset.db"));
        Statement statement = sql.createStatement();
        ResultSet batch1 =
            statement.executeQuery(
                "SELECT sum(rows_kept) FROM source JOIN file ON file.id = source.file"
                    + " WHERE live_from <= 1 AND coalesce(live_until, 9) > 1")) {
      assertThat(batch1.getInt(1)).as("batch 1 as it was").isEqualTo(3);
    }
  }

  @Test
  void the_same_content_under_two_names_counts_once() throws Exception {
    consolidate(0);
    Path file = folder.resolve("in/Birch-2026-03.csv");
    Files.copy(file, folder.resolve("in/Copy of Birch-2026-03.csv"));

    JsonNode json = consolidate(0);

    assertThat(counts(json)).isEqualTo("3 0 0 2 1 0 0: 3");
    assertThat(codes(json))
        .containsExactly(
            "file-duplicate in/Copy of Birch-2026-03.csv", "heading-absent in/Birch-2026-03.csv");
  }

  @Test
  void the_same_content_of_two_sites_counts_for_both_and_is_said() throws Exception {
    consolidate(0);
    Path file = folder.resolve("in/Birch-2026-03.csv");
    Files.copy(file, folder.resolve("in/Elm-2026-03.csv"));

    JsonNode json = consolidate(0);

    assertThat(counts(json)).isEqualTo("3 1 0 2 0 0 0: 4");
    assertThat(codes(json)).contains("file-alike in/Elm-2026-03.csv");
  }

  @Test
  void a_missing_folder_keeps_its_rows() throws Exception {
    consolidate(0);
    Files.move(folder.resolve("in"), folder.resolve("elsewhere"));

    JsonNode json = consolidate(1);

    assertThat(codes(json))
        .containsExactly("folder-missing in", "heading-absent in/Birch-2026-03.csv");
    assertThat(json.at("/completeness/in_dataset").asInt()).isEqualTo(3);
  }

  @Test
  void bad_values_hold_their_rows_bad_files_are_named_and_the_others_go_on() throws Exception {
    baddle.write(
        "in/Copse-2026-02.csv", "Date,Total", "2026-02-30,5", "2026-02-03,1.234", "2026-02-04,6");
    baddle.write("in/Dun-2026-02.csv", "Day,Total", "2026-02-30,5");
    baddle.write("in/East-2026-02.csv", "Date,Total", "2026-02-01,\"5");
    baddle.write("in/Fox-2026-13.csv", "Date,Total", "2026-02-01,5");
    baddle.write("in/notes.txt", "hello");

    JsonNode json = consolidate(1);

    assertThat(counts(json)).isEqualTo("5 5 0 0 0 3 0: 4");
    assertThat(codes(json))
        .containsExactlyInAnyOrder(
            "period-unreadable in/Fox-2026-13.csv",
            "heading-missing in/Dun-2026-02.csv",
            "file-unreadable in/East-2026-02.csv",
            "rows-held in/Copse-2026-02.csv",
            "rows-held in/Copse-2026-02.csv",
            "heading-absent in/Copse-2026-02.csv",
            "heading-absent in/Birch-2026-03.csv",
            "file-not-wanted in/notes.txt");
    assertThat(json.at("/completeness/held").asInt()).isEqualTo(2);
    Baddle.Run quiet = baddle.run("consolidate", "--quiet");
    assertThat(quiet.out()).isEmpty();
    assertThat(quiet.err()).contains("rows-held: in/Copse-2026-02.csv").doesNotContain("note");
    assertThat(codes(consolidate(1))).hasSize(8);

    baddle.write("in/Copse-2026-02.csv", "Date,Total", "2026-02-20,5");
    assertThat(consolidate(1).at("/completeness/held").asInt()).isZero();
  }

  @Test
  void a_file_that_breaks_keeps_the_rows_it_had() throws Exception {
    consolidate(0);
    baddle.write("in/Alder-2026-02.csv", "Date,Total", "2026-02-01,\"5");

    JsonNode json = consolidate(1);

    assertThat(json.at("/completeness/in_dataset").asInt()).isEqualTo(3);
    assertThat(json.at("/findings/0/message").asText())
        .contains("the rows it had before stay in the dataset");
  }

  @Test
  void a_change_of_the_plan_reads_the_files_again() throws Exception {
    consolidate(0);
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    Files.writeString(
        folder.resolve("baddle.yaml"), plan.replace("code: text", "code: {type: integer}"));

    assertThat(counts(consolidate(0))).isEqualTo("2 0 2 0 0 0 0: 3");
  }

  @Test
  void summarize_before_anything_was_consolidated_says_so() throws Exception {
    Baddle.Run run = baddle.run("summarize");

    assertThat(run.status()).isEqualTo(3);
    assertThat(run.err()).startsWith("baddle: nothing has been consolidated yet in ");
  }

  @Test
  void a_wrong_plan_ends_with_status_2_and_its_line() throws Exception {
    baddle.write("baddle.yaml", "baddle: 1", "datasets: {d: {colums: {a: text}}}");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(2);
    assertThat(run.err())
        .startsWith("baddle: baddle.yaml:2:16: no key colums in dataset d; did you mean columns?");
  }

  @Test
  void the_log_goes_to_a_file_and_is_shown_when_asked_for() throws Exception {
    Baddle.Run run = baddle.apart().run("consolidate", "--verbose");
    baddle.write("in/Copse-2026-02.csv", "Date,Total", "2026-02-01,5");
    Baddle.Run quiet = baddle.run("consolidate", "--quiet");

    assertThat(run.err()).contains("INFO", "2 files read, 0 gone");
    assertThat(quiet.out() + quiet.err()).isEmpty();
    assertThat(folder.resolve(".baddle/baddle.log")).content().contains("batch");
    Files.move(
        folder.resolve("in/Copse-2026-02.csv"),
        folder.resolve("in/Copse-2026-04.csv"),
        StandardCopyOption.REPLACE_EXISTING);
    assertThat(baddle.run("consolidate", "--verbose").err()).contains("1 files read, 1 gone");
  }
}
