package baddle.formats.xlsx;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.DateSystem;
import baddle.formats.number.SerialDate;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class DayTextsTests {

  /** More days than are remembered, some asked for again. */
  @ParameterizedTest
  @EnumSource(DateSystem.class)
  void every_day_is_what_it_is_worked_out_to_be(DateSystem system) {
    DayTexts days = DayTexts.of(system);
    Random random = new Random(1);
    for (int i = 0; i < 40_000; i++) {
      int number = i % 3 == 0 ? random.nextInt(100) : random.nextInt(3_000_000);
      char[] digits = String.valueOf(number).toCharArray();

      char[] text = days.text(digits, digits.length);

      assertThat(text == null ? "" : new String(text))
          .as("day %s", number)
          .isEqualTo(SerialDate.iso(number, system).orElse(""));
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"46082.5", "-1", "1E4", "4608200000", " 46082", "46082\u0660"})
  void what_is_no_whole_number_of_digits_is_left_to_others(String text) {
    assertThat(DayTexts.of(DateSystem.FROM_1900).text(text.toCharArray(), text.length())).isNull();
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 59, 61, 46082, 2_958_465})
  void the_two_systems_are_kept_apart(int number) {
    char[] digits = String.valueOf(number).toCharArray();

    assertThat(DayTexts.of(DateSystem.FROM_1900).text(digits, digits.length))
        .isNotEqualTo(DayTexts.of(DateSystem.FROM_1904).text(digits, digits.length));
  }
}
