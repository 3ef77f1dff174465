package baddle.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Rows into tables, of both kinds of database that are loaded. */
@NeedsPostgres
class TableLoaderTests {

  private static final PostgresServer SERVER = PostgresServer.shared();
  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("code", ColumnType.text()),
              new Column("amount", ColumnType.decimal(2)),
              new Column("day", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("paid", ColumnType.of(ColumnType.Kind.BOOLEAN)),
              new Column("at", ColumnType.of(ColumnType.Kind.TIMESTAMP))));

  @TempDir private Path folder;
  private String postgres;

  @BeforeEach
  void make() throws SQLException {
    postgres = SERVER.fresh("loading");
  }

  private String url(Engine engine) {
    return engine == Engine.POSTGRESQL ? postgres : "jdbc:sqlite:" + folder.resolve("x.db");
  }

  private Access access(Engine engine) {
    return access(engine, 60);
  }

  private Access access(Engine engine, int seconds) {
    return new Access(
        "office",
        url(engine),
        engine == Engine.POSTGRESQL ? PostgresServer.OWNER : "",
        engine == Engine.POSTGRESQL ? Optional.of(PostgresServer.PASSWORD) : Optional.empty(),
        List.of(PostgresServer.PASSWORD),
        List.of(),
        Math.min(5, seconds),
        seconds);
  }

  @Test
  void who_keeps_a_table_locked_is_named() throws Exception {
    replace(Engine.POSTGRESQL, "clean", rows("a"));
    try (Connection other = connect(Engine.POSTGRESQL);
        Statement statement = other.createStatement()) {
      other.setAutoCommit(false);
      statement.execute("set application_name = 'ledger'");
      statement.execute("select count(*) from clean");
      try (TableLoader loading = TableLoader.open(access(Engine.POSTGRESQL, 1))) {
        assertThatThrownBy(() -> loading.replace(load("clean", rows("b"))))
            .hasMessageMatching(
                "waited 1 s for others who use tables of office at the moment: user owner in"
                    + " process \\d+ \\(ledger, idle in transaction, since [-0-9: ]+\\) has clean;"
                    + " nothing was changed; load again when they are done");
      }
    }
    try (TableLoader first = TableLoader.open(access(Engine.POSTGRESQL))) {
      assertThat(first.file()).isEmpty();
      assertThatThrownBy(() -> TableLoader.open(access(Engine.POSTGRESQL, 1)))
          .hasMessageContaining("(baddle, idle in transaction, since")
          .hasMessageContaining("has a load of baddle's");
    }
    assertThat(answer(Engine.POSTGRESQL, "select code from clean")).isEqualTo("a");
  }

  @Test
  void a_file_that_others_write_to_is_reported_as_that() throws Exception {
    replace(Engine.SQLITE, "clean", rows("a"));
    try (Connection other = connect(Engine.SQLITE);
        Statement statement = other.createStatement()) {
      statement.execute("begin immediate");
      assertThatThrownBy(() -> TableLoader.open(access(Engine.SQLITE, 1)))
          .hasMessage("another program writes to office at the moment; try again when it's done");
    }
  }

  private Connection connect(Engine engine) throws SQLException {
    return engine == Engine.POSTGRESQL
        ? SERVER.connect("loading")
        : DriverManager.getConnection(url(engine));
  }

  private String answer(Engine engine, String query) throws SQLException {
    try (Connection connection = connect(engine)) {
      return PostgresServer.answer(connection, query);
    }
  }

  private void execute(Engine engine, String... statements) throws SQLException {
    try (Connection connection = connect(engine);
        Statement statement = connection.createStatement()) {
      for (String one : statements) {
        statement.execute(one);
      }
    }
  }

  /** A row for each code; a code of {@code null} is a row of blanks. */
  private static RowScan rows(String... codes) {
    return sink -> {
      BlockBuilder blocks = new BlockBuilder(SCHEMA, 3, sink);
      for (int i = 0; i < codes.length; i++) {
        int row = blocks.row();
        for (int column = 0; column < SCHEMA.size(); column++) {
          if (codes[i] == null) {
            blocks.column(column).blank(row);
          } else if (blocks.column(column) instanceof TextBuilder text) {
            text.set(row, codes[i].toCharArray(), 0, codes[i].length());
          } else {
            long value = column == 1 ? 999_999_999_999_999_999L - i : column == 4 ? i % 2 : -i;
            ((LongBuilder) blocks.column(column)).set(row, value);
          }
        }
        blocks.endRow(i + 1);
      }
      blocks.flush();
    };
  }

  private static TableLoader.Load load(String table, RowScan rows) {
    return new TableLoader.Load(
        table, SCHEMA, rows, new Loaded("sales", 3, "now", 0, "all"), false, true);
  }

  private long replace(Engine engine, String table, RowScan rows) throws IOException {
    try (TableLoader loading = TableLoader.open(access(engine))) {
      long count = loading.replace(load(table, rows));
      loading.commit();
      return count;
    }
  }

  @ParameterizedTest
  @EnumSource(names = "OTHER", mode = EnumSource.Mode.EXCLUDE)
  void a_table_is_made_with_types_and_holds_each_value_exactly(Engine engine) throws Exception {
    String odd = "tab\there \\N \\. new\nline \r 'quotes' \"\u20ac\ud83c\udf31";

    assertThat(replace(engine, "clean", rows("a", odd, null, ""))).isEqualTo(4);

    assertThat(
            answer(
                engine,
                "select code from clean where amount = "
                    + (engine == Engine.SQLITE ? "'9999999999999999.98'" : "9999999999999999.98")))
        .isEqualTo(odd);
    assertThat(answer(engine, "select * from clean where code = 'a'"))
        .startsWith("a 9999999999999999.99 1970-01-01 0 ");
    assertThat(answer(engine, "select day, units, at from clean where units = -3"))
        .isEqualTo("1969-12-29 -3 1969-12-31 23:59:59.999997");
    assertThat(answer(engine, "select count(*) from clean where code is null and amount is null"))
        .isEqualTo("1");
    assertThat(
            answer(engine, "select table_name, dataset, batch, batch_made, rows from baddle_loads"))
        .isEqualTo("clean sales 3 now 4");
  }

  @ParameterizedTest
  @EnumSource(names = "OTHER", mode = EnumSource.Mode.EXCLUDE)
  void replacing_leaves_only_the_new_rows_and_appending_all(Engine engine) throws Exception {
    replace(engine, "clean", rows("a", "b"));
    replace(engine, "clean", rows("c"));
    assertThat(answer(engine, "select code from clean")).isEqualTo("c");

    try (TableLoader loading = TableLoader.open(access(engine))) {
      assertThat(loading.loaded("clean", SCHEMA)).contains(new Loaded("sales", 3, "now", 1, "all"));
      assertThat(loading.loaded("clean", SCHEMA.only(List.of("code")))).isEmpty();
      assertThat(loading.loaded("other", SCHEMA)).isEmpty();
      loading.append(load("clean", rows("d", "e")));
      loading.commit();
    }
    assertThat(answer(engine, "select code from clean order by code")).isEqualTo("c\nd\ne");
  }

  @ParameterizedTest
  @EnumSource(names = "OTHER", mode = EnumSource.Mode.EXCLUDE)
  void nothing_is_seen_without_a_commit_and_all_tables_come_together(Engine engine)
      throws Exception {
    replace(engine, "one", rows("old"));
    try (TableLoader loading = TableLoader.open(access(engine))) {
      loading.replace(load("one", rows("new")));
      loading.replace(load("two", rows("new")));
    }
    assertThat(answer(engine, "select code from one")).isEqualTo("old");
    assertThatThrownBy(() -> answer(engine, "select code from two"))
        .isInstanceOf(SQLException.class);
  }

  @ParameterizedTest
  @EnumSource(names = "OTHER", mode = EnumSource.Mode.EXCLUDE)
  void by_key_replaces_what_is_there_removes_what_went_and_leaves_others_rows(Engine engine)
      throws Exception {
    replace(engine, "clean", rows("keep", "gone"));
    execute(engine, "insert into clean(code, units) values ('somebody else''s', 7)");
    Schema keys = SCHEMA.only(List.of("code"));
    try (TableLoader loading = TableLoader.open(access(engine))) {
      loading.byKey(
          load("clean", rows("new", "keep")),
          List.of("code"),
          Optional.of(
              sink ->
                  rows("keep", "gone")
                      .scan((block, from, to) -> sink.accept(block.only(keys), from, to))));
      loading.commit();
    }

    assertThat(answer(engine, "select code, units from clean order by code"))
        .isEqualTo("keep -1\nnew 0\nsomebody else's 7");
  }

  @ParameterizedTest
  @EnumSource(names = "OTHER", mode = EnumSource.Mode.EXCLUDE)
  void a_key_that_is_blank_or_there_twice_is_refused(Engine engine) throws Exception {
    try (TableLoader loading = TableLoader.open(access(engine))) {
      assertThatThrownBy(
              () -> loading.byKey(load("a", rows("x", "x")), List.of("code"), Optional.empty()))
          .hasMessage("the table a takes rows by key, and a key is there twice: code x");
    }
    try (TableLoader loading = TableLoader.open(access(engine))) {
      assertThatThrownBy(
              () ->
                  loading.byKey(
                      load("a", rows("x", null)), List.of("code", "day"), Optional.empty()))
          .hasMessageStartingWith(
              "the table a takes rows by key, and a key is blank: code (blank)");
    }
  }

  @ParameterizedTest
  @EnumSource(names = "OTHER", mode = EnumSource.Mode.EXCLUDE)
  void a_table_with_other_columns_is_refused_unless_it_may_be_made_anew(Engine engine)
      throws Exception {
    boolean file = engine == Engine.SQLITE;
    execute(
        engine,
        "create table clean(code text, amount "
            + (file ? "real" : "numeric(10, 2)")
            + ", day "
            + (file ? "text" : "date")
            + ", more text, units "
            + (file ? "integer" : "bigint")
            + ", paid "
            + (file ? "integer" : "boolean")
            + ")",
        "insert into clean(code) values ('kept')");

    assertThatThrownBy(() -> replace(engine, "clean", rows("a")))
        .hasMessageStartingWith(
            file
                ? "the table clean has other columns: amount is REAL there and should be text; it"
                    + " lacks at (text); it has more (TEXT), which the rows don't have"
                : "the table clean has other columns: amount is numeric(10,2) there and should be"
                    + " numeric(18,2); it lacks at (timestamp); it has more (text), which the rows"
                    + " don't have");
    assertThat(answer(engine, "select code from clean")).isEqualTo("kept");

    try (TableLoader loading = TableLoader.open(access(engine))) {
      loading.replace(
          new TableLoader.Load(
              "clean", SCHEMA, rows("a"), new Loaded("sales", 1, "now", 0, ""), true, true));
      loading.commit();
    }
    assertThat(answer(engine, "select code from clean")).isEqualTo("a");
  }

  @Test
  void what_hangs_on_a_table_stays() throws Exception {
    replace(Engine.POSTGRESQL, "clean", rows("a"));
    execute(
        Engine.POSTGRESQL,
        "create view shown as select code from clean",
        "create index by_code on clean(code)",
        "grant select on clean to public",
        "comment on table clean is 'for the office'");

    replace(Engine.POSTGRESQL, "clean", rows("b"));

    assertThat(answer(Engine.POSTGRESQL, "select code from shown")).isEqualTo("b");
    assertThat(
            answer(
                Engine.POSTGRESQL,
                "select obj_description('clean'::regclass), relacl::text like"
                    + " '%=r/%', (select indexname from pg_indexes where tablename = 'clean') from"
                    + " pg_class where oid = 'clean'::regclass"))
        .isEqualTo("for the office t by_code");
  }

  @Test
  void a_bare_table_changes_places_with_a_new_one() throws Exception {
    replace(Engine.POSTGRESQL, "clean", rows("a"));
    String before = answer(Engine.POSTGRESQL, "select 'clean'::regclass::oid");

    replace(Engine.POSTGRESQL, "clean", rows("b"));

    assertThat(answer(Engine.POSTGRESQL, "select 'clean'::regclass::oid")).isNotEqualTo(before);
    assertThat(
            answer(
                Engine.POSTGRESQL,
                "select count(*) from pg_class where relname like '%baddle_new%'"))
        .isEqualTo("0");
  }

  @Test
  void readers_see_the_old_rows_until_all_new_ones_are_there() throws Exception {
    replace(Engine.POSTGRESQL, "clean", rows("old", "old too"));
    List<String> seen = new ArrayList<>();
    try (TableLoader loading = TableLoader.open(access(Engine.POSTGRESQL))) {
      loading.replace(
          load(
              "clean",
              sink -> {
                rows("new", "new too", "newest").scan(sink);
                try {
                  seen.add(answer(Engine.POSTGRESQL, "select count(*) from clean"));
                } catch (SQLException e) {
                  throw new IOException(e);
                }
              }));
      loading.commit();
    }
    assertThat(seen).containsExactly("2");
    assertThat(answer(Engine.POSTGRESQL, "select count(*) from clean")).isEqualTo("3");
  }

  @Test
  void a_connection_that_is_cut_in_the_middle_leaves_the_old_rows() throws Exception {
    replace(Engine.POSTGRESQL, "clean", rows("old"));
    try (TableLoader loading = TableLoader.open(access(Engine.POSTGRESQL))) {
      DatabaseException failure =
          catchThrowableOfType(
              DatabaseException.class,
              () ->
                  loading.replace(
                      load(
                          "clean",
                          sink -> {
                            rows("new").scan(sink);
                            cutAll();
                            for (int i = 0; i < 50_000; i++) {
                              rows("x".repeat(200), "y", "z").scan(sink);
                            }
                          })));
      assertThat(failure).isNotNull();
    }
    assertThat(answer(Engine.POSTGRESQL, "select code from clean")).isEqualTo("old");
  }

  private static void cutAll() throws IOException {
    try {
      SERVER.run(
          "postgres",
          "select pg_terminate_backend(pid) from pg_stat_activity where datname = 'loading'");
    } catch (SQLException e) {
      throw new IOException(e);
    }
  }

  @Test
  void a_second_loading_waits_for_the_first() throws Exception {
    ExecutorService other = Executors.newSingleThreadExecutor();
    CountDownLatch begun = new CountDownLatch(1);
    try {
      Future<Long> second;
      try (TableLoader first = TableLoader.open(access(Engine.POSTGRESQL))) {
        second =
            other.submit(
                () -> {
                  begun.countDown();
                  return replace(Engine.POSTGRESQL, "clean", rows("second"));
                });
        assertThat(begun.await(10, TimeUnit.SECONDS)).isTrue();
        first.replace(load("clean", rows("first", "first too")));
        assertThat(second.isDone()).isFalse();
        first.commit();
      }
      assertThat(second.get(30, TimeUnit.SECONDS)).isEqualTo(1);
    } finally {
      other.shutdownNow();
    }
    assertThat(answer(Engine.POSTGRESQL, "select code from clean")).isEqualTo("second");
  }

  @Test
  void what_isnt_allowed_or_cant_be_kept_is_said() throws Exception {
    execute(
        Engine.POSTGRESQL,
        "drop role if exists visitor",
        "create role visitor login password 'open-4-door'");
    Access visitor =
        new Access(
            "office", postgres, "visitor", Optional.of("open-4-door"), List.of(), List.of(), 5, 60);

    assertThatThrownBy(
            () -> {
              try (TableLoader loading = TableLoader.open(visitor)) {
                execute(Engine.POSTGRESQL, "create table taken(code text)");
                loading.replace(load("taken", rows("a")));
              }
            })
        .isInstanceOf(DatabaseException.class);
    assertThatThrownBy(() -> replace(Engine.POSTGRESQL, "clean", rows("a\0b")))
        .hasMessageContaining("column code holds a text with the character U+0000");
    assertThatThrownBy(
            () ->
                TableLoader.open(
                    new Access(
                        "other",
                        "jdbc:h2:mem:",
                        "",
                        Optional.empty(),
                        List.of(),
                        List.of(),
                        5,
                        60)))
        .hasMessageContaining("rows are loaded into databases of jdbc:postgresql and jdbc:sqlite");
  }
}
