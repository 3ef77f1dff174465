package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One plan for several years and customers, from the built program. */
class ParametersProgramTests {

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "baddle.yaml",
        """
        baddle: 1
        parameters:
          year: {type: integer, default: 2026}
          who: {type: text}
          period: {type: period, default: 2026-01}
        datasets:
          d: {columns: {day: date, who: text, amount: {type: decimal, places: 2}}}
        feeds:
          f: {files: "in/{year}/x-{period}.csv"}
        summaries:
          all: {down: [who], measures: {Sum: sum(amount)}}
          mine:
            where: who = {who}
            down: [day by month]
            measures: {Sum: sum(amount), Since: "sum(amount) filter (where source_period >= {period})"}
        reports:
          "out/{who} {year}.csv": {summaries: mine}
        """
            .split("\n"));
    baddle.write("in/2025/x-2025-12.csv", "day,who,amount", "2025-12-01,Ann's,7.00");
    baddle.write(
        "in/2026/x-2026-01.csv", "day,who,amount", "2026-01-01,Ann's,1.00", "2026-01-02,Bo,2.00");
    baddle.write("in/2026/x-2026-02.csv", "day,who,amount", "2026-02-01,Ann's,4.00");
    baddle.write("who.csv", "who,year", "Ann's,", "Bo,2026", "x/y,", "Bo,2026", "Ann's,20x");
  }

  @Test
  void a_value_stands_in_paths_names_and_conditions() throws Exception {
    assertThat(baddle.run("run", "--with", "who=Ann's").out()).contains("out/Ann's 2026.csv");
    assertThat(Files.readAllLines(folder.resolve("out/Ann's 2026.csv")))
        .contains("2026-01,1.00,1.00", "2026-02,4.00,4.00", "Total,5.00,5.00");
    assertThat(baddle.run("summarize", "mine", "--with", "who=Ann's", "--period", "2026-02").out())
        .containsPattern("Total +5.00 +4.00");
  }

  @Test
  void other_data_has_another_store_and_other_conditions_do_not() throws Exception {
    assertThat(baddle.run("run", "--with", "who=Bo").out()).contains("Batch 1");
    assertThat(baddle.run("run", "--with", "who=Ann's").out()).contains("Nothing has changed");
    assertThat(baddle.run("run", "--with", "who=Ann's", "--with", "year=2025").out())
        .contains("Batch 1", "1 row read", "out/Ann's 2025.csv");
    assertThat(folder.resolve(".baddle/year=2025/dataset.db")).exists();
    assertThat(baddle.run("summarize", "all", "--with", "who=Bo").out())
        .containsPattern("Total +7.00");
  }

  @Test
  void each_line_of_a_list_has_its_own_file_and_its_own_failure() throws Exception {
    Baddle.Run run = baddle.run("run", "--for-each", "who.csv");

    assertThat(run.out())
        .contains("row 2, who Ann's: written out/Ann's 2026.csv")
        .contains("row 3, who Bo, year 2026: written out/Bo 2026.csv")
        .contains("row 4, who x/y: FAILED", "can't be in a name")
        .contains("row 5, who Bo, year 2026: FAILED", "would write over out/Bo 2026.csv of row 3")
        .contains("row 6, who Ann's, year 20x: FAILED", "\"20x\" is no integer")
        .contains("5 rows: 2 done, 3 failed; files written: 2");
    assertThat(run.status()).isEqualTo(2);
    assertThat(baddle.run("run", "--for-each", "who.csv", "--json").out())
        .contains("\"unchanged\" : [ \"out/Ann's 2026.csv\" ]");
    assertThat(baddle.run("run", "--for-each", "none.csv").err()).contains("there is no list");
  }

  @Test
  void wrong_and_missing_values_are_told_before_anything_is_read() throws Exception {
    List<List<String>> cases =
        List.of(
            List.of("the parameter who has no value", ""),
            List.of("no parameter whom; did you mean who?", "whom=x"),
            List.of("period: \"soon\" is no period; expected one such as 2026-03", "period=soon"),
            List.of("--with takes NAME=VALUE", "who"));
    for (List<String> one : cases) {
      Baddle.Run run =
          one.get(1).isEmpty() ? baddle.run("run") : baddle.run("run", "--with", one.get(1));
      assertThat(run.status()).isEqualTo(2);
      assertThat(run.err()).contains(one.get(0));
    }
    assertThat(folder.resolve(".baddle/dataset.db")).doesNotExist();
  }
}
