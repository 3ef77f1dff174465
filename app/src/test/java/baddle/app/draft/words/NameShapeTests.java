package baddle.app.draft.words;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.draft.DraftColumn;
import baddle.app.draft.PlanText;
import baddle.core.calendar.PeriodText;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NameShapeTests {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Alder Mill 2026-03;Dunmere 2026-03;Dunmere 2026-04 | {site} {period}",
        "sales-2026-03-north;sales-2026-04-south | sales-{period}-{site}",
        "cash 2026-01;cash 2026-02 | cash {period}",
        "Trade 2024;Trade 2025 | Trade {period}",
        "march 2026;April 2026 | {period}",
        "north;south | *",
        "ranges | ranges",
      })
  void finds_what_names_have_in_common(String names, String pattern) {
    NameShape shape = NameShape.of(List.of(names.strip().split(";")), PeriodText.english());

    assertThat(shape.pattern(shape.hasPeriod() ? Optional.of("site") : Optional.empty()))
        .isEqualTo(pattern);
  }

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
