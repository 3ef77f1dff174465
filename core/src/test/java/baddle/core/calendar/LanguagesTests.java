package baddle.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LanguagesTests {

  @ParameterizedTest
  @CsvSource({
    "en,true",
    "en-GB,true",
    "de,true",
    "de-CH,true",
    "pl,true",
    "ja,true",
    "fr-CA,true",
    "cy,true",
    "es-419,true",
    "en-001,true",
    "zh-Hant-TW,true",
    "nb,true",
    "xx,false",
    "qq-GB,false",
    "en-QQ,false",
    "und,false",
    "klingon,false",
    "'',false",
  })
  void languages_with_names_of_months_are_known(String tag, boolean known) {
    assertThat(Languages.isKnown(Locale.forLanguageTag(tag))).isEqualTo(known);
  }
}
