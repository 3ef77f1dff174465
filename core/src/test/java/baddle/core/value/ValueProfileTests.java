package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.MonthNames;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValueProfileTests {

  private static ValueProfile of(String values) {
    ValueProfile profile = new ValueProfile(MonthNames.english());
    for (String value : values.split(" ")) {
      profile.addText(value.replace('_', ' '), 1);
    }
    return profile;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1 2 10 | integer 1 10 | []",
        "1,5 2,25 -3 | decimal(2) -3.00 2.25 | [decimal comma]",
        "1,234 2,345 | integer 1234 2345 | [decimal point or decimal comma: can't be told]",
        "1.5 2,5 3.25 | text 1.5 3.25 | [2 of its 3 values are numbers]",
        "\u00a312.50 (3.00) | decimal(2) -3.00 12.50 | [with currency]",
        "00117 00204 | text 00117 00204 | [digits that are codes, not numbers]",
        "2026-03-14 2026-01-02 | date 2026-01-02 2026-03-14 | []",
        "13/2/2026 1/3/2026 | date 2026-02-13 2026-03-01 | [day first]",
        "2/13/2026 3/1/2026 | date 2026-02-13 2026-03-01 | [month first]",
        "1/2/2026 3/4/2026 | date 2026-02-01 2026-04-03 | [day first or month first: can't be told]",
        "2026-03-14_10:30 2026-03-15 | timestamp 2026-03-14 2026-03-15 | []",
        "yes no yes | boolean no yes | []",
        "a b c | text a c | []",
        "1 2 Total | integer 1 2 | [1 value is no integer]",
        "2026-03-14 Grand_total 2026-01-02 SUBTOTAL | date 2026-01-02 2026-03-14 | [2 values are no date]",
        "Total Total | text Total Total | []",
        "1 2 Tonnes | text 1 Tonnes | [2 of its 3 values are numbers]",
      })
  void says_what_values_are(String values, String bounds, String oddities) {
    ValueProfile profile = of(values.strip());

    assertThat(profile.type() + " " + profile.least() + " " + profile.greatest()).isEqualTo(bounds);
    assertThat(profile.oddities()).hasToString(oddities);
  }

  @Test
  void a_tenth_of_strangers_does_not_change_the_type_but_is_said() {
    ValueProfile profile = of("1 2 3 4 5 6 7 8 9 n/a");

    assertThat(profile.type()).hasToString("integer");
    assertThat(profile.oddities()).containsExactly("1 value is no integer");
  }

  @Test
  void counts_blanks_and_distinct_values() {
    ValueProfile profile = of("a b a");
    profile.addBlank(2);

    assertThat(profile.rows()).isEqualTo(5);
    assertThat(profile.filled()).isEqualTo(3);
    assertThat(profile.distinct()).isEqualTo(2);
    assertThat(profile.example()).isEqualTo("a");
    assertThat(profile.hasMoreDistinct()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "Amount, true",
    "Amount 2026, true",
    "12.50, false",
    "14 Mar 2026, false",
    "2026-03-14, false",
    "'', false",
    "---, false",
    "EUR 12, false",
  })
  void tells_labels_from_values(String text, boolean label) {
    assertThat(ValueProfile.isLabel(text)).isEqualTo(label);
  }
}
