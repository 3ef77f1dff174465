package baddle.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import java.io.IOException;
import java.sql.SQLException;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

@NeedsPostgres
class PostgresReadingTests {

  private static final PostgresServer SERVER = PostgresServer.shared();
  private static String url;

  @BeforeAll
  static void make() throws SQLException {
    url = SERVER.fresh("reading");
    SERVER.run(
        "reading",
        "create table line(id int primary key, entity text)",
        "insert into line values (2, 'ALD'), (1, 'O''Hara; drop table line'), (3, null)",
        "create role nobody login password 'nothing'",
        "create table \"Odd name\"(\"a \"\"b\"\"\" int)",
        "create schema other",
        "create table other.line(id int)");
  }

  private static Access access() {
    return access(url, PostgresServer.OWNER, PostgresServer.PASSWORD, 30);
  }

  private static Access access(String at, String user, String password, int seconds) {
    return new Access(
        "ledger", at, user, Optional.of(password), List.of(password), List.of(), 5, seconds);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "1234567890123456.78::numeric(18,2)|decimal 1234567890123456.78",
        "-0.010::numeric(5,3)|decimal -0.010",
        "9223372036854775807::bigint|decimal 9223372036854775807",
        "-3::smallint|decimal -3",
        "'NaN'::numeric|text NaN",
        "0.1::float8|number 0.1",
        "(0.1::float8 + 0.2::float8)|number 0.30000000000000004",
        "1e300::float8|number 1e+300",
        "'Infinity'::float8|text Infinity",
        "date '1890-05-01'|date 1890-05-01",
        "date '0044-03-15 BC'|text 0044-03-15 BC",
        "date 'infinity'|text infinity",
        "timestamp '2026-03-14 09:30:00.25'|date 2026-03-14 09:30:00.25",
        "timestamptz '2026-03-29 00:59:59+00'|date 2026-03-29 00:59:59",
        "timestamptz '2026-03-29 01:00:00+00'|date 2026-03-29 02:00:00",
        "timestamptz '2026-10-25 00:30:00+00'|date 2026-10-25 01:30:00",
        "timestamptz '2026-10-25 01:30:00+00'|date 2026-10-25 01:30:00",
        "timestamptz '2026-03-31 23:30:00+00'|date 2026-04-01 00:30:00",
        "timestamptz 'infinity'|text infinity",
        "time '09:30'|time 09:30:00",
        "interval '3 days'|text 3 days",
        "true|boolean true",
        "(1 = 2)|boolean false",
        "'0012'::text|text 0012",
        "'x'::char(3)|text x  ",
        "'{\"a\": 1}'::jsonb|text {\"a\": 1}",
        "'6f1b7a80-0000-4000-8000-000000000001'::uuid|text 6f1b7a80-0000-4000-8000-000000000001",
        "null::int|blank",
        "null::text|blank"
      })
  void each_type_comes_exactly_as_the_database_has_it(String value, String expected)
      throws IOException {
    assertThat(ReadRows.first(access(), "select " + value).get(0).stripTrailing())
        .isEqualTo(expected.stripTrailing());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "array[1, 2]|_int4",
        "'a'::bytea|bytea",
        "12.3::money|money",
        "row(1, 2)|record",
        "B'101'|bit"
      })
  void types_that_are_no_single_value_are_refused_by_name(String value, String type) {
    assertThatThrownBy(() -> ReadRows.first(access(), "select " + value + " as odd"))
        .isInstanceOf(DatabaseException.class)
        .hasMessageStartingWith("column odd is of type " + type + ", which isn't read");
  }

  @Test
  void a_value_is_never_part_of_the_statement() throws Exception {
    assertThat(
            ReadRows.of(
                access(),
                "select id from line where entity = {entity}",
                Map.of("entity", "O'Hara; drop table line")))
        .containsExactly(List.of("decimal 1"));
    assertThat(
            ReadRows.of(
                access(),
                "select id from line where entity = {entity}",
                Map.of("entity", "' or ''='")))
        .isEmpty();
    assertThat(ReadRows.of(access(), "select entity from line where id = {id}", Map.of("id", "2")))
        .containsExactly(List.of("text ALD"));
  }

  @Test
  void a_table_comes_by_its_key_and_with_any_name() throws IOException {
    try (Session session = Session.open(access())) {
      assertThat(session.table("line").toString())
          .isEqualTo("select * from \"line\" order by \"id\"");
      assertThat(session.table("other.line").toString())
          .isEqualTo("select * from \"other\".\"line\"");
      ReadRows rows = new ReadRows();
      session.read(session.table("Odd name"), Map.of(), ZoneOffset.UTC, rows);
      assertThat(rows.columns).containsExactly("a \"b\"");
    }
  }

  @Test
  void nothing_can_be_changed() {
    assertThatThrownBy(() -> ReadRows.of(access(), "delete from line returning id", Map.of()))
        .hasMessageContaining("read-only transaction");
  }

  @Test
  void all_statements_of_a_session_see_one_state_even_after_one_fails() throws Exception {
    QueryText count = QueryText.of("select count(*) from line");
    try (Session session = Session.open(access())) {
      assertThat(session.answer(count, Map.of(), ZoneOffset.UTC)).isEqualTo("3");
      SERVER.run("reading", "insert into line values (9, 'late')");
      assertThatThrownBy(() -> session.answer(QueryText.of("select nix"), Map.of(), ZoneOffset.UTC))
          .hasMessageContaining("column \"nix\" does not exist");
      assertThat(session.answer(count, Map.of(), ZoneOffset.UTC)).isEqualTo("3");
    } finally {
      SERVER.run("reading", "delete from line where id = 9");
    }
  }

  static Stream<Arguments> failures() {
    return Stream.of(
        arguments("select * from nowhere", "relation \"nowhere\" does not exist"),
        arguments("select {a}, {b}", "there is no value for {a}"),
        arguments("select 1 / 0", "division by zero"));
  }

  @ParameterizedTest
  @MethodSource("failures")
  void a_statement_that_fails_is_reported_in_the_databases_words(String query, String words) {
    DatabaseException failure =
        catchThrowableOfType(DatabaseException.class, () -> ReadRows.of(access(), query, Map.of()));

    assertThat(failure.kind()).isEqualTo(DatabaseException.Kind.STATEMENT);
    assertThat(failure).hasMessageContaining(words);
  }

  @Test
  void a_wrong_password_is_refused_at_once_and_never_shown() {
    DatabaseException failure =
        catchThrowableOfType(
            DatabaseException.class,
            () -> Session.open(access(url, PostgresServer.OWNER, "wrong-3-lamp", 30)));

    assertThat(failure.kind()).isEqualTo(DatabaseException.Kind.REFUSED);
    assertThat(failure)
        .hasMessageContaining("password authentication failed")
        .hasMessageNotContaining("wrong-3-lamp");
    assertThat(access()).asString().isEqualTo("ledger");
  }

  @Test
  void an_unknown_database_and_a_table_that_isnt_allowed_are_refused() {
    assertThatThrownBy(
            () -> Session.open(access(SERVER.url("nix"), "owner", PostgresServer.PASSWORD, 30)))
        .hasMessageContaining("database \"nix\" does not exist");
    assertThatThrownBy(
            () -> ReadRows.first(access(url, "nobody", "nothing", 30), "select * from line"))
        .hasMessageContaining("permission denied for table line");
  }

  @Test
  void where_nobody_answers_that_is_said() {
    DatabaseException failure =
        catchThrowableOfType(
            DatabaseException.class,
            () -> Session.open(access("jdbc:postgresql://127.0.0.1:1/x", "a", "secret-1", 30)));

    assertThat(failure.kind()).isEqualTo(DatabaseException.Kind.UNREACHABLE);
    assertThat(failure).hasMessageContaining("127.0.0.1:1").hasMessageNotContaining("secret-1");
  }

  @Test
  void a_statement_ends_when_its_time_is_up() {
    DatabaseException failure =
        catchThrowableOfType(
            DatabaseException.class,
            () ->
                ReadRows.first(
                    access(url, PostgresServer.OWNER, PostgresServer.PASSWORD, 1),
                    "select pg_sleep(20)::text"));

    assertThat(failure.kind()).isEqualTo(DatabaseException.Kind.LIMIT);
    assertThat(failure).hasMessageStartingWith("it took more than 1 s");
  }

  @Test
  void a_connection_that_is_cut_between_rows_ends_the_session() throws Exception {
    try (Session session = Session.open(access())) {
      long own =
          Long.parseLong(
              session.answer(QueryText.of("select pg_backend_pid()"), Map.of(), ZoneOffset.UTC));
      ReadRows rows =
          new ReadRows() {
            @Override
            public void row(baddle.core.grid.CellKind[] kinds, String[] texts) {
              super.row(kinds, texts);
              if (rows.size() == 1) {
                cut(own);
              }
            }
          };

      DatabaseException failure =
          catchThrowableOfType(
              DatabaseException.class,
              () ->
                  session.read(
                      QueryText.of("select i, repeat('x', 500) from generate_series(1, 900000) i"),
                      Map.of(),
                      ZoneId.of("UTC"),
                      rows));

      assertThat(failure.kind()).isEqualTo(DatabaseException.Kind.LOST);
      assertThat(failure.endsSession()).isTrue();
      assertThat(rows.rows).hasSizeLessThan(900_000);
    }
  }

  private static void cut(long process) {
    try {
      SERVER.run("reading", "select pg_terminate_backend(" + process + ")");
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void very_long_texts_come_whole_and_in_small_steps() throws IOException {
    List<List<String>> rows =
        ReadRows.of(access(), "select repeat('ab', 1000000) from generate_series(1, 20)", Map.of());

    assertThat(rows).hasSize(20).allSatisfy(row -> assertThat(row.get(0)).hasSize(2_000_005));
    assertThatThrownBy(() -> ReadRows.first(access(), "select repeat('x', 17000000) as long"))
        .hasMessage("row 1, column long: a text of 17000000 characters; at most 16777216 are read");
  }
}
