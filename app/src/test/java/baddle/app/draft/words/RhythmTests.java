package baddle.app.draft.words;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RhythmTests {

  @ParameterizedTest
  @CsvSource({
    "2026-01 2026-02 2026-03, month",
    "2026-01 2026-02 2026-02, ''",
    "2026-01 2026-02 2026-04 2026-05, month",
    "2024-01 2025-01 2026-01, ''",
    "2024 2025 2026, year",
    "2026-Q1 2026-Q2 2026-Q4, quarter",
    "2026-01 2026-02 2026, ''",
    "2026-W01 2026-W02 2026-W03, week",
    "2026-03-01 2026-03-02 2026-03-03 2026-03-05, day",
    "2026-01, ''"
  })
  void how_often_is_told_by_what_has_arrived(String periods, String expected) {
    PeriodText text = PeriodText.english();
    List<Period> found =
        Stream.of(periods.split(" ")).flatMap(period -> text.parse(period).stream()).toList();

    assertThat(Rhythm.of(found).map(Grain::words).orElse("")).isEqualTo(expected);
  }
}
