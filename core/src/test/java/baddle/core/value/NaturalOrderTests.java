package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NaturalOrderTests {

  private static final String LETTERS = "aAbB019-éÉ";

  @ParameterizedTest
  @CsvSource({
    "Site 2, Site 10",
    "Site 2, site 10",
    "a, B",
    "a01, a1",
    "a9b, a10a",
    "a, a1",
    "12, 12a",
    "009, 10",
    "99999999999999999998, 99999999999999999999",
  })
  void comes_first(String first, String second) {
    assertThat(NaturalOrder.INSTANCE.compare(first, second)).isNegative();
    assertThat(NaturalOrder.INSTANCE.compare(second, first)).isPositive();
  }

  @Test
  void is_one_order_of_all_texts() {
    Random random = new Random(7);
    List<String> texts = new ArrayList<>();
    for (int i = 0; i < 300; i++) {
      StringBuilder text = new StringBuilder();
      for (int length = random.nextInt(6); length > 0; length--) {
        text.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
      }
      texts.add(text.toString());
    }
    List<String> sorted = new ArrayList<>(texts);
    sorted.sort(NaturalOrder.INSTANCE);
    for (int i = 0; i < sorted.size(); i++) {
      for (int j = i; j < sorted.size(); j++) {
        int compared = NaturalOrder.INSTANCE.compare(sorted.get(i), sorted.get(j));
        assertThat(compared)
            .as("%s and %s", sorted.get(i), sorted.get(j))
            .isLessThanOrEqualTo(0)
            .isEqualTo(-NaturalOrder.INSTANCE.compare(sorted.get(j), sorted.get(i)));
        assertThat(compared == 0).isEqualTo(sorted.get(i).equals(sorted.get(j)));
      }
    }
    Collections.shuffle(texts, random);
    texts.sort(NaturalOrder.INSTANCE);
    assertThat(texts).isEqualTo(sorted);
  }
}
