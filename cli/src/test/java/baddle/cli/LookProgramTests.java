package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What somebody sees first: a folder by its layouts, the grid around a cell, odd values. */
class LookProgramTests {

  @TempDir private Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    for (int month = 1; month <= 3; month++) {
      baddle.write(
          "in/a-2026-0" + month + ".csv",
          "Date,Code,Amount",
          "2026-0" + month + "-02,x,1.50",
          "2026-0" + month + "-09,y,20.00");
    }
    baddle.write("in/b.csv", "Date;Code;Amount", "2026-04-02;x;1,50", "2026-04-03;y;none");
    baddle.write("in/people.csv", "Who,Where", "Ann,Dunmere");
    baddle.write("in/.hidden.csv", "Who,Where", "Bo,Dunmere");
    baddle.write("in/broken.xlsx", "PK\003\004 cut off");
  }

  @Test
  void a_folder_is_a_page_for_each_layout_and_a_line_for_each_file() throws Exception {
    Baddle.Run run = baddle.run("look", "in");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.err()).contains("broken.xlsx");
    assertThat(run.out())
        .containsSubsequence("Layout 1 of 2: 4 files", "a-2026-01.csv", "Layout 2 of 2: 1 file")
        .containsPattern("a-2026-02.csv +1 +2 +2026-02-02 +2026-02-09\\n")
        .containsPattern("b.csv +1 +2 +2026-04-02 +2026-04-03 +.*semicolon")
        .doesNotContain("Bo");
    var json = Json.of(baddle.run("look", "in", "--json").out());
    assertThat(json.at("/0/files/3/differs").toString()).contains("Amount is text");
    assertThat(json.at("/1/example/sheets/0/tables/0/rows").asInt()).isEqualTo(1);
    assertThat(baddle.run("look", "in", "in/b.csv").err()).contains("takes one folder, or files");
  }

  @Test
  void odd_values_come_with_their_rows() throws Exception {
    StringBuilder lines = new StringBuilder("Day,Amount\n");
    for (int i = 1; i <= 28; i++) {
      lines.append("2026-05-").append(i < 10 ? "0" : "").append(i).append(',');
      lines.append(i == 5 ? "about 7" : i + ".5").append('\n');
    }
    Files.writeString(folder.resolve("odd.csv"), lines);

    assertThat(baddle.run("look", "odd.csv").out()).contains("no decimal(1) (row 6: about 7)");
    assertThat(Json.of(baddle.run("look", "odd.csv", "--json").out()).findValue("odd_values"))
        .isEmpty();
  }

  @Test
  void the_grid_around_a_cell_is_shown() throws Exception {
    assertThat(baddle.run("look", "in/a-2026-01.csv", "--at", "C2").out())
        .containsSubsequence("row  A ", "    1  Date", "[1.50]", "20.00");
    assertThat(baddle.run("look", "in/a-2026-01.csv", "--at", "C2", "--json").out())
        .contains("\"range\" : \"A1:F7\"");
    assertThat(baddle.run("look", "in/a-2026-01.csv", "--at", "2").err())
        .contains("--at takes a cell such as C12");
    assertThat(baddle.run("look", "in/a-2026-01.csv", "--at", "May!C2").err())
        .contains("has no sheet May");
  }
}
