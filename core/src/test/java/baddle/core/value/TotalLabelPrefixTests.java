package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Most texts are ruled out as labels without making a string of them; no label is missed. */
class TotalLabelPrefixTests {

  @ParameterizedTest
  @CsvSource({
    "Total, true",
    "'  Grand total :', true",
    "Site 12 total, true",
    "Sous-total, true",
    "sum, true",
    "I alt, true",
    "Zwischensumme, true",
    "\u0418\u0442\u043e\u0433\u043e, true",
    "\u5408\u8ba1, true",
    "'pots no 3029, mixed, 1 l pot', false",
    "R00000001, false",
    "M\u00fcller, false",
    "to be sent with care, false",
    "2026-04-05, false",
    "so, false",
  })
  void only_words_that_begin_like_those_of_totals_are_looked_at(String text, boolean may) {
    char[] characters = text.toCharArray();

    assertThat(TotalLabel.mayBe(characters, 0, characters.length)).isEqualTo(may);
    assertThat(TotalLabel.is(text)).isEqualTo(may);
  }
}
