package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.cli.Baddle.Run;
import baddle.database.NeedsPostgres;
import baddle.database.PostgresServer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** One file for each line of a list. */
@NeedsPostgres
class ExtractProgramTests {

  private static final PostgresServer SERVER = PostgresServer.shared();
  private static final String PLAN =
      """
      baddle: 1
      databases: {ledger: {url: "URL", user: owner, password: "{env:LEDGER_PASSWORD}"}}
      datasets: {journal: {columns: {entity: text, amount: {type: decimal, places: 2}}}}
      feeds:
        journal:
          database: ledger
          query: "select id, entity, booked_on, amount, note from journal where entity = {entity} order by id"
          for_each: {list: entities.csv}
      """;

  @TempDir private Path folder;
  private Baddle baddle;

  @BeforeEach
  void make() throws Exception {
    String url = SERVER.fresh("extracts");
    SERVER.run(
        "extracts",
        "create table journal(id serial, entity text, booked_on date, amount numeric(18, 2),"
            + " note text)",
        "insert into journal(entity, booked_on, amount, note) values"
            + " ('ALD', '2026-01-31', 10.10, '0012'), ('ALD', '2026-02-28', 0.05, null),"
            + " ('B/R:A', '1890-05-01', 9999999999999999.99, '=1+2'), ('CUT', '2026-01-01', -3, ' x')");
    baddle =
        new Baddle(folder)
            .write("baddle.yaml", PLAN.replace("URL", url))
            .write("entities.csv", "entity", "ALD", "B/R:A", "CUT")
            .set("LEDGER_PASSWORD", PostgresServer.PASSWORD);
  }

  private Map<String, String> states(String... args) throws Exception {
    String[] all = Stream.concat(Stream.of(args), Stream.of("--json")).toArray(String[]::new);
    Map<String, String> states = new java.util.TreeMap<>();
    for (var line : Json.of(baddle.run(all).out()).get("lines")) {
      states.put(line.get("file").asText(), line.get("state").asText() + " " + line.get("rows"));
    }
    return states;
  }

  @Test
  void each_line_has_its_file_with_each_value_exactly() throws Exception {
    assertThat(states("extract", "journal", "--out", "out/{entity}.csv"))
        .isEqualTo(
            Map.of(
                "out/ALD.csv",
                "written 2",
                "out/B_R_A.csv",
                "written 1",
                "out/CUT.csv",
                "written 1"));
    assertThat(Files.readAllLines(folder.resolve("out/ALD.csv")))
        .containsExactly(
            "id,entity,booked_on,amount,note",
            "1,ALD,2026-01-31,10.10,0012",
            "2,ALD,2026-02-28,0.05,");
    assertThat(Files.readString(folder.resolve("out/B_R_A.csv")))
        .contains("1890-05-01,9999999999999999.99,=1+2");
    assertThat(Files.readString(folder.resolve("out/CUT.csv"))).contains("-3.00, x");
  }

  @ParameterizedTest
  @CsvSource({"xlsx", "jsonl", "ods", "db"})
  void a_second_time_only_what_changed_is_written(String ending) throws Exception {
    String[] extract = {"extract", "--out", "{entity}." + ending};
    assertThat(states(extract).values()).containsExactly("written 2", "written 1", "written 1");
    byte[] before = Files.readAllBytes(folder.resolve("CUT." + ending));
    SERVER.run("extracts", "insert into journal(entity, amount) values ('ALD', 1)");
    Files.delete(folder.resolve("B_R_A." + ending));

    assertThat(states(extract).values()).containsExactly("written 3", "written 1", "unchanged 1");
    assertThat(states(extract).values())
        .containsExactly("unchanged 3", "unchanged 1", "unchanged 1");
    assertThat(Files.readAllBytes(folder.resolve("CUT." + ending))).isEqualTo(before);
    assertThat(states("extract", "--out", "{entity}." + ending, "--again").values())
        .allMatch(state -> state.startsWith("written"));
    assertThat(Files.readAllBytes(folder.resolve("CUT." + ending))).isEqualTo(before);
  }

  @Test
  void a_line_that_fails_stops_no_other_and_only_it_is_done_again() throws Exception {
    baddle.write(
        "q.sql",
        "select entity, amount, 1 / (case when {entity}::text = 'CUT' and broken then 0 else 1 end)",
        "from journal cross join switch where entity = {entity} -- one");
    SERVER.run(
        "extracts", "create table switch(broken boolean)", "insert into switch values (true)");
    baddle.write("out/CUT.csv", "an earlier file");
    String[] extract = {
      "extract", "--query-file", "q.sql", "--for-each", "entities.csv", "--out", "out/{entity}.csv"
    };

    Run run = baddle.run(extract);

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("error    ledger/entity=CUT: ledger reports: ERROR: division by zero")
        .contains("3 lines: 2 written, 0 unchanged, 1 failed; 3 rows written in ");
    assertThat(Files.readString(folder.resolve("out/CUT.csv"))).isEqualTo("an earlier file\n");
    try (Stream<Path> files = Files.list(folder.resolve("out"))) {
      assertThat(files).hasSize(3);
    }

    SERVER.run("extracts", "update switch set broken = false");
    Run again = baddle.run(extract);
    assertThat(again.status()).isZero();
    assertThat(again.out()).contains("3 lines: 1 written, 2 unchanged, 0 failed");
  }

  @Test
  void a_database_that_doesnt_answer_fails_all_lines_once() throws Exception {
    baddle.set("LEDGER_PASSWORD", "wrong-6-basket");

    Run run = baddle.run("extract", "--out", "{entity}.csv");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .contains("error    ledger/journal/entity=ALD and 2 more: can't connect to ledger")
        .contains("3 lines: 0 written, 0 unchanged, 3 failed")
        .doesNotContain("wrong-6-basket");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "--out all.csv | two lines have the file all.csv",
        "--out {entty}.csv | {entty} is no value of the list",
        "--out {entity}.txt | should end in one of .csv",
        "--out {entity}.csv --for-each entities.csv --query-file none.sql | there is no file",
        "nix --out {entity}.csv | no feed nix asks a database; those do: journal",
        "--out entities.csv --for-each one.csv | is read by this command or by a plan of the folder",
        "--out {entity}.csv --for-each twice.csv | the same line is there twice",
        "--out {entity}.csv --for-each none.csv | there is no file",
        "--out {entity}.csv --for-each empty.csv | has no line below its headings",
        "--out {entity}.csv --for-each odd.csv | odd.csv: of no kind that can be read",
        "journal | name the output with --out FILE"
      })
  void what_cant_be_done_is_refused_before_anything_is_asked(String args, String message)
      throws Exception {
    baddle
        .write("one.csv", "entity", "ALD")
        .write("twice.csv", "entity", "ALD", "ALD")
        .write("empty.csv", "entity")
        .write("odd.csv", "entity", "a\u0000b");

    Run run =
        baddle.run(
            Stream.concat(Stream.of("extract"), Stream.of(args.split(" "))).toArray(String[]::new));

    assertThat(run.status()).isBetween(2, 3);
    assertThat(run.err()).contains(message);
    assertThat(Files.exists(folder.resolve("ALD.csv"))).isFalse();
  }

  @Test
  void the_same_lists_drive_a_folder_of_files() throws Exception {
    baddle
        .write("in/ALD 2026-02.csv", "Day,Amount,Note", "2026-02-01,2.00,b")
        .write("in/ALD 2026-01.csv", "Day,Amount", "2026-01-01,1.00")
        .write("in/ALD 2025-12.csv", "Day,Amount", "2025-12-01,9.00")
        .write("in/BRA 2026-01.csv", "Amount,Day", "3.00,2026-01-05")
        .write("lines.csv", "entity,year", "ALD,2025", "ALD,2026", "BRA,2026")
        .write(
            "files.yaml",
            "baddle: 1",
            "store: files",
            "parameters: {entity: {type: text}, year: {type: integer}}",
            "datasets: {all: {columns: {Day: date, Amount: {type: decimal, places: 2}, Note: text}}}",
            "feeds: {all: {files: 'in/{entity} {period}.csv'}}",
            "reports: {'out/{entity} {year}.csv': {rows: all, origin: none, where: 'extract(year from"
                + " Day) = {year}'}}");

    Run run = baddle.run("run", "--plan", "files.yaml", "--for-each", "lines.csv");

    assertThat(run.status()).as(run.out() + run.err()).isLessThan(2);
    assertThat(Files.readAllLines(folder.resolve("out/ALD 2026.csv")))
        .isEqualTo(List.of("Day,Amount,Note", "2026-01-01,1.00,", "2026-02-01,2.00,b"));
    assertThat(Files.readAllLines(folder.resolve("out/ALD 2025.csv"))).hasSize(2);
    assertThat(Files.readAllLines(folder.resolve("out/BRA 2026.csv"))).hasSize(2);
  }

  @Test
  void a_column_that_is_there_twice_is_refused_with_the_way_out() throws Exception {
    baddle.write("q.sql", "select amount, amount from journal");

    assertThat(baddle.run("extract", "--query-file", "q.sql", "--out", "x.csv").out())
        .contains("two columns named amount; name one otherwise with as");
  }
}
