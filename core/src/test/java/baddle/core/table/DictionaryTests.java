package baddle.core.table;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DictionaryTests {

  /** Texts around the length up to which a number stands for them, and others that look alike. */
  private static final List<String> ALIKE =
      List.of(
          "a",
          "aa",
          "\u0001a",
          "\u0000a",
          "a\u0000",
          "A",
          "\u00e1",
          "\u007f",
          "\u0080",
          "12345678",
          "123456789",
          "1234567890",
          "023456789",
          "12345678\u00e9",
          "123456789\u0000",
          "12345678a");

  @Test
  void texts_that_look_alike_have_codes_of_their_own() {
    Dictionary dictionary = new Dictionary();
    for (String text : ALIKE) {
      assertThat(dictionary.find(text.toCharArray(), 0, text.length())).isEqualTo(Dictionary.BLANK);
      dictionary.code(text);
    }

    assertThat(dictionary.size()).isEqualTo(ALIKE.size());
    for (int i = 0; i < ALIKE.size(); i++) {
      assertThat(dictionary.code(ALIKE.get(i))).isEqualTo(i + 1);
      assertThat(dictionary.text(i + 1)).isEqualTo(ALIKE.get(i));
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void codes_are_those_of_a_map_also_after_it_was_cleared(long seed) {
    Random random = new Random(seed);
    Dictionary dictionary = new Dictionary();
    for (int round = 0; round < 3; round++) {
      Map<String, Integer> known = new HashMap<>();
      for (int i = 0; i < 20_000; i++) {
        String text = text(random);
        int expected = known.computeIfAbsent(text, t -> known.size() + 1);
        char[] around = ("<" + text + ">").toCharArray();
        if (random.nextBoolean() && text.chars().allMatch(c -> c > 0 && c < 0x80)) {
          byte[] bytes = (text + ">").getBytes(StandardCharsets.US_ASCII);
          long key = TextKey.of(bytes, 0, text.length());
          assertThat(dictionary.code(bytes, 0, text.length(), key)).isEqualTo(expected);
        } else {
          assertThat(dictionary.code(around, 1, around.length - 1)).isEqualTo(expected);
        }
        assertThat(dictionary.find(around, 1, around.length - 1)).isEqualTo(expected);
      }
      assertThat(dictionary.size()).isEqualTo(known.size());
      String all = new String(dictionary.pool(), 0, dictionary.end(known.size()));
      known.forEach(
          (text, code) -> {
            assertThat(dictionary.text(code)).isEqualTo(text);
            assertThat(all.substring(dictionary.end(code - 1), dictionary.end(code)))
                .isEqualTo(text);
          });
      dictionary.clear();
    }
  }

  private static String text(Random random) {
    int length = 1 + random.nextInt(26);
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < length; i++) {
      boolean other = random.nextInt(40) == 0;
      text.append((char) (other ? random.nextInt(0x250) : '0' + random.nextInt(4)));
    }
    return text.toString();
  }

  @Test
  void a_builder_repeats_and_forgets_what_it_held() {
    TextBuilder builder = new TextBuilder(8);
    for (int block = 0; block < 2; block++) {
      set(builder, 0, "short");
      builder.repeat(1, 4);
      set(builder, 4, "a longer text than nine");
      set(builder, 5, "short");
      builder.blank(6);
      builder.repeat(7, 8);
      TextVector made = (TextVector) builder.vector(8);

      assertThat(made.codes()).startsWith(1, 1, 1, 1, 2, 1, 0, 0);
      assertThat(made.dictionary().text(2)).isEqualTo("a longer text than nine");
      builder.clear();
    }
  }

  @Test
  void numbers_and_blanks_are_repeated_as_they_are() {
    LongBuilder builder = new LongBuilder(6);
    builder.set(0, 7);
    builder.repeat(1, 3);
    builder.blank(3);
    builder.repeat(4, 6);

    assertThat(builder.value(2)).isEqualTo(7);
    assertThat(builder.isBlank(2)).isFalse();
    assertThat(builder.isBlank(5)).isTrue();
  }

  private static void set(TextBuilder builder, int row, String text) {
    builder.set(row, text.toCharArray(), 0, text.length());
  }
}
