package baddle.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class QueryTextTests {

  static Stream<Arguments> statements() {
    return Stream.of(
        arguments("select {a}, {b}, {a}", "select ?, ?, ?", List.of("a", "b", "a")),
        arguments("select 1;", "select 1", List.of()),
        arguments("select 1 -- {a}\n, {b}", "select 1 -- {a}\n, ?", List.of("b")),
        arguments("select /* {a} /* x */ ' */ {b}", "select /* {a} /* x */ ' */ ?", List.of("b")),
        arguments("select 'it''s ;' || {a}", "select 'it''s ;' || ?", List.of("a")),
        arguments("select \"a;b\" from t", "select \"a;b\" from t", List.of()),
        arguments("select $x$ ; ' $x$ || {a}", "select $x$ ; ' $x$ || ?", List.of("a")),
        arguments("select {fn now()}, {1}", "select {fn now()}, {1}", List.of()),
        arguments("select d ? 'k' and x = {a}", "select d ?? 'k' and x = ?", List.of("a")),
        arguments("select 1; -- the end", "select 1", List.of()));
  }

  @ParameterizedTest
  @MethodSource("statements")
  void values_become_question_marks_outside_of_quotes_and_comments(
      String text, String prepared, List<String> names) {
    QueryText query = QueryText.of(text);

    assertThat(query.prepared(Engine.POSTGRESQL)).isEqualTo(prepared);
    assertThat(query.names()).isEqualTo(names);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "select '{a}'|{a} is within quotes",
        "select \"{a}\"|{a} is within quotes",
        "select $$ {a} $$|{a} is within quotes",
        "select 1; drop table x|more than one statement",
        "select 'a|a quote that doesn't end: 'a",
        "select /* a|a comment that doesn't end",
        "  |the statement is empty",
        ";|the statement is empty"
      })
  void what_is_no_single_statement_is_refused(String text, String message) {
    String query = text == null ? "" : text;

    assertThatThrownBy(() -> QueryText.of(query)).hasMessageStartingWith(message);
  }

  @Test
  void a_person_sees_the_values_in_their_places() {
    QueryText query = QueryText.of("select {a} where {b} = 1");

    assertThat(query.shown(Map.of("a", "it's {b}"))).isEqualTo("select 'it''s {b}' where {b} = 1");
  }
}
