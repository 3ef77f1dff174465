package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files that bring rows of other files again, though their content differs. */
class RepeatedFileProgramTests {

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    plan("");
    file("a.csv", 1, 40, "");
  }

  private void plan(String more) throws Exception {
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  d:",
        "    amount: amount",
        more.isEmpty() ? "" : "    " + more,
        "    columns: {no: text, day: date, amount: {type: decimal, places: 2}}",
        "feeds: {f: {into: d, files: 'in/*.csv'}}",
        "summaries: {s: {of: d, measures: {Sum: sum(amount)}}}");
  }

  private void file(String name, int from, int to, String end) throws Exception {
    StringBuilder text = new StringBuilder("no,day,amount\n");
    IntStream.rangeClosed(from, to)
        .forEach(i -> text.append("n%d,2026-03-%02d,%d.50\n".formatted(i, 1 + i % 28, i)));
    baddle.write("in/" + name, (text + end).split("\n", -1));
  }

  @Test
  void a_copy_with_a_byte_more_is_named_with_what_counts_twice() throws Exception {
    file("a sent again.csv", 1, 40, "\n");

    assertThat(baddle.run("consolidate").out())
        .contains("file-repeats: in/a sent again.csv")
        .contains("40 of its 40 rows are also in in/a.csv, and count twice: amount 840.00");
    assertThat(baddle.run("check").out()).contains("file-repeats");
    baddle.delete("in/a sent again.csv");
    assertThat(baddle.run("consolidate").out()).doesNotContain("file-repeats");
  }

  @Test
  void an_export_that_repeats_the_year_so_far_is_named_unless_a_key_settles_it() throws Exception {
    file("b.csv", 1, 90, "");
    file("c.csv", 80, 130, "");

    assertThat(baddle.run("consolidate").out())
        .contains("file-repeats: in/a.csv", "40 of its 40 rows are also in in/b.csv")
        .doesNotContain("file-repeats: in/c.csv", "file-repeats: in/b.csv");
    plan("key: [no]\n    on_duplicate: hold");
    assertThat(baddle.run("consolidate").out()).doesNotContain("file-repeats");
  }
}
