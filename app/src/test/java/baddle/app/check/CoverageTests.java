package baddle.app.check;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Grain;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.Place;
import baddle.plan.ExpectPlan;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CoverageTests {

  /** Sources as {@code site@period}; a site that stands alone has no period. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "month | a@2026-01 a@2026-02 a@2026-03 | 3 | '' | ''",
        "month | a@2026-01 a@2026-04 | 2 | a 2026-02, a 2026-03 | ''",
        "month | a@2026-03 b@2026-01 b@2026-03 | 3 | b 2026-02 | ''",
        "month | a@2025-12 b@2025-12 b@2026-01 | 3 | a 2026-01 | ''",
        "month | a@2026-01 a@2026-01 | 1 | '' | a 2026-01 comes twice: f0 and f1",
        "month | a@2026 a@2026-02 | 1 | '' | f0 is of 2026, not of one month",
        "month | a@ | 0 | '' | f0 is of no period",
        "month | a@2026-01-31 a@2026-02 | 2 | '' | ''",
        "quarter | a@2026Q1 a@2026Q3 | 2 | a 2026-Q2 | ''",
        "year | a@2024 a@2026-03 | 2 | a 2025 | ''",
      })
  void names_what_is_missing_between_the_first_of_each_and_the_last_of_all(
      String every, String sources, int present, String missing, String unexpected) {
    List<Coverage.Covered> covered = new ArrayList<>();
    for (String source : sources.split(" ")) {
      String[] parts = source.split("@", -1);
      covered.add(new Coverage.Covered(Place.file("f" + covered.size()), parts[1], parts[0]));
    }

    Coverage coverage =
        Coverage.of(
            "tills",
            new ExpectPlan(Grain.of(every).orElseThrow(), List.of("site")),
            covered,
            List.of(),
            PeriodText.english(),
            Calendar.standard(),
            false);

    assertThat(coverage.present()).isEqualTo(present);
    assertThat(String.join(", ", coverage.missing())).isEqualTo(missing);
    assertThat(String.join(", ", coverage.unexpected())).isEqualTo(unexpected);
    long expected =
        Arrays.stream(new String[] {missing, unexpected}).filter(s -> !s.isEmpty()).count();
    assertThat(coverage.findings(List.of())).hasSize((int) expected);
  }

  /** A file that isn't read is a hint only where its name can be that of what is missing. */
  @ParameterizedTest
  @CsvSource({
    "in/old/a 2026-02.csv, true",
    "in/2026/new.csv, true",
    "in/a 2026-07.csv, false",
    "'in/a.xlsx, sheet 2026-02 (2)', true",
    "'in/a.xlsx, sheet May 2026', false",
  })
  void names_what_may_be_missing(String place, boolean isNamed) {
    Coverage coverage =
        Coverage.of(
            "tills",
            new ExpectPlan(Grain.MONTH, List.of()),
            List.of(
                new Coverage.Covered(Place.file("f0"), "2026-01", "a"),
                new Coverage.Covered(Place.file("f1"), "2026-03", "a")),
            List.of(),
            PeriodText.english(),
            Calendar.standard(),
            false);

    assertThat(coverage.findings(List.of(place)).get(0).message().contains(place))
        .isEqualTo(isNamed);
  }
}
