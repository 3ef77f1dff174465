package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.cli.Baddle.Run;
import baddle.database.NeedsPostgres;
import baddle.database.PostgresServer;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Feeds that ask a real database. */
@NeedsPostgres
class DatabaseFeedProgramTests {

  private static final PostgresServer SERVER = PostgresServer.shared();
  private static final String DATABASE = "program";
  private static final String PLAN =
      """
      baddle: 1
      calendar: {zone: Europe/London}
      databases:
        ledger: {url: "URL", user: "{env:LEDGER_USER}", password: "{env:LEDGER_PASSWORD}"}
      datasets:
        journal:
          columns: {entity: text, booked_on: date, amount: {type: decimal, places: 2}}
      feeds:
        journal:
          database: ledger
          query: QUERY
          for_each: {list: entities.csv}
          unchanged_while: "select count(*), max(changed) from journal where entity = {entity}"
      summaries:
        by entity: {of: journal, down: entity, measures: {Amount: sum(amount), Rows: count(*)}}
      """;
  private static final String QUERY =
      "\"select booked_on, amount from journal where entity = {entity} order by id\"";

  @TempDir private Path folder;
  private Baddle baddle;

  @BeforeEach
  void make() throws Exception {
    String url = SERVER.fresh(DATABASE);
    SERVER.run(
        DATABASE,
        "create table journal(id serial, entity text, booked_on date, amount numeric(18, 2),"
            + " changed int default 0)",
        "insert into journal(entity, booked_on, amount) values ('ALD', '2026-01-31', 10.10),"
            + " ('ALD', '2026-02-28', 0.05), ('BRA', '1890-05-01', 9999999999999999.99),"
            + " ('O''Hara', '2026-01-01', -3)");
    baddle =
        new Baddle(folder)
            .write("baddle.yaml", PLAN.replace("URL", url).replace("QUERY", QUERY))
            .write("entities.csv", "entity", "ALD", "BRA", "O'Hara")
            .set("LEDGER_USER", PostgresServer.OWNER)
            .set("LEDGER_PASSWORD", PostgresServer.PASSWORD);
  }

  @Test
  void nothing_in_the_last_column_is_a_blank_and_no_missing_cell() throws Exception {
    SERVER.run(DATABASE, "insert into journal(entity, booked_on) values ('ALD', '2026-03-31')");
    Run run = baddle.run("consolidate", "--verbose");

    assertThat(run.out()).contains("0 held").doesNotContain("rows-short");
  }

  private String journal() throws Exception {
    Run run = baddle.run("consolidate");
    return run.lines().stream()
        .filter(line -> line.startsWith("journal "))
        .findFirst()
        .orElse(run.err());
  }

  private String total() throws Exception {
    String out = baddle.run("summarize").out();
    return out.lines().filter(line -> line.startsWith("Total")).findFirst().orElse(out);
  }

  @Test
  void each_line_is_a_source_and_only_what_changed_is_read_again() throws Exception {
    assertThat(journal().split("\\s+")).startsWith("journal", "3", "3", "0", "0", "4", "4");
    assertThat(total()).contains("10,000,000,000,000,007.14").endsWith("4");
    assertThat(journal().split("\\s+")).startsWith("journal", "3", "0", "0", "3");

    SERVER.run(
        DATABASE,
        "update journal set amount = 11.10, changed = 1 where amount = 10.10",
        "update journal set booked_on = '2026-01-02' where entity = 'BRA'");

    assertThat(journal().split("\\s+")).startsWith("journal", "3", "0", "1", "2");
    assertThat(total()).contains("10,000,000,000,000,008.14");
    assertThat(baddle.run("consolidate", "--by-content").out())
        .contains("journal      3    0        1          2");
  }

  @Test
  void a_line_that_leaves_the_list_leaves_the_dataset_and_a_new_one_enters() throws Exception {
    journal();
    baddle.write("entities.csv", "entity", "ALD", "O'Hara", "NEW");

    Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("file-gone: ledger/journal/entity=BRA");
    assertThat(
            run.lines().stream().filter(line -> line.startsWith("journal ")).findFirst().orElse(""))
        .matches("journal +3 +1 +0 +2 +1 .*");
  }

  @Test
  void trace_shows_the_statement_with_its_values() throws Exception {
    journal();

    assertThat(baddle.run("trace", "--row", "ledger/journal/entity=O'Hara:1").out())
        .contains("ledger/journal/entity=O'Hara, row 1 (feed journal, dataset journal)")
        .contains("a row of what ledger answered at ")
        .contains(
            " to\n  select booked_on, amount from journal where entity = 'O''Hara' order by id\n")
        .contains("amount = -3.00");
    assertThat(baddle.run("trace", "by entity", "--at", "entity=ALD").out())
        .contains("ledger/journal/entity=ALD")
        .contains("feed journal asks ledger: select booked_on, amount from journal where");
  }

  @Test
  void a_database_that_fails_leaves_the_rows_unchanged_until_it_answers() throws Exception {
    journal();
    String before = total();
    SERVER.run(DATABASE, "alter table journal rename to elsewhere");

    Run failed = baddle.run("consolidate");

    assertThat(failed.status()).isEqualTo(1);
    assertThat(failed.out())
        .contains("result-unreadable: ledger/journal/entity=ALD")
        .contains("relation \"journal\" does not exist")
        .contains("(and for 2 more of feed journal); the rows stay unchanged");
    assertThat(total()).isEqualTo(before);
    assertThat(baddle.run("check").out()).contains("result-unreadable");

    SERVER.run(DATABASE, "alter table elsewhere rename to journal");
    assertThat(baddle.run("consolidate").status()).isZero();
    assertThat(baddle.run("check").out()).doesNotContain("result-unreadable");
  }

  @Test
  void one_line_that_fails_stops_no_other() throws Exception {
    String url = SERVER.url(DATABASE);
    baddle.write(
        "baddle.yaml",
        PLAN.replace("URL", url)
            .replace(
                "QUERY",
                "\"select booked_on, 1 / (case {entity}::text when 'BRA' then 0 else 1 end) as amount"
                    + " from journal where entity = {entity}\""));

    Run run = baddle.run("consolidate");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("result-unreadable: ledger/journal/entity=BRA")
        .contains("division by zero; there are no rows yet");
    assertThat(total()).endsWith("3");
  }

  @Test
  void a_result_that_says_itself_whose_rows_it_has_is_believed() throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replace("URL", SERVER.url(DATABASE))
            .replace("QUERY", "\"select * from journal where entity <> {entity}\""));

    journal();

    assertThat(baddle.run("summarize").out().replaceAll(" +", " ")).contains("ALD 20.30 4");
  }

  @Test
  void secrets_are_nowhere_and_without_them_the_way_is_said() throws Exception {
    baddle.set("LEDGER_PASSWORD", "wrong-" + PostgresServer.PASSWORD);
    Run refused = baddle.run("consolidate", "--verbose");
    baddle.set("LEDGER_PASSWORD", "");
    Run missing = baddle.run("consolidate", "--verbose");
    baddle.set("LEDGER_PASSWORD", PostgresServer.PASSWORD);
    Run right = baddle.run("consolidate", "--verbose");

    assertThat(refused.out()).contains("password authentication failed");
    assertThat(missing.out()).contains("the variable LEDGER_PASSWORD isn't set");
    assertThat(right.status()).isZero();
    assertThat(refused.out() + refused.err() + missing.out() + right.out() + right.err())
        .doesNotContain(PostgresServer.PASSWORD);
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        assertThat(bytes(file)).as(file.toString()).doesNotContain(PostgresServer.PASSWORD);
      }
    }
  }

  private static String bytes(Path file) throws IOException {
    return Files.readString(file, StandardCharsets.ISO_8859_1);
  }

  @Test
  void a_password_file_that_others_can_read_is_refused() throws Exception {
    baddle.write("secret", PostgresServer.PASSWORD);
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    baddle.write(
        "baddle.yaml",
        plan.replace("password: \"{env:LEDGER_PASSWORD}\"", "password_file: secret"));

    assertThat(baddle.run("consolidate").out()).contains("others than its owner can read secret");

    Files.setPosixFilePermissions(
        folder.resolve("secret"),
        java.nio.file.attribute.PosixFilePermissions.fromString("rw-------"));
    assertThat(baddle.run("consolidate").status()).isZero();
  }

  @Test
  void what_fits_no_type_is_held_with_its_place() throws Exception {
    SERVER.run(
        DATABASE,
        "alter table journal alter amount type numeric",
        "insert into journal(entity, booked_on, amount) values ('ALD', 'infinity', 1), ('ALD',"
            + " '2026-01-01', 'NaN'), ('ALD', '2026-01-01', 1.005),"
            + " ('ALD', '2026-01-01', 1e18)");

    Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("8 rows read = 4 in the dataset + 0 left out + 4 held");
    assertThat(baddle.run("trace", "--row", "ledger/journal/entity=ALD:3").out())
        .contains("held because of booked_on: \"infinity\", expected a date such as 2026-03-14");
  }

  @Test
  void a_million_rows_fit_the_launcher_s_memory_there_and_back() throws Exception {
    int rows = Baddle.scaled(1_000_000);
    String counted = String.format(Locale.ROOT, "%,d", rows);
    String sum = String.format(Locale.ROOT, "%,.2f", rows / 100.0 * (rows + 1) / 2);
    baddle.write(
        "baddle.yaml",
        PLAN.replace("URL", SERVER.url(DATABASE))
            .replace(
                "QUERY",
                "\"select {entity}::text as entity, date '2026-01-01' + i % 90 as booked_on, i * 0.01 as"
                    + " amount, 'a text that nothing shortens, number ' || i as remark from"
                    + " generate_series(1, "
                    + rows
                    + ") i\""));
    baddle.write("entities.csv", "entity", "ALD");

    Run run = baddle.apart().run("consolidate", "--quiet");

    assertThat(run.status()).as(run.out() + run.err()).isZero();
    assertThat(total()).contains(sum).endsWith(counted);
    assertThat(baddle.run("export", "journal", "--to", "ledger:back").out())
        .contains("loaded: ledger:back, " + counted + " rows");
    assertThat(baddle.run("extract", "journal", "--out", "{entity}.csv").out())
        .contains(counted + " rows written");
  }

  @Test
  void two_runs_at_once_leave_what_one_would() throws Exception {
    Process first = baddle.start("consolidate");
    Run second =
        new Baddle(folder)
            .set("LEDGER_USER", PostgresServer.OWNER)
            .set("LEDGER_PASSWORD", PostgresServer.PASSWORD)
            .run("consolidate");
    Run one = baddle.end(first);

    for (Run run : List.of(one, second)) {
      assertThat(List.of(0, 3)).as(run.out() + run.err()).contains(run.status());
      if (run.status() == 3) {
        assertThat(run.err()).containsAnyOf("another run is asking", "is writing");
      }
    }
    baddle.run("consolidate");
    assertThat(total()).contains("10,000,000,000,000,007.14").endsWith("4");
  }

  @Test
  void killed_while_it_asks_it_goes_on_from_what_was_there() throws Exception {
    journal();
    SERVER.run(
        DATABASE,
        "insert into journal(entity, amount) select 'ALD', 1 from generate_series(1, 200000)");
    for (int millis : List.of(500, 800, 1100, 1400)) {
      Process process = baddle.start("consolidate");
      process.waitFor(millis, TimeUnit.MILLISECONDS);
      process.destroyForcibly().waitFor();
      assertThat(total()).matches(".* (4|200,004)");
    }
    journal();
    assertThat(total()).endsWith("200,004");
    try (Stream<Path> files = Files.list(folder.resolve(".baddle/results"))) {
      assertThat(files.filter(file -> file.toString().endsWith(".part"))).isEmpty();
    }
  }
}
