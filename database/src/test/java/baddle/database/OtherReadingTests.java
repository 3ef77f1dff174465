package baddle.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Databases in a file, and those whose driver comes from elsewhere. */
class OtherReadingTests {

  @TempDir private Path folder;

  private Access access(String url, Path... drivers) {
    return new Access("till", url, "", Optional.empty(), List.of(), List.of(drivers), 5, 30);
  }

  private String sqlite(String... statements) throws SQLException {
    String url = "jdbc:sqlite:" + folder.resolve("till.db");
    try (Connection connection = DriverManager.getConnection(url);
        Statement statement = connection.createStatement()) {
      for (String one : statements) {
        statement.execute(one);
      }
    }
    return url;
  }

  @Test
  void each_value_of_a_database_in_a_file_has_its_own_type() throws Exception {
    String url =
        sqlite(
            "create table t(id integer primary key, v)",
            "insert into t(v) values (9007199254740993), (12.3), ('0012'), (null), (1e20),"
                + " ('2026-03-14')");

    assertThat(ReadRows.of(access(url), "select v from t order by id", Map.of()))
        .containsExactly(
            List.of("decimal 9007199254740993"),
            List.of("number 12.3"),
            List.of("text 0012"),
            List.of("blank"),
            List.of("number 100000000000000000000"),
            List.of("text 2026-03-14"));
    assertThat(ReadRows.of(access(url), "select v from t where id = {id}", Map.of("id", "3")))
        .containsExactly(List.of("text 0012"));
  }

  @Test
  void bytes_are_refused() throws Exception {
    String url = sqlite("create table t(v)", "insert into t values (x'00ff')");

    assertThatThrownBy(() -> ReadRows.first(access(url), "select v from t"))
        .hasMessageContaining("column v holds bytes");
  }

  @Test
  void a_file_is_only_read_and_never_made() throws Exception {
    String url = sqlite("create table t(v)");

    assertThatThrownBy(() -> ReadRows.of(access(url), "insert into t values (1)", Map.of()))
        .isInstanceOf(DatabaseException.class);
    assertThatThrownBy(() -> Session.open(access("jdbc:sqlite:" + folder.resolve("none.db"))))
        .isInstanceOf(DatabaseException.class)
        .hasMessageContaining("can't connect to till");
    assertThat(folder.resolve("none.db")).doesNotExist();
  }

  @Test
  void a_driver_from_elsewhere_reads_too() throws Exception {
    Path driver =
        Path.of(org.h2.Driver.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    String url = "jdbc:h2:" + folder.resolve("other");
    String query =
        "select cast(12345678901234.56 as decimal(18, 2)), date '1890-05-01',"
            + " timestamp '2026-03-14 09:30:00', timestamp with time zone '2026-07-01 12:00:00+00',"
            + " true, 'a', cast(0.5 as double precision), cast(null as varchar), {a}";

    assertThat(ReadRows.of(access(url, driver), query, Map.of("a", "x'y")))
        .containsExactly(
            List.of(
                "decimal 12345678901234.56",
                "date 1890-05-01",
                "date 2026-03-14 09:30:00",
                "date 2026-07-01 13:00:00",
                "boolean true",
                "text a",
                "number 0.5",
                "blank",
                "text x'y"));
    assertThatThrownBy(() -> ReadRows.first(access(url, driver), "select array[1, 2] as odd"))
        .hasMessageContaining("column ODD is of type");
  }

  @Test
  void without_a_driver_the_way_to_one_is_said() throws IOException, URISyntaxException {
    assertThatThrownBy(() -> Session.open(access("jdbc:nix://host/x")))
        .hasMessageStartingWith("there is no driver for jdbc:nix")
        .hasMessageContaining("drivers: in the plan");
  }
}
