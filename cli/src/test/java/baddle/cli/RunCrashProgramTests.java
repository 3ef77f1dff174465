package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.cli.terminal.Console;
import baddle.cli.terminal.Terminal;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** The built program, killed in the middle of a run, on a full disk, or over a damaged store. */
class RunCrashProgramTests {

  private static final int KILLS = Integer.getInteger("baddle.kills", 12);

  private static final String[] APPEND = {
    "export", "--append", "--columns", "amount", "--origin", "none", "--out", "log.csv"
  };

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  d: {columns: {day: {type: date, required: true}, who: text, amount: integer}}",
        "feeds:",
        "  f: {files: 'in/x-{period}.csv'}",
        "summaries:",
        "  s: {down: [day by month], measures: {Amount: sum(amount)}}",
        "reports:",
        "  one.xlsx: {summaries: s}",
        "  two.csv: {summaries: s}");
    baddle.write("in/x-2026-01.csv", "day,who,amount", "2026-01-01,Ann,1");
    state(0);
    assertThat(baddle.run("run").status()).isZero();
  }

  /** What the folder holds in a state: February's amount is the state's number. */
  private void state(int number) throws IOException {
    baddle.write("in/x-2026-02.csv", "day,who,amount", "2026-02-01,Bo," + number);
  }

  /** The program's answer, asked within this process. */
  private String answer(String... arguments) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PrintStream stream = new PrintStream(out, true, StandardCharsets.UTF_8);
    Console console = new Console(stream, stream, Terminal.NONE, folder);
    int status = new Program(console).run(arguments);
    stream.flush();
    return status + "\n" + out.toString(StandardCharsets.UTF_8);
  }

  @Test
  void a_run_killed_at_any_moment_leaves_the_old_state_or_the_new_one() throws Exception {
    withLog();
    long began = System.nanoTime();
    state(1);
    assertThat(baddle.run("run").status()).isZero();
    long whole = (System.nanoTime() - began) / 1_000_000;
    long seed = System.nanoTime();
    Random moments = new Random(seed);
    int now = 1;
    int finished = 0;
    for (int i = 2; i < KILLS + 2; i++) {
      state(i);
      Process process = baddle.start("run", "--quiet");
      finished += process.waitFor(moments.nextLong(whole), TimeUnit.MILLISECONDS) ? 1 : 0;
      Stream.concat(Stream.of(process.toHandle()), process.descendants())
          .forEach(ProcessHandle::destroyForcibly);
      process.waitFor();
      String shown = answer("summarize", "--json", "--out", "shown.json");
      String json = Files.readString(folder.resolve("shown.json"));
      boolean isNew = json.contains("[ " + i + " ]");
      assertThat(isNew || json.contains("[ " + now + " ]"))
          .as("seed %d, kill %d: %s %s", seed, i, shown, json)
          .isTrue();
      now = isNew ? i : now;
      List<String> lines = Files.readAllLines(folder.resolve("two.csv"));
      assertThat(lines)
          .as("seed %d, kill %d", seed, i)
          .hasSize(4)
          .last()
          .asString()
          .matches("Total,\\d+");
      assertThat(logged()).as("seed %d, kill %d", seed, i).isBetween(1L, i + 1L);
      assertThat(temporaryFiles()).as("seed %d, kill %d", seed, i).hasSizeLessThanOrEqualTo(3);
    }
    assertThat(finished).isLessThan(KILLS);
    assertThat(baddle.run("run").status()).isZero();
    assertThat(Files.readString(folder.resolve("two.csv"))).contains("2026-02," + (KILLS + 1));
    assertThat(logged()).isEqualTo(KILLS + 2L);
    assertThat(temporaryFiles()).isEmpty();
    assertThat(folder.resolve(".baddle/unfinished")).isEmptyDirectory();
  }

  @Test
  void what_a_killed_run_left_goes_even_if_nothing_is_written_there_again() throws Exception {
    Path left = folder.resolve("out/2026-01/.site x.csv.part");
    Files.createDirectories(left.getParent());
    Path notes = Files.createDirectories(folder.resolve(".baddle/unfinished"));
    Path outside = folder.resolveSibling(folder.getFileName() + "-x");
    Files.createDirectories(outside);
    Path others = Files.writeString(outside.resolve(".a.part"), "theirs");
    Files.writeString(left, "half");
    Path own = Files.writeString(folder.resolve("in/own.part"), "half");
    Files.writeString(
        notes.resolve("ended"),
        "/elsewhere\nout/2026-01/.site x.csv.part\nin/own.part\n../"
            + outside.getFileName()
            + "/.a.part\n");

    assertThat(baddle.run("run").status()).isZero();

    assertThat(left).doesNotExist();
    assertThat(own).exists();
    assertThat(others).exists();
    assertThat(notes).isEmptyDirectory();
  }

  private void withLog() throws IOException {
    Files.writeString(
        folder.resolve("baddle.yaml"),
        "  log.csv: {rows: d, columns: [amount], origin: none, append: true}\n",
        StandardOpenOption.APPEND);
  }

  /** What the lines of the running log add up to, those that are taken back with their sign. */
  private long logged() throws IOException {
    long sum = 0;
    for (String line : Files.readAllLines(folder.resolve("log.csv"))) {
      String[] cells = line.split(",");
      if (!cells[0].equals("amount")) {
        sum += Long.parseLong(cells[0]) * Long.parseLong(cells[1]);
      }
    }
    return sum;
  }

  private List<Path> temporaryFiles() throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files.filter(file -> file.getFileName().toString().endsWith(".part")).toList();
    }
  }

  @Test
  @DisabledOnOs(OS.WINDOWS)
  void a_full_disk_leaves_the_old_state() throws Exception {
    StringBuilder large = new StringBuilder("day,who,amount\n");
    Random random = new Random(5);
    for (int i = 0; i < 400_000; i++) {
      large.append("2026-03-01,").append(Long.toHexString(random.nextLong())).append(",1\n");
    }
    Files.writeString(folder.resolve("in/x-2026-03.csv"), large);
    String launcher = Path.of("..", "baddle").toAbsolutePath().normalize().toString();
    ProcessBuilder limited =
        new ProcessBuilder("sh", "-c", "ulimit -f 4000; exec '" + launcher + "' run")
            .directory(folder.toFile())
            .redirectErrorStream(true);
    limited.environment().put("BADDLE_NO_ARCHIVE", "1");
    Process process = limited.start();
    String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);

    assertThat(process.waitFor()).as(out).isEqualTo(3);
    assertThat(out).contains("the reports stay: one.xlsx, two.csv as batch 1 was");
    assertThat(baddle.run("summarize").out()).containsPattern("Total +1\\b").contains("Batch: 1");
    assertThat(baddle.run("run").out()).contains("Batch 2", "400,002 rows read");
  }

  @Test
  void damaged_rows_are_found_named_and_read_again() throws Exception {
    baddle.run(APPEND);
    String log = Files.readString(folder.resolve("log.csv"));
    try (Connection sql =
            DriverManager.getConnection("jdbc:sqlite:" + folder.resolve(".baddle/dataset.db"));
        Statement statement = sql.createStatement();
        PreparedStatement update =
            sql.prepareStatement("UPDATE block SET content = ? WHERE rowid = ?")) {
      ResultSet row =
          statement.executeQuery(
              "SELECT rowid, content FROM block WHERE column_number = 3 LIMIT 1");
      byte[] content = row.getBytes(2);
      content[content.length / 2] ^= 0x10;
      update.setBytes(1, content);
      update.setLong(2, row.getLong(1));
      update.executeUpdate();
    }

    Baddle.Run refused = baddle.run("summarize");

    assertThat(refused.status()).isEqualTo(3);
    assertThat(refused.err())
        .contains("is damaged", "part 1, column 3, block 0", "in/x-2026-01.csv", "--rebuild");
    baddle.delete("in/x-2026-02.csv");
    Baddle.Run rebuilt = baddle.run("run");
    assertThat(rebuilt.out())
        .contains("rows-rebuilt: in/x-2026-01.csv", "rows-lost: in/x-2026-02.csv");
    assertThat(baddle.run("summarize").out()).containsPattern("Total +1\\b");
    Baddle.Run appended = baddle.run(APPEND);
    assertThat(appended.out()).as(appended.err()).contains("with a sign");
    assertThat(Files.readString(folder.resolve("log.csv"))).startsWith(log);
    String[] prove = {"export", "--prove", "log.csv", "--columns", "amount", "--origin", "none"};
    assertThat(baddle.run(prove).out()).startsWith("proved: ");
    assertThat(baddle.run("consolidate", "--rebuild").out()).contains("Nothing has changed");
  }
}
