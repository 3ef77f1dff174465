package baddle.cli.options;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Findings that say the same are told once, with how many places say it. */
class FindingLinesTests {

  private static Finding held(String file, int row, long rows, String value) {
    Finding.Tally tally = new Finding.Tally(rows, value, "a number, such as 1234.50");
    Finding plain =
        Finding.of(
            FindingCode.ROWS_HELD,
            Place.file(file).atRow(row).atHeading("Amount"),
            tally.message(FindingCode.ROWS_HELD),
            "correct the file");
    return new Finding(
        plain.code(),
        plain.severity(),
        plain.place(),
        plain.message(),
        plain.remedy(),
        Optional.of(tally));
  }

  private static Finding note(int number) {
    return Finding.of(
        FindingCode.HEADING_NOT_USED, Place.file("in/a.csv"), "heading " + number, "");
  }

  @Test
  void one_finding_has_its_place_its_message_and_what_to_do() {
    assertThat(FindingLines.of(List.of(held("in/a.csv", 7, 1, "\"some\"")), false))
        .containsExactly(
            "error    rows-held: in/a.csv, row 7, Amount",
            "         1 row held: found \"some\", expected a number, such as 1234.50",
            "         to do: correct the file");
  }

  @Test
  void the_same_cause_in_several_places_is_one_with_its_rows_added_up() {
    List<Finding> findings =
        List.of(
            held("in/a.csv", 7, 2, "\"some\""),
            held("in/b.csv", 3, 1, "\"some\""),
            held("in/c.csv", 9, 4, "\"some\""),
            held("in/c.csv", 10, 1, "\"n/a\""));

    assertThat(FindingLines.of(findings, false))
        .containsExactly(
            "error    rows-held: in/a.csv, row 7, Amount and 2 more places",
            "         7 rows held: found \"some\", expected a number, such as 1234.50",
            "         to do: correct the file",
            "error    rows-held: in/c.csv, row 10, Amount",
            "         1 row held: found \"n/a\", expected a number, such as 1234.50",
            "         to do: correct the file");
    assertThat(FindingLines.of(findings, true))
        .contains("         also in/b.csv, row 3, Amount", "         also in/c.csv, row 9, Amount")
        .doesNotContain("error    rows-held: in/a.csv, row 7, Amount and 2 more places");
  }

  @Test
  void two_places_are_one_and_one_more() {
    assertThat(
            FindingLines.of(
                List.of(held("in/a.csv", 7, 1, "\"some\""), held("in/b.csv", 3, 1, "\"some\"")),
                false))
        .startsWith("error    rows-held: in/a.csv, row 7, Amount and 1 more place");
  }

  @Test
  void many_notes_are_cut_short_and_errors_never() {
    List<Finding> findings = new ArrayList<>();
    for (int i = 0; i < 9; i++) {
      findings.add(note(i));
      findings.add(held("in/a.csv", i + 1, 1, "value " + i));
    }

    List<String> lines = FindingLines.of(findings, false);

    assertThat(lines.stream().filter(line -> line.startsWith("error"))).hasSize(9);
    assertThat(lines.stream().filter(line -> line.startsWith("note"))).hasSize(5);
    assertThat(lines).endsWith("and 4 more notes; --verbose shows them");
    assertThat(FindingLines.of(findings, true).stream().filter(line -> line.startsWith("note")))
        .hasSize(9);
  }

  @Test
  void a_finding_of_no_file_names_none() {
    assertThat(
            FindingLines.of(
                List.of(
                    Finding.of(FindingCode.PERIOD_MISSING, Place.nowhere(), "nothing came", "ask")),
                false))
        .first()
        .isEqualTo("warning  period-missing");
  }
}
