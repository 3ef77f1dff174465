package baddle.bench;

import baddle.app.Folders;
import baddle.app.Project;
import baddle.app.consolidate.Consolidation;
import baddle.app.export.RowsChoice;
import baddle.app.export.TableExport;
import baddle.app.results.ResultFetcher;
import baddle.app.summarize.Summarizer;
import baddle.database.PostgresServer;
import baddle.plan.database.TablePlan;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Rows from PostgreSQL and into it, in turns with the driver's bare cursor and with the server's
 * own command: {@code DatabaseRatio ROWS TURNS}. Needs the {@code psql} command for the latter.
 */
final class DatabaseRatio {

  private static final String DATABASE = "bench";
  private static final String COLUMNS =
      "id bigint, day date, receipt text, line int, code text, description text, site text,"
          + " channel text, quantity int, price numeric(12,2), amount numeric(14,2), at timestamp";
  private static final String GROUPS =
      "select site, date_trunc('month', day), sum(amount) from line group by 1, 2 order by 1, 2";
  private static final String PLAN =
      """
      baddle: 1
      databases: {server: {url: "URL", user: owner, password_file: secret}}
      datasets:
        rows:
          columns: {id: integer, day: date, receipt: text, line: integer, code: text,
            description: text, site: text, channel: text, quantity: integer,
            price: {type: decimal, places: 2}, amount: {type: decimal, places: 2}, at: timestamp}
      feeds: {rows: {database: server, table: line}}
      summaries: {groups: {down: [site], across: [day by month], measures: {Amount: sum(amount)}}}
      """;

  /** Something that is measured. */
  private interface Work {
    void run() throws Exception;
  }

  /** What it took: seconds on the wall, and of this process's processors. */
  private record Took(double wall, double cpu) {}

  private final int rows;
  private final PostgresServer server = PostgresServer.shared();
  private final Path folder;

  private DatabaseRatio(int rows) throws IOException {
    this.rows = rows;
    this.folder = Files.createTempDirectory("baddle-bench");
  }

  /** Measures. */
  public static void main(String[] args) throws Exception {
    new DatabaseRatio(Integer.parseInt(args[0])).measure(Integer.parseInt(args[1]));
  }

  private void measure(int turns) throws Exception {
    String url = server.fresh(DATABASE);
    server.run(
        DATABASE,
        "create table line(" + COLUMNS + ")",
        "insert into line select i, date '2024-01-01' + i % 730, 'R' || i / 3, i % 3, lpad((i % 997)"
            + "::text, 5, '0'), 'Description of thing ' || i % 997, 'Site ' || i % 60, case i % 4"
            + " when 0 then 'trade' else 'till' end, i % 9 + 1, (i % 5000) / 100.0, (i % 90000) /"
            + " 100.0, timestamp '2024-01-01' + i * interval '37 seconds' from generate_series(1, "
            + rows
            + ") i",
        "alter table line add primary key (id)",
        "vacuum analyze line");
    Files.writeString(folder.resolve("baddle.yaml"), PLAN.replace("URL", url));
    Path secret = Files.writeString(folder.resolve("secret"), PostgresServer.PASSWORD);
    Files.setPosixFilePermissions(secret, PosixFilePermissions.fromString("rw-------"));
    Project project = Project.open(folder.resolve("baddle.yaml"));
    List<Took> cursor = new ArrayList<>();
    List<Took> fetch = new ArrayList<>();
    List<Took> whole = new ArrayList<>();
    List<Took> copy = new ArrayList<>();
    List<Took> load = new ArrayList<>();
    List<Took> group = new ArrayList<>();
    List<Took> summarize = new ArrayList<>();
    for (int turn = 0; turn <= turns; turn++) {
      cursor.add(took(this::cursor));
      clear();
      fetch.add(took(() -> new ResultFetcher(project, 1).run(Instant.now(), true)));
      clear();
      whole.add(took(() -> Consolidation.of(project, Clock.systemUTC(), 2).run()));
      Folders.remove(folder.resolve(".baddle/cells"));
      summarize.add(took(() -> summarize(project)));
      group.add(
          took(() -> psql("\\copy (" + GROUPS + ") to '" + folder.resolve("groups.csv") + "'")));
      Path csv = folder.resolve("line.csv");
      psql("\\copy (select * from line) to '" + csv + "' csv");
      server.run(DATABASE, "drop table if exists copied", "create table copied(" + COLUMNS + ")");
      copy.add(took(() -> psql("\\copy copied from '" + csv + "' csv")));
      server.run(DATABASE, "drop table if exists loaded");
      load.add(took(() -> load(project)));
    }
    System.out.println("| what | floor | Baddle | ratio | target |");
    System.out.println("|---|---|---|---|---|");
    print(
        "fetch %,d rows x 12 from PostgreSQL; wall s against the bare cursor", cursor, fetch, true);
    print("the same; CPU s of the reading process", cursor, fetch, false);
    print("consolidate them; wall s against the bare cursor", cursor, whole, true);
    print("load %,d rows x 12 into PostgreSQL; wall s against psql's copy", copy, load, true);
    print("summarize %,d rows by two columns; wall s against its GROUP BY", group, summarize, true);
    clear();
  }

  private void print(String what, List<Took> floor, List<Took> own, boolean wall) {
    double a = least(floor, wall);
    double b = least(own, wall);
    System.out.printf(
        Locale.ROOT,
        "| %s | %.2f | %.2f | %.2f | %s |%n",
        String.format(Locale.ROOT, what, rows),
        a,
        b,
        b / a,
        "at most 1.5");
  }

  /** The least of all turns but the first, in which the compiler is busy. */
  private static double least(List<Took> all, boolean wall) {
    return all.stream().skip(1).mapToDouble(t -> wall ? t.wall() : t.cpu()).min().orElse(0);
  }

  private static Took took(Work work) throws Exception {
    com.sun.management.OperatingSystemMXBean system =
        (com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
    long cpu = system.getProcessCpuTime();
    long wall = System.nanoTime();
    work.run();
    return new Took((System.nanoTime() - wall) / 1e9, (system.getProcessCpuTime() - cpu) / 1e9);
  }

  /** Reads every column of every row as a string, in steps as large as the program's. */
  private void cursor() throws Exception {
    try (Connection connection = server.connect(DATABASE)) {
      connection.setAutoCommit(false);
      try (Statement statement = connection.createStatement()) {
        statement.setFetchSize(8192);
        long characters = 0;
        try (ResultSet all = statement.executeQuery("select * from line order by id")) {
          int width = all.getMetaData().getColumnCount();
          while (all.next()) {
            for (int i = 1; i <= width; i++) {
              String text = all.getString(i);
              characters += text == null ? 0 : text.length();
            }
          }
        }
        if (characters == 0) {
          throw new IllegalStateException("nothing was read");
        }
      }
    }
  }

  private void load(Project project) throws Exception {
    TableExport.run(
        project,
        "rows",
        RowsChoice.EVERYTHING,
        new TablePlan(
            project.plan().databases().get("server"),
            "loaded",
            TablePlan.How.REPLACE,
            false,
            true));
  }

  private static void summarize(Project project) throws IOException {
    Summarizer.figures(project, List.copyOf(project.plan().summaries().values()));
  }

  private void psql(String command) throws IOException, InterruptedException {
    String url = server.url(DATABASE).replace("jdbc:", "");
    ProcessBuilder builder = new ProcessBuilder("psql", "-q", "-c", command, url);
    builder.environment().put("PGUSER", PostgresServer.OWNER);
    builder.environment().put("PGPASSWORD", PostgresServer.PASSWORD);
    if (builder.inheritIO().start().waitFor() != 0) {
      throw new IOException("psql failed");
    }
  }

  private void clear() throws IOException {
    Folders.remove(folder.resolve(".baddle"));
  }
}
