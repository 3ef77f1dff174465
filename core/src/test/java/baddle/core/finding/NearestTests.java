package baddle.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NearestTests {

  @ParameterizedTest
  @CsvSource({"sumarize, summarize", "CONSOLIDATE, consolidate", "crosstap, crosstab"})
  void finds_what_was_meant(String word, String meant) {
    assertThat(Nearest.to(word, List.of("demo", "consolidate", "summarize", "crosstab")))
        .contains(meant);
  }

  @ParameterizedTest
  @ValueSource(strings = {"pineapple", "B", "xy", ""})
  void keeps_silent_when_nothing_is_near(String word) {
    assertThat(Nearest.hint(word, List.of("demo", "check", "A", "CD"))).isEmpty();
  }

  @Test
  void every_code_has_a_stable_name_of_its_own() {
    List<String> ids = Arrays.stream(FindingCode.values()).map(FindingCode::id).toList();

    assertThat(ids).doesNotHaveDuplicates().allMatch(id -> id.matches("[a-z]+(-[a-z]+)*"));
  }

  @Test
  void a_place_reads_from_the_outside_in() {
    Place place = Place.source("inbox/a.xlsx", "May").atRow(12).atHeading("Qty");

    assertThat(place).hasToString("inbox/a.xlsx, sheet May, row 12, Qty");
    assertThat(Place.source("a.csv", "")).hasToString("a.csv");
    assertThat(Place.nowhere()).hasToString("");
  }
}
