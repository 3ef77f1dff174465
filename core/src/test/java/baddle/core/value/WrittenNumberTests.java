package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A number is taken apart as it was meant, whoever wrote it. */
class WrittenNumberTests {

  private final WrittenNumber written = new WrittenNumber();

  private boolean read(String text) {
    return written.read(text.toCharArray(), 0, text.length());
  }

  private BigDecimal number(String text, Convention convention) {
    assertThat(read(text)).as(text).isTrue();
    written.gather(convention);
    return written.number();
  }

  private static String formatted(BigDecimal value, char mark, char group, String pattern) {
    DecimalFormatSymbols symbols = new DecimalFormatSymbols(Locale.ROOT);
    symbols.setDecimalSeparator(mark);
    symbols.setGroupingSeparator(group);
    return new DecimalFormat(pattern, symbols).format(value);
  }

  @Property(tries = 500)
  void what_is_written_in_any_style_is_read_back(
      @ForAll @BigRange(min = "-999999999999", max = "999999999999") @Scale(2) BigDecimal value) {
    String[] patterns = {
      "#,##0.00", "0.00", "#,##0.00;(#,##0.00)", "#,##0.00;#,##0.00-", "\u00a4#,##0.00"
    };
    char[][] marks = {{'.', ','}, {',', '.'}, {'.', ' '}, {',', ' '}, {'.', '\''}, {',', '\u00a0'}};
    for (String pattern : patterns) {
      for (char[] mark : marks) {
        String text = formatted(value, mark[0], mark[1], pattern.replace("\u00a4", "EUR "));
        Convention convention =
            mark[0] == '.' ? Convention.DECIMAL_POINT : Convention.DECIMAL_COMMA;

        assertThat(number(text, convention)).as(text).isEqualByComparingTo(value);
        assertThat(written.shown() == null || written.shown() == convention).as(text).isTrue();
      }
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1,234.50 | DECIMAL_POINT",
        "1.234,50 | DECIMAL_COMMA",
        "12.5 | DECIMAL_POINT",
        "12,50 | DECIMAL_COMMA",
        "1,234,567 | DECIMAL_POINT",
        "1.234.567 | DECIMAL_COMMA",
      })
  void the_convention_is_shown_where_only_one_fits(String text, Convention convention) {
    assertThat(read(text)).isTrue();
    assertThat(written.shown()).isEqualTo(convention);
    assertThat(written.isEither()).isFalse();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"1,234 | 1234 | 1.234", "1.234 | 1.234 | 1234", "12,345 | 12345 | 12.345"})
  void one_mark_before_three_digits_could_be_either(
      String text, BigDecimal byPoint, BigDecimal byComma) {
    assertThat(number(text, Convention.DECIMAL_POINT)).isEqualByComparingTo(byPoint);
    assertThat(written.isEither()).isTrue();
    assertThat(written.shown()).isNull();
    assertThat(number(text, Convention.DECIMAL_COMMA)).isEqualByComparingTo(byComma);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "(5.00) | -5.00",
        "5.00- | -5.00",
        "+5 | 5",
        "12.5% | 0.125",
        "-12.5 % | -0.125",
        "€ 3.20 | 3.20",
        "3.20 USD | 3.20",
        "1.5E3 | 1500",
        "2e-2 | 0.02",
        ".5 | 0.5",
        "-.5 | -0.5",
        "007 | 7",
      })
  void signs_currencies_percents_and_exponents_are_known(String text, BigDecimal number) {
    assertThat(number(text, Convention.DECIMAL_POINT)).isEqualByComparingTo(number);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "-",
        "abc",
        "1.5 0",
        "12.30 00",
        "1,23,4",
        "1.2.3,4,5",
        "5 pieces",
        "--5",
        "(5",
        "5)",
        "1 2",
        "£",
        "%",
        "1..2",
        "1,,2",
        "0x10",
        "NaN",
        "1e",
        "٣"
      })
  void what_is_no_number_is_none(String text) {
    assertThat(read(text)).as(text).isFalse();
  }
}
