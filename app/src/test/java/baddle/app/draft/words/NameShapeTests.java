package baddle.app.draft.words;

import static org.assertj.core.api.Assertions.assertThat;

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
}
