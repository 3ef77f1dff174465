package baddle.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
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

  @ParameterizedTest
  @CsvSource(
      nullValues = "none",
      value = {
        "02450, none",
        "0124, 01240",
        "01204, 01240",
        "10240, 01240",
        "01249, 01240",
        "001240, 01240",
        "01042, none",
        "2026-03, 2026-04",
        "2025-31, none",
        "A2450, A1240",
      })
  void a_code_is_near_only_by_one_slip(String code, String near) {
    assertThat(Nearest.to(code, List.of("01240", "77777", "2026-04", "A1240")))
        .isEqualTo(Optional.ofNullable(near));
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
