package baddle.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers on the terminal are grouped, counted in words, and never rounded up to all. */
class NumberTextTests {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"0 | 0 rows", "1 | 1 row", "2 | 2 rows", "1234567 | 1,234,567 rows"})
  void counted(long number, String text) {
    assertThat(NumberText.counted(number, "row")).isEqualTo(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "0 | 0 | ''",
        "5 | 5 | 100 %",
        "0 | 5 | 0.0 %",
        "999999 | 1000000 | 99.9 %",
        "989 | 1000 | 98.9 %",
        "1 | 3 | 33.3 %",
        "2 | 3 | 66.6 %",
      })
  void a_share_is_all_only_where_it_is(long part, long whole, String text) {
    assertThat(NumberText.share(part, whole)).isEqualTo(text);
  }

  @Property
  void a_part_is_never_all(
      @ForAll @LongRange(min = 1, max = 1_000_000_000_000L) long whole,
      @ForAll @LongRange(min = 1, max = 1_000_000) long missing) {
    long part = Math.max(0, whole - missing);

    BigDecimal shown = new BigDecimal(NumberText.share(part, whole).replace(" %", ""));

    assertThat(shown).isLessThan(BigDecimal.valueOf(100));
    assertThat(shown.multiply(BigDecimal.valueOf(whole)))
        .isLessThanOrEqualTo(BigDecimal.valueOf(part).multiply(BigDecimal.valueOf(100)));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1234.5 | 2 | 1,234.5",
        "1234.567 | 2 | 1,234.57",
        "-0.005 | 2 | -0.01",
        "0.004 | 2 | 0.00",
        "1E3 | 2 | 1,000",
        "12345678901234567890.123 | 9 | 12,345,678,901,234,567,890.123",
      })
  void a_number_has_its_places_and_no_more_than_asked(BigDecimal number, int places, String text) {
    assertThat(NumberText.rounded(number, places)).isEqualTo(text);
  }
}
