package baddle.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ExpressionTests {

  @ParameterizedTest
  @ValueSource(
      strings = {"sum(revenue)", "count(*)", "avg(\"Unit price\")", "count(\"a \"\"b\"\"\")"})
  void writes_a_call_as_it_was_read(String text) {
    assertThat(AggregateCall.parse(text)).hasToString(text);
    assertThat(AggregateCall.parse("  " + text.replace("(", " ( ") + " ")).hasToString(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "revenue | a measure is sum(column), avg(column), count(column) or count(*) | 0",
        "sun(revenue) | no function sun; did you mean sum? | 0",
        "sum(*) | sum needs a column, * is for count only | 4",
      })
  void says_what_is_wrong_with_a_measure(String text, String message, int offset) {
    assertThatThrownBy(() -> AggregateCall.parse(text))
        .isInstanceOfSatisfying(
            ExpressionException.class,
            e ->
                assertThat(e.withCaret())
                    .isEqualTo(message + "\n  " + text + "\n  " + " ".repeat(offset) + "^"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"site", "sold_on by month", "\"Sale date\" by fiscal quarter"})
  void writes_an_axis_item_as_it_was_read(String text) {
    assertThat(AxisItem.parse(text)).hasToString(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sold_on by moth | no grain of the calendar: moth; did you mean month?",
        "sold on | a column, or a column by day, week, month, quarter, year...",
      })
  void says_what_is_wrong_with_an_axis_item(String text, String message) {
    assertThatThrownBy(() -> AxisItem.parse(text)).hasMessage(message);
  }

  @Test
  void every_example_of_the_documentation_can_be_read() throws IOException {
    String page = Files.readString(Path.of("../docs/expressions.md"));
    Matcher example = Pattern.compile("(?m)^    (?:when|calc): (.+)$").matcher(page);
    int examples = 0;
    while (example.find()) {
      examples++;
      assertThat(Expression.parse(example.group(1)).references()).isNotEmpty();
    }
    assertThat(examples).isGreaterThan(5);
  }
}
