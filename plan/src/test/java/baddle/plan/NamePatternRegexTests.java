package baddle.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Random patterns and names, compared with the same said as a regular expression. */
class NamePatternRegexTests {

  private static final List<String> PIECES =
      List.of("a", "B", "-", "é", "ab", "/", "?", "*", "**", "**/", "{x}", "{period}");

  /** A letter behind each period keeps it from running into the next. */
  private static final List<String> NAME_PIECES =
      List.of("a", "A", "b", "-", "é", "É", "/", "2026-03x", "202603x", "x", "");

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void match_what_the_regular_expression_does(long seed) {
    Random random = new Random(seed);
    int matched = 0;
    for (int i = 0; i < 4_000; i++) {
      String pattern = joined(PIECES, random, true);
      String name = joined(NAME_PIECES, random, false);
      Matcher expected = regex(pattern).matcher(name);
      Optional<Map<String, String>> found = new NamePattern(pattern).match(name);

      assertThat(found.isPresent())
          .as("%s and %s, seed %s", pattern, name, seed)
          .isEqualTo(expected.matches());
      matched += found.isPresent() ? 1 : 0;
      found
          .map(parts -> parts.get(NamePattern.PERIOD))
          .ifPresent(period -> assertThat(period).matches("2026-?03|2026"));
    }
    assertThat(matched).isGreaterThan(100);
  }

  private static String joined(List<String> pieces, Random random, boolean once) {
    StringBuilder text = new StringBuilder();
    int length = 1 + random.nextInt(5);
    for (int i = 0; i < length; i++) {
      String piece = pieces.get(random.nextInt(pieces.size()));
      boolean again = once && piece.startsWith("{") && text.indexOf(piece) >= 0;
      boolean stars = piece.startsWith("*") && text.toString().endsWith("*");
      text.append(again || stars ? "a" : piece);
    }
    return text.toString();
  }

  private static Pattern regex(String pattern) {
    String regex =
        pattern
            .replace("**/", "\u0001")
            .replace("**", "\u0002")
            .replace("*", "\u0003")
            .replace("?", "[^/]")
            .replace("\u0001", "(?:(?:.*/)?)")
            .replace("\u0002", ".*")
            .replace("\u0003", "[^/]*")
            .replace("{x}", "[^/]+")
            .replace("{period}", "(?:2026-03|202603|2026)");
    return Pattern.compile(regex, Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.DOTALL);
  }
}
