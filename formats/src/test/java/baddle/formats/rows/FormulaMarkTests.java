package baddle.formats.rows;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaMarkTests {

  @Property
  void a_marked_text_comes_back_and_none_begins_like_a_formula(@ForAll("texts") String text) {
    String marked = FormulaMark.with(text);

    assertThat(FormulaMark.without(marked)).isEqualTo(text);
    assertThat(marked).matches("(?s)([^=+\\-@\\t\\r\\n].*|[+-][0-9.,]*[0-9][0-9.,]*|)");
  }

  @Provide
  Arbitrary<String> texts() {
    return Arbitraries.strings().withChars("'=+-@\t\r\n1.,a ").ofMaxLength(8);
  }

  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '"',
      value = {
        "-5,-5",
        "+1.5,+1.5",
        "=1+2,'=1+2",
        "-5+3,'-5+3",
        "@x,'@x",
        "'=x,''=x",
        "'x,'x",
        "a,a"
      })
  void numbers_stay_numbers(String text, String marked) {
    assertThat(FormulaMark.with(text)).isEqualTo(marked);
  }
}
