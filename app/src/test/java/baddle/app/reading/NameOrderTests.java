package baddle.app.reading;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.PeriodText;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class NameOrderTests {

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Notes|Trade 2025-12|Trade 2026-01|Trade Feb 2026",
        "January|February|December",
        "Sheet2|Sheet10|Sheet10a",
        "sales Q1 2026|sales 2026|sales 2026-04",
        "a 2026-03|b 2026-03",
        "Summary|Jan|Feb",
      })
  void names_stand_in_the_order_of_time(String names) {
    List<String> expected = List.of(names.split("\\|"));
    List<String> shuffled = new ArrayList<>(expected);
    Collections.shuffle(shuffled, new Random(3));

    assertThat(
            shuffled.stream()
                .map(name -> NameOrder.of(name, PeriodText.english()))
                .sorted()
                .map(NameOrder::name))
        .isEqualTo(expected);
  }
}
