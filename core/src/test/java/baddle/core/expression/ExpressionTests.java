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
      strings = {
        "sum(revenue)",
        "count(*)",
        "count(distinct site)",
        "avg(\"Unit price\")",
        "count(\"a \"\"b\"\"\")",
        "latest(balance, booked_on)",
        "percentile_cont(0.9) within group (order by late)",
        "sum(a * b) filter (where channel = 'it''s')",
      })
  void writes_a_call_as_it_was_read(String text) {
    assertThat(MeasureExpression.parse(text).calls().get(0)).hasToString(text);
    assertThat(MeasureExpression.parse("  " + text.replace("(", " (  ") + " ").calls().get(0))
        .hasToString(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1 + 2 | a measure needs an aggregate, such as sum(column), avg(column) or count(*) | 0",
        "sum(*) | expected a column; * is for count only, found \"*\" | 4",
        "sum(avg(a)) | an aggregate of an aggregate | 4",
        "percentile_cont(2) within group (order by a) | expected a share from 0 to 1, such as 0.9,"
            + " found \"2\" | 16",
        "last(balance) | expected ,, found \")\" | 12",
        "sum(a) filter (a > 1) | expected where, found \"a\" | 15",
      })
  void says_what_is_wrong_with_a_measure(String text, String message, int offset) {
    assertThatThrownBy(() -> MeasureExpression.parse(text))
        .isInstanceOfSatisfying(
            ExpressionException.class,
            e ->
                assertThat(e.withCaret())
                    .isEqualTo(message + "\n  " + text + "\n  " + " ".repeat(offset) + "^"));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "site",
        "sold_on by month",
        "\"Sale date\" by fiscal quarter",
        "units by bands -5, 0, 10.5",
        "case when a = 1 then 'x' end"
      })
  void writes_an_axis_item_as_it_was_read(String text) {
    assertThat(AxisItem.parse(text)).hasToString(text);
  }

  /** Names that are words of the language, or several words, are columns where one is named. */
  @ParameterizedTest
  @ValueSource(strings = {"flag", "from", "end", "in", "case", "Order Date", "null"})
  void a_columns_name_is_no_expression(String name) {
    assertThat(AxisItem.ofColumn(name).value().names()).containsExactly(name);
    assertThat(AxisItem.ofColumn(name).heading()).isEqualTo(name);
    assertThat(Expression.parse(Expression.quoted(name)).names()).containsExactly(name);
    if (!name.equals("null")) {
      assertThat(AxisItem.parse(name + " by month").value().names()).containsExactly(name);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sold_on by moth | no grain of the calendar: moth, nor bands 0, 10, 50; did you mean month?",
        "sold - | expected a value, found the end",
        "units by bands 5, 1 | bands begin one after the other, in ascending order",
        "units by bands | bands need numbers, such as 0, 10, 50",
        "units by bands a | expected numbers such as 0, 10, 50",
      })
  void says_what_is_wrong_with_an_axis_item(String text, String message) {
    assertThatThrownBy(() -> AxisItem.parse(text)).hasMessage(message);
  }

  @Test
  void every_example_of_the_documentation_can_be_read() throws IOException {
    String page = Files.readString(Path.of("../docs/reference/expressions.md"));
    Matcher example = Pattern.compile("(?m)^    (?:when|calc): (.+)$").matcher(page);
    int examples = 0;
    while (example.find()) {
      examples++;
      assertThat(Expression.parse(example.group(1)).references()).isNotEmpty();
    }
    assertThat(examples).isGreaterThan(5);
  }
}
