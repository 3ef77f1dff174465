package baddle.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamePatternTests {

  @ParameterizedTest
  @CsvSource({
    "in/{site}-{period}.csv, in/alder-mill-2026-03.csv, '{site=alder-mill, period=2026-03}'",
    "in/{site}-{period}.csv, in/alder-mill-2026-W07.csv, '{site=alder-mill, period=2026-W07}'",
    "'in/{site} {period}.csv', 'in/Alder Mill 202603.CSV', '{site=Alder Mill, period=202603}'",
    "in/*/{site}.csv, in/2026/a.csv, {site=a}",
    "in/**/*.xlsx, in/a/b/c.xlsx, {}",
    "in/**/*.xlsx, in/c.xlsx, {}",
    "Trade ?, Trade 1, {}",
    "a.csv, A.CSV, {}",
    "'{site} {period}', Alder Mill March 2026, '{site=Alder Mill, period=March 2026}'",
    "**/{site}/x*.csv, a/b/North/x1.csv, {site=North}",
  })
  void matches_and_takes_parts_out(String pattern, String name, String parts) {
    assertThat(new NamePattern(pattern).match(name).orElseThrow()).hasToString(parts);
  }

  @ParameterizedTest
  @CsvSource({
    "in/{site}-{period}.csv, in/alder-mill.csv",
    "in/{site}.csv, in/sub/a.csv",
    "in/*.csv, in/a.csv.bak",
    "in/a.csv, in/aXcsv",
    "{site}-{period}, -2026-03",
  })
  void does_not_match(String pattern, String name) {
    assertThat(new NamePattern(pattern).match(name)).isEmpty();
  }

  @Test
  void accents_match_however_they_are_composed() {
    assertThat(new NamePattern("Caf\u00e9*.csv").match("Cafe\u0301 1.csv")).isPresent();
  }

  @ParameterizedTest
  @CsvSource({
    "in/{site} {period}.csv, in/Alder Mill 2026-13.csv, 2026-13",
    "in/{site} {period}.csv, in/Alder Mill 2026-03.csv, none",
    "in/{site} {period}.csv, in/Alder Mill draft.csv, none",
    "in/{site} {period}.csv, out/Alder Mill 2026-13.csv, none",
    "in/{site}.csv, in/2026-13.csv, none",
  })
  void tells_a_period_that_cannot_be_read_from_another_name(
      String pattern, String name, String expected) {
    assertThat(new NamePattern(pattern).unreadablePeriod(name).orElse("none")).isEqualTo(expected);
  }

  @Test
  void a_pattern_of_many_stars_takes_no_time() {
    assertThat(new NamePattern("*a*a*a*a*a*a*a*a*a*a*a*b").match("a".repeat(2000))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "inbox/tills/{site}.csv, inbox/tills",
    "*.csv, ''",
    "inbox/2026-*/a.csv, inbox",
    "inbox/a.csv, inbox",
  })
  void knows_the_folder_to_look_in(String pattern, String folder) {
    assertThat(new NamePattern(pattern).folder()).isEqualTo(folder);
  }
}
