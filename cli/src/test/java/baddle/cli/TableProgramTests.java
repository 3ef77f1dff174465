package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.cli.Baddle.Run;
import baddle.database.NeedsPostgres;
import baddle.database.PostgresServer;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The clean rows into tables of a real database. */
@NeedsPostgres
class TableProgramTests {

  private static final PostgresServer SERVER = PostgresServer.shared();
  private static final String DATABASE = "clean";
  private static final String PLAN =
      """
      baddle: 1
      databases: {office: {url: "URL", user: owner, password: "{env:OFFICE_PASSWORD}"}}
      datasets:
        sales:
          key: [no]
          amount: amount
          columns: {no: {type: text, required: true}, day: date, amount: {type: decimal, places: 2}}
      feeds: {sales: {files: "sales *.csv"}}
      """;

  @TempDir private Path folder;
  private Baddle baddle;
  private String url;

  @BeforeEach
  void make() throws Exception {
    url = SERVER.fresh(DATABASE);
    baddle =
        new Baddle(folder)
            .write("baddle.yaml", PLAN.replace("URL", url))
            .write("sales 1.csv", "no,day,amount", "001,2026-01-05,10.10", "002,1890-01-06,0.05")
            .write("sales 2.csv", "no,day,amount", "003,2026-02-05,9999999999999999.99")
            .set("OFFICE_PASSWORD", PostgresServer.PASSWORD);
  }

  private static String answer(String query) throws SQLException {
    return SERVER.answer(DATABASE, query).replace("\n", "; ");
  }

  private Run export(String... more) throws Exception {
    List<String> args = new ArrayList<>(List.of("export", "sales", "--to", "office:sales"));
    args.addAll(List.of(more));
    return baddle.run(args.toArray(String[]::new));
  }

  @Test
  void a_table_is_made_replaced_and_proves_its_rows() throws Exception {
    baddle.run("consolidate");

    assertThat(export().out())
        .isEqualTo(
            "loaded: office:sales, 3 rows (replace), up to batch 1; 3 rows, amount"
                + " 10,000,000,000,000,010.14 in the table = in the dataset\n");
    assertThat(answer("select * from sales order by no"))
        .isEqualTo(
            "001 2026-01-05 10.10 sales 1.csv null 2; 002 1890-01-06 0.05 sales 1.csv null 3;"
                + " 003 2026-02-05 9999999999999999.99 sales 2.csv null 2");

    baddle.delete("sales 2.csv");
    baddle.run("consolidate");
    export("--where", "amount > 1");
    assertThat(answer("select no from sales")).isEqualTo("001");
  }

  @Test
  void appending_never_brings_a_batch_twice_and_corrects_what_changed() throws Exception {
    baddle.run("consolidate");
    assertThat(export("--how", "append").out()).contains("3 rows (append), up to batch 1");
    assertThat(export("--how", "append").out())
        .startsWith("unchanged: office:sales, it has all rows up to batch 1; 3 rows, amount ");
    assertThat(export("--how", "append", "--remake").out()).contains("unchanged");
    assertThat(answer("select count(*) from sales")).isEqualTo("3");

    baddle.write("sales 1.csv", "no,day,amount", "001,2026-01-05,11.10", "004,2026-01-07,1.00");
    baddle.run("consolidate");
    Run second = export("--how", "append");

    assertThat(second.out()).contains("up to batch 2").contains("corrected, with a sign");
    assertThat(answer("select sum(sign * amount) from sales"))
        .isEqualTo(
            new BigDecimal("9999999999999999.99").add(new BigDecimal("12.10")).toPlainString());
    assertThat(answer("select no from sales group by no having sum(sign) = 1 order by no"))
        .isEqualTo("001; 003; 004");

    SERVER.run(DATABASE, "alter table sales add column more text");
    assertThat(export("--how", "append").err()).contains("it has more (text)");
    assertThat(export("--how", "append", "--remake").out()).contains("3 rows (append)");
    assertThat(answer("select count(*), sum(sign) from sales")).isEqualTo("3 3");
  }

  @Test
  void a_table_goes_on_only_with_the_rows_it_was_loaded_with() throws Exception {
    baddle.run("consolidate");
    export("--how", "append", "--where", "amount > 1");

    Run other = export("--how", "append");

    assertThat(other.status()).isEqualTo(2);
    assertThat(other.err())
        .contains("was loaded with: append, all columns and origin short, rows where amount > 1")
        .contains("this load asks for: append, all columns and origin short, all rows");
    assertThat(export("--how", "append", "--where", "amount > 1").out()).contains("unchanged");
  }

  @ParameterizedTest
  @ValueSource(strings = {"replace", "by key", "append"})
  void rows_that_somebody_else_put_there_stay_unless_the_table_is_adopted(String how)
      throws Exception {
    baddle.run("consolidate");
    SERVER.run(DATABASE, "create table sales(no text)", "insert into sales values ('theirs')");

    Run refused = export("--how", how, "--remake");

    assertThat(refused.status()).isEqualTo(3);
    assertThat(refused.err()).contains("already has rows", "--adopt");
    assertThat(answer("select no from sales")).isEqualTo("theirs");
    assertThat(export("--how", how, "--remake", "--adopt").out()).contains("3 rows");
    assertThat(export("--how", how).status()).isZero();
  }

  @Test
  void a_table_that_somebody_changed_no_longer_ties() throws Exception {
    baddle.run("consolidate");
    assertThat(export("--how", "append").status()).isZero();
    SERVER.run(DATABASE, "update sales set amount = 10.00 where no = '001'");

    Run run = export("--how", "append");

    assertThat(run.status()).isEqualTo(1);
    assertThat(run.out())
        .endsWith(
            "3 rows, amount 10,000,000,000,000,010.04 in the table, 3 rows, amount"
                + " 10,000,000,000,000,010.14 in the dataset: 0 rows, amount -0.10 apart\n");
  }

  @Test
  void by_key_follows_the_dataset_and_leaves_others_rows() throws Exception {
    baddle.run("consolidate");
    export("--how", "by key");
    SERVER.run(DATABASE, "insert into sales(no, amount) values ('own', 5)");
    Run others = export("--how", "by key");
    assertThat(others.out()).contains("unchanged", "1 row, amount 5.00 that others put there or");
    assertThat(others.status()).isZero();

    baddle.write("sales 1.csv", "no,day,amount", "001,2026-01-05,11.10", "004,2026-01-07,1.00");
    baddle.run("consolidate");
    export("--how", "by key");

    assertThat(answer("select no, amount from sales order by no"))
        .isEqualTo("001 11.10; 003 9999999999999999.99; 004 1.00; own 5.00");
  }

  @Test
  void a_table_of_another_stores_batches_isnt_gone_on_with() throws Exception {
    baddle.run("consolidate");
    export("--how", "append");
    SERVER.run(DATABASE, "update baddle_loads set batch_made = '2020-01-01T00:00:00Z'");

    Run run = export("--how", "append");

    assertThat(run.status()).isEqualTo(2);
    assertThat(run.err())
        .contains("up to batch 1 of 2020-01-01T00:00:00Z, which this store doesn't know");
    assertThat(answer("select count(*) from sales")).isEqualTo("3");
  }

  @Test
  void all_tables_of_a_run_come_together_or_not_at_all() throws Exception {
    String reports =
        """
        reports:
          sales.csv: {rows: sales}
          one: {rows: sales, database: office, table: one}
          two: {rows: sales, database: office, table: two, how: append}
          three: {rows: sales, database: office, table: three, how: by key}
        """;
    baddle.write("baddle.yaml", PLAN.replace("URL", url) + reports);
    Run first = baddle.run("run");

    assertThat(first.out())
        .contains("What was written\n  sales.csv\n")
        .contains("loaded: office:one, 3 rows (replace), up to batch 1")
        .contains("loaded: office:two, 3 rows (append), up to batch 1")
        .contains("loaded: office:three, 3 rows (by key), up to batch 1");
    assertThat(baddle.run("run").out()).contains("unchanged: office:two, it has all rows");

    baddle.write("sales 3.csv", "no,day,amount", "009,2026-03-05,1.00");
    SERVER.run(DATABASE, "alter table three add column more int");
    Run failed = baddle.run("run");

    assertThat(failed.status()).isEqualTo(3);
    assertThat(failed.err())
        .contains("report three: the table three has other columns: it has more (integer)")
        .contains("batch 2");
    assertThat(answer("select count(*) from one union all select count(*) from two"))
        .isEqualTo("3; 3");
    assertThat(Files.readString(folder.resolve("sales.csv"))).doesNotContain("009");

    SERVER.run(DATABASE, "alter table three drop column more");
    assertThat(baddle.run("run").status()).isZero();
    assertThat(answer("select count(*) from one union all select count(*) from two"))
        .isEqualTo("4; 4");
  }

  @Test
  void killed_at_any_moment_a_table_has_the_old_rows_or_the_new() throws Exception {
    StringBuilder many = new StringBuilder("no,day,amount\n");
    for (int i = 0; i < 150_000; i++) {
      many.append('n').append(i).append(",2026-01-05,1.00\n");
    }
    baddle.run("consolidate");
    export();
    Files.writeString(folder.resolve("sales 9.csv"), many);
    baddle.run("consolidate");
    Random random = new Random(5);
    for (int i = 0; i < 6; i++) {
      Process process = baddle.start("export", "sales", "--to", "office:sales");
      process.waitFor(400 + random.nextInt(1500), TimeUnit.MILLISECONDS);
      process.destroyForcibly().waitFor();
      assertThat(answer("select count(*) from sales")).matches("3|150003");
    }
    assertThat(export().status()).isZero();
    assertThat(answer("select count(*), sum(amount) from sales"))
        .isEqualTo("150003 10000000000150010.14");
  }

  @Test
  void two_runs_at_once_leave_one_of_both() throws Exception {
    baddle.run("consolidate");
    Baddle other = new Baddle(folder).set("OFFICE_PASSWORD", PostgresServer.PASSWORD);
    Process one = baddle.start("export", "sales", "--to", "office:sales");
    Run second = other.run("export", "sales", "--to", "office:sales", "--where", "amount < 1");
    Run first = baddle.end(one);

    assertThat(first.status()).as(first.err()).isZero();
    assertThat(second.status()).as(second.err()).isZero();
    assertThat(answer("select count(*) from sales")).matches("3|1");
  }

  @Test
  void what_isnt_right_is_refused() throws Exception {
    baddle.run("consolidate");

    assertThat(export("--out", "x.csv").err()).contains("--to and --out exclude each other");
    assertThat(export("--how", "merge").err()).contains("--how takes append, by key, replace");
    assertThat(baddle.run("export", "sales", "--to", "offce:x").err())
        .contains("no database offce; did you mean office?");
    assertThat(baddle.run("export", "sales", "--to", "x").err())
        .contains("--to takes DATABASE:TABLE");
    baddle.set("OFFICE_PASSWORD", "wrong-8-door");
    Run refused = export();
    assertThat(refused.status()).isEqualTo(3);
    assertThat(refused.err())
        .contains("password authentication failed")
        .doesNotContain("wrong-8-door");
  }

  @Test
  void a_database_in_a_file_takes_them_too() throws Exception {
    baddle.write(
        "baddle.yaml",
        PLAN.replaceAll("office: [{].*[}][}]", "office: {url: 'jdbc:sqlite:office.db'}}"));
    baddle.run("consolidate");

    assertThat(export("--how", "by key").out()).contains("3 rows (by key)");

    try (Connection connection =
            DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("office.db"));
        Statement statement = connection.createStatement();
        ResultSet rows = statement.executeQuery("select group_concat(amount) from sales")) {
      assertThat(rows.next()).isTrue();
      assertThat(rows.getString(1)).contains("9999999999999999.99", "0.05");
    }
  }

  @Test
  void a_table_that_a_feed_reads_is_never_loaded_into() throws Exception {
    SERVER.run(
        DATABASE,
        "create table sent(no text, amount numeric)",
        "create table Other(no text)",
        "create table behind(no text)",
        "create view shown as select no from behind",
        "create table years(no text, day date) partition by range (day)",
        "create table y2026 partition of years for values from ('2026-01-01') to ('2027-01-01')");
    baddle.write("q.sql", "select a.no from/* , sent */public.\"other\" a");
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    String of = "  FEED: {into: sales, database: office, ";
    baddle.write(
        "baddle.yaml",
        plan.replace(
                    "databases: {office: ",
                    "databases:\n  other_name: {url: \""
                        + url.replace("localhost", "127.0.0.1")
                        + "?tcpNoDelay=true\", user: owner, password: \"{env:OFFICE_PASSWORD}\"}\n"
                        + "  office: ")
                .replace("_PASSWORD}\"}}", "_PASSWORD}\"}")
                .replace(
                    "feeds: {sales: {files: \"sales *.csv\"}}",
                    "feeds:\n  sales: {files: \"sales *.csv\", into: sales}")
            + of.replace("FEED", "one")
            + "query: 'select no from x join sent s on true'}\n"
            + of.replace("FEED", "two")
            + "query_file: q.sql}\n"
            + of.replace("FEED", "three")
            + "table: third}\n"
            + of.replace("FEED", "four").replace("office", "other_name")
            + "table: shown}\n"
            + of.replace("FEED", "five").replace("office", "other_name")
            + "query: 'select no from y2026'}\n");
    baddle.run("consolidate");

    for (String table : List.of("public.other", "behind", "years", "y2026")) {
      Run run = baddle.run("export", "sales", "--to", "office:" + table, "--remake");

      assertThat(run.err()).contains("the table office:" + table + " is read by the feed");
      assertThat(run.status()).isEqualTo(2);
    }
    for (String table : List.of("sent", "third")) {
      Run run = baddle.run("export", "sales", "--to", "office:" + table, "--remake");
      assertThat(run.err()).contains("the table office:" + table + " is named by the feed");
      assertThat(run.status()).isEqualTo(2);
    }
    assertThat(baddle.run("export", "sales", "--to", "office:sent_clean").status()).isZero();
  }

  @Test
  void one_file_under_two_names_is_one_database_and_the_store_is_none() throws Exception {
    Path file = folder.resolve("till.db");
    try (Connection till = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = till.createStatement()) {
      statement.execute("create table Tills(no text primary key, amount numeric) without rowid");
      statement.execute("insert into Tills values ('t1', 5)");
      statement.execute("create table apart(no text)");
    }
    Files.createSymbolicLink(folder.resolve("linked.db"), file);
    baddle.write(
        "baddle.yaml",
        PLAN.replace(
                    "databases: {office: {url: \"URL\", user: owner, password:"
                        + " \"{env:OFFICE_PASSWORD}\"}}",
                    "databases: {till: {url: \"jdbc:sqlite:till.db\"}, linked: {url:"
                        + " \"jdbc:sqlite:linked.db\"}, own: {url: \"jdbc:sqlite:.baddle/dataset.db\"}}")
                .replace(
                    "{sales: {files: \"sales *.csv\"}}",
                    "{sales: {files: \"sales *.csv\", into: sales},")
            + "  till: {into: sales, database: till, query: 'select no, amount from/**/tills'}}\n");
    assertThat(baddle.run("consolidate").out()).contains("4");

    Run over = baddle.run("export", "sales", "--to", "linked:TILLS", "--remake", "--adopt");
    assertThat(over.err()).contains("the table linked:TILLS is read by the feed till");
    Run store = baddle.run("export", "sales", "--to", "own:sales");
    assertThat(store.err()).contains("the database own lies among what baddle keeps");
    assertThat(baddle.run("export", "sales", "--to", "linked:sales").err()).isEmpty();
    assertThat(baddle.run("check").err()).isEmpty();
  }
}
