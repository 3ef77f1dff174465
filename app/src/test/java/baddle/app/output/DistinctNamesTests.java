package baddle.app.output;

import static org.assertj.core.api.Assertions.assertThat;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Each value has a file name of its own that every system takes. */
class DistinctNamesTests {

  private static String comparable(String name) {
    return Normalizer.normalize(name, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Foxholt | Foxholt",
        "a/b | a_b",
        "'' | (blank)",
        ".. | ._",
        "CON | CON_",
        "con.tills | con_.tills",
        "lpt1 | lpt1_",
        "Co. | Co_",
      })
  void a_name_is_one_that_every_system_takes(String value, String name) {
    assertThat(new DistinctNames(List.of(value), List.of()).of(value)).isEqualTo(name);
  }

  @Test
  void a_long_value_is_cut_and_marked() {
    String one = "x".repeat(300) + "1";
    String other = "x".repeat(300) + "2";
    DistinctNames names = new DistinctNames(List.of(one, other), List.of());
    assertThat(names.of(one)).hasSizeLessThan(100).isNotEqualTo(names.of(other));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void no_two_values_share_a_name_and_each_keeps_its_own(long seed) {
    Random random = new Random(seed);
    List<String> parts =
        List.of("a", "A", "/", "_", ".", " ", "\u00e4", "a\u0308", "con", "b", ":");
    Set<String> values = new HashSet<>(List.of("index", "Index", ".", "..", "", "a/b", "a_b"));
    for (int i = 0; i < 60; i++) {
      StringBuilder value = new StringBuilder();
      for (int j = random.nextInt(4); j >= 0; j--) {
        value.append(parts.get(random.nextInt(parts.size())));
      }
      values.add(value.toString());
    }
    DistinctNames names = new DistinctNames(values, List.of("index"));
    Set<String> seen = new HashSet<>(Set.of("index"));
    for (String value : values) {
      assertThat(seen.add(comparable(names.of(value)))).as(value).isTrue();
    }
    List<String> shuffled = new ArrayList<>(values);
    java.util.Collections.shuffle(shuffled, random);
    DistinctNames again = new DistinctNames(shuffled, List.of("index"));
    values.forEach(value -> assertThat(again.of(value)).isEqualTo(names.of(value)));
  }
}
