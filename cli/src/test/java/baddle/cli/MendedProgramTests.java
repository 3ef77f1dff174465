package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Held rows written out, corrected by a person, and read in place of what was sent. */
class MendedProgramTests {

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  sales:",
        "    columns:",
        "      site: text",
        "      doc: text",
        "      units: {type: integer, required: true}",
        "      price: {type: decimal, places: 2}",
        "feeds:",
        "  tills:",
        "    files: 'in/{site}.csv'",
        "    carry_down: [doc]",
        "    leave_out: {when: \"\\\"doc\\\" = 'Total'\", control_total: {units: units}}",
        "summaries:",
        "  s: {down: [site, doc], measures: {Units: sum(units), Rows: count(*)}}");
    baddle.write(
        "in/Dunmere.csv", "doc,units,price", "D1,2,1.00", ",lO,1.50", "D2,1,2.x", "Total,13,");
    baddle.run("consolidate");
  }

  private void mend(String file, String... replacements) throws IOException {
    Path held = folder.resolve("held.csv");
    String text = Files.readString(held);
    for (int i = 0; i < replacements.length; i += 2) {
      assertThat(text).contains(replacements[i]);
      text = text.replace(replacements[i], replacements[i + 1]);
    }
    baddle.write("mended/" + file, text.split("\r?\n"));
  }

  private String summary() throws Exception {
    baddle.run("summarize", "s", "--out", "s.csv");
    return Files.readString(folder.resolve("s.csv"));
  }

  @Test
  void mended_rows_stand_in_the_place_of_the_held_ones() throws Exception {
    assertThat(baddle.run("check", "--suspense", "held.csv").out()).contains("put it into mended/");
    mend("dunmere.csv", ",lO,1.50", ",10,1.50", "2.x", "2.10");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isZero();
    assertThat(run.out())
        .contains("4 rows read = 3 in the dataset + 1 left out + 0 held")
        .contains(
            "rows-mended: in/Dunmere.csv", "2 rows are read as corrected in mended/dunmere.csv");
    assertThat(summary()).contains("Dunmere,D1,12,2", "Dunmere,D2,1,1");
    assertThat(baddle.run("check").out()).contains("tills  units       1       0");
    assertThat(baddle.run("consolidate").out()).contains("Nothing has changed since batch 2");
    assertThat(baddle.run("compare").out())
        .contains("in/Dunmere.csv  read again")
        .containsPattern("in/Dunmere.csv +Units .*rows mended");
  }

  @Test
  void a_tab_in_a_heading_does_not_shift_what_is_to_be_mended() throws Exception {
    Files.writeString(folder.resolve("in/Dunmere.csv"), "\"no\tte\",doc,units\na\\,D1,lO\n");
    baddle.run("consolidate");
    baddle.run("check", "--suspense", "held.csv");
    assertThat(Files.readString(folder.resolve("held.csv")))
        .contains("held_mark,no\tte,doc,units\r\n", ",a\\,D1,lO\r\n");
    mend("dunmere.csv", "D1,lO", "D1,10");

    assertThat(baddle.run("consolidate").out()).contains("1 row read = 1 in the dataset");
  }

  @Test
  void texts_like_formulas_are_marked_for_people_and_come_back_unchanged() throws Exception {
    baddle.write("in/Dunmere.csv", "doc,units,price", "=1+2,lO,1.00", "-D7,x,1.00", "'@b,y,1.00");
    baddle.run("consolidate");
    baddle.run("check", "--suspense", "held.csv");
    mend("dunmere.csv", "'=1+2,lO", "'=1+2,10", "'-D7,x", "'-D7,2", "''@b,y", "''@b,3");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out()).contains("3 rows read = 3 in the dataset").doesNotContain("not-used");
    assertThat(summary()).contains("=1+2,10,1", ",-D7,2,1", ",'@b,3,1");
  }

  @Test
  void a_form_is_mended_cell_by_cell_under_the_addresses_of_its_cells() throws Exception {
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  sales:",
        "    columns: {site: text, units: {type: integer, required: true}, price: text}",
        "feeds: {forms: {files: 'in/*.csv', cells: {site: B1, units: B3}}}",
        "summaries:",
        "  s: {down: [site], measures: {Units: sum(units), Rows: count(*)}}");
    baddle.write("in/Dunmere.csv", "Site,Dunmere", "", "Units,four");
    baddle.run("consolidate");
    baddle.run("check", "--suspense", "held.csv");
    assertThat(Files.readString(folder.resolve("held.csv"))).contains("held_mark,B1,B3");
    mend("form.csv", ",four", ",4");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.status()).isZero();
    assertThat(run.out()).contains("rows-mended: in/Dunmere.csv").doesNotContain("mended-not-used");
    assertThat(summary()).contains("Dunmere,4,1");
  }

  @Test
  void a_row_that_still_does_not_fit_is_held_again_and_can_be_mended_again() throws Exception {
    baddle.run("check", "--suspense", "held.csv");
    mend("a.csv", ",lO,1.50", ",ten,1.50", "2.x", "2.10");
    assertThat(baddle.run("consolidate").out()).contains("found \"ten\"", "1 held");

    baddle.run("check", "--suspense", "held.csv");
    Files.delete(folder.resolve("mended/a.csv"));
    mend("b.csv", ",ten,1.50", ",10,1.50");

    assertThat(baddle.run("consolidate").out())
        .contains("4 rows read = 2 in the dataset + 1 left out + 1 held", "found \"2.x\"");
  }

  @Test
  void a_row_that_was_sent_anew_is_not_replaced() throws Exception {
    baddle.run("check", "--suspense", "held.csv");
    mend("a.csv", ",lO,1.50", ",10,1.50");
    baddle.write("in/Dunmere.csv", "doc,units,price", "D1,2,1.00", ",11,1.50", "Total,13,");

    Baddle.Run run = baddle.run("consolidate");

    assertThat(run.out())
        .contains("mended-not-used: mended/a.csv, row 2", "row 3 of in/Dunmere.csv isn't there");
    assertThat(summary()).contains("Dunmere,D1,13,2");
  }

  @Test
  void files_that_are_not_of_that_shape_are_named() throws Exception {
    baddle.write("mended/other.csv", "a,b", "1,2");
    baddle.write(
        "mended/twice.csv",
        "held_file,held_sheet,held_row,held_because,held_mark,doc",
        "in/Dunmere.csv,,3,,ffffffff,x",
        "in/Dunmere.csv,,3,,ffffffff,y",
        "in/Dunmere.csv,,3,,,y");

    assertThat(baddle.run("consolidate", "--verbose").out())
        .contains("mended/other.csv, row 2", "its sheet lacks a heading of held_file, held_sheet")
        .contains("mended/twice.csv, row 2", "corrected again at mended/twice.csv, row 3")
        .contains("mended/twice.csv, row 4", "it has no held_mark");
  }
}
