package baddle.app.draft;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names and values as a drafted plan writes them. */
class PlanTextTests {

  @ParameterizedTest
  @CsvSource({
    "Receipt no, receipt_no",
    "LINE TOTAL, line_total",
    "2026 (net), c_2026_net",
    "%, percent",
    "(), column"
  })
  void makes_plain_names_of_headings(String heading, String name) {
    assertThat(DraftColumn.plainName(heading)).isEqualTo(name);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Date | Date",
        "yes | \"yes\"",
        "a: b | \"a: b\"",
        "say \"hi\" | \"say \\\"hi\\\"\"",
        "*x | \"*x\""
      })
  void quotes_what_could_mean_something_else(String text, String expected) {
    assertThat(PlanText.quoted(text)).isEqualTo(expected);
  }
}
