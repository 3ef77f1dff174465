package baddle.core.expression;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Steps of patterns, repeats written out. */
class PatternSizeTests {

  @ParameterizedTest
  @CsvSource(
      delimiter = '#',
      value = {
        "abc # 3",
        "a{5} # 5",
        "a{2,7}b # 8",
        "a{3,} # 4",
        "(ab){10} # 40",
        "(?:a|b{3}){2} # 18",
        "[a{9}]{2} # 2",
        "[]x]{4} # 4",
        "\\{9} # 3",
        "\\\\{9} # 9",
        "a{x} # 4",
        "((a{999999999}){999999999}){999999999} # 9223372036854775807",
        "((a # 1",
      })
  void repeats_multiply(String pattern, long steps) {
    assertThat(PatternSize.of(pattern)).isEqualTo(steps);
  }
}
