package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Closed months stay what they were, whatever happens to the files, and whenever the program is
 * killed: after each step of random histories the dataset, each earlier batch and a running log
 * hold what a ledger of the test's own says.
 */
class ClosedHistoriesProgramTests {

  private static final int STEPS = 30;
  private static final String COLUMNS = "--columns";
  private static final String SHOWN = "day,doc,code,amount,net,range";
  private static final List<String> CODES = List.of("c1", "c2", "c3");

  /** A row as its file has it. */
  private record Sent(String day, String doc, String code, int cents) {

    String month() {
      return day.substring(0, 7);
    }

    String line() {
      return "%s,%s,%s,%s,note %s".formatted(day, doc, code, amount(cents), doc);
    }
  }

  private static String amount(int cents) {
    return BigDecimal.valueOf(cents, 2).toPlainString();
  }

  /** The files of a project: its rows by the file's path. */
  private final Map<String, List<Sent>> files = new TreeMap<>();

  /** The rows of closed months as they were closed, as lines of the dataset. */
  private final Map<String, List<String>> closed = new TreeMap<>();

  /** What each batch had. */
  private final Map<Integer, List<String>> batches = new HashMap<>();

  @TempDir Path folder;
  private Path project = Path.of("");
  private Baddle baddle = new Baddle(Path.of(""));
  private Random random = new Random(0);
  private boolean dated;
  private int factor = 1;
  private boolean remarks;
  private final Map<String, String> ranges = new TreeMap<>();
  private int names;

  static IntStream seeds() {
    return Integer.getInteger("one") != null
        ? IntStream.of(Integer.getInteger("one"))
        : IntStream.range(0, Baddle.scaled(100));
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void what_is_closed_stays_closed(int seed) throws Exception {
    random = new Random(seed);
    dated = random.nextBoolean();
    project = folder.resolve("project");
    baddle = Baddle.within(project);
    CODES.forEach(code -> ranges.put(code, "range " + code));
    for (int month = 1; month <= 3; month++) {
      put(anyPath(month), rows(month));
    }
    writePlan();
    List<String> done = new ArrayList<>();
    for (int step = 0; step < STEPS; step++) {
      done.add(step == 0 ? "nothing" : change());
      hold("seed " + seed + (dated ? " dated" : " by source") + ": " + done, step == STEPS - 1);
    }
  }

  /** Consolidates and holds everything against the ledger. */
  private void hold(String what, boolean isLast) throws Exception {
    if (random.nextInt(40) == 0) {
      Process process = baddle.start("consolidate");
      process.waitFor(random.nextInt(900), TimeUnit.MILLISECONDS);
      CrashProgramTests.kill(process);
    }
    Baddle.Run run = baddle.run("consolidate");
    assertThat(run.status()).as("%s%n%s%s", what, run.out(), run.err()).isLessThan(2);
    List<String> expected = expected();
    assertThat(exported("now.csv")).as(what).isEqualTo(expected);
    int batch = lastBatch();
    batches.put(batch, expected);
    List<Integer> earlier = new ArrayList<>(batches.keySet());
    Collections.shuffle(earlier, random);
    for (int one : earlier.subList(0, isLast ? earlier.size() : 1)) {
      assertThat(exported("then.csv", "--batch", String.valueOf(one)))
          .as("%s, batch %d", what, one)
          .isEqualTo(batches.get(one));
    }
    Baddle.Run check = baddle.run("check");
    assertThat(check.status()).as("%s%n%s%s", what, check.out(), check.err()).isLessThan(2);
    assertThat(check.out()).as(what).doesNotContain("restated:", "ADD UP");
    assertThat(baddle.run("consolidate").out()).as(what).contains("Nothing has changed");
    Baddle.Run log =
        baddle.run(
            "export", "sales", "--out", "log.csv", "--append", "--origin", "none", COLUMNS, SHOWN);
    assertThat(log.status()).as("%s%n%s%s", what, log.out(), log.err()).isZero();
    assertThat(netted()).as("%s, log", what).isEqualTo(expected);
  }

  private int lastBatch() throws Exception {
    return Pattern.compile("\"batch\" : (\\d+)")
        .matcher(baddle.run("history", "--json").out())
        .results()
        .mapToInt(found -> Integer.parseInt(found.group(1)))
        .max()
        .orElseThrow();
  }

  private List<String> exported(String name, String... more) throws Exception {
    List<String> command =
        new ArrayList<>(List.of("export", "sales", "--out", name, "--origin", "none"));
    command.addAll(List.of(COLUMNS, SHOWN));
    command.addAll(List.of(more));
    Files.deleteIfExists(project.resolve(name));
    Baddle.Run run = baddle.run(command.toArray(String[]::new));
    assertThat(run.status()).as(run.err()).isZero();
    return Files.readAllLines(project.resolve(name)).stream().skip(1).sorted().toList();
  }

  /** What the lines of the log come to. */
  private List<String> netted() throws IOException {
    List<String> lines = Files.readAllLines(project.resolve("log.csv"));
    List<String> headings = List.of(lines.get(0).split(","));
    Map<String, Integer> net = new TreeMap<>();
    for (String line : lines.subList(1, lines.size())) {
      List<String> cells = List.of(line.split(",", -1));
      String row = String.join(",", cells.subList(0, 6));
      net.merge(row, Integer.parseInt(cells.get(headings.indexOf("sign"))), Integer::sum);
    }
    List<String> rows = new ArrayList<>();
    net.forEach((row, times) -> IntStream.range(0, times).forEach(i -> rows.add(row)));
    return rows;
  }

  /** The dataset as the ledger has it. */
  private List<String> expected() {
    List<String> rows = new ArrayList<>();
    closed.values().forEach(rows::addAll);
    files.forEach(
        (path, sent) ->
            sent.stream()
                .filter(row -> !closed.containsKey(monthOf(path, row)))
                .forEach(row -> rows.add(line(row))));
    rows.sort(Comparator.naturalOrder());
    return rows;
  }

  private String line(Sent row) {
    return String.join(
        ",",
        row.day,
        row.doc,
        row.code,
        amount(row.cents),
        amount(row.cents * factor),
        ranges.getOrDefault(row.code, ""));
  }

  private String monthOf(String path, Sent row) {
    return dated ? row.month() : path.substring(path.length() - 11, path.length() - 4);
  }

  private String change() throws Exception {
    List<String> paths = new ArrayList<>(files.keySet());
    String one = paths.get(random.nextInt(paths.size()));
    String other = paths.get(random.nextInt(paths.size()));
    int what = random.nextInt(18);
    if (what <= 1 || paths.size() < 3) {
      int month = 1 + random.nextInt(6);
      String path = anyPath(month);
      put(path, rows(month));
      return "write " + path;
    }
    switch (what) {
      case 2 -> remove(one);
      case 3, 4 -> {
        List<Sent> rows = files.get(one);
        remove(one);
        put(renamed(one), rows);
      }
      case 5 -> {
        List<Sent> rows = files.get(one);
        put(one, files.get(other));
        put(other, rows);
      }
      case 6, 7 -> {
        List<Sent> rows = new ArrayList<>(files.get(one));
        int at = random.nextInt(rows.size());
        Sent row = rows.get(at);
        rows.set(at, new Sent(row.day, row.doc, row.code, row.cents + 100));
        put(one, rows);
      }
      case 8 -> {
        List<Sent> rows = new ArrayList<>(files.get(one));
        rows.addAll(rows(1 + random.nextInt(6)));
        put(one, rows);
      }
      case 9 -> {
        List<Sent> rows = files.get(one);
        if (rows.size() > 1 && !rows.get(0).equals(rows.get(rows.size() - 1))) {
          int half = rows.size() / 2;
          put(one, rows.subList(0, half));
          put(renamed(one), rows.subList(half, rows.size()));
        }
      }
      case 10 ->
          Files.setLastModifiedTime(
              project.resolve(one), FileTime.from(Instant.now().plusSeconds(names++)));
      case 11, 12, 13 -> close();
      case 14 -> {
        if (!closed.isEmpty()) {
          List<String> months = new ArrayList<>(closed.keySet());
          String month = months.get(random.nextInt(months.size()));
          assertThat(baddle.run("reopen", month, "--because", "a test").status()).isZero();
          closed.remove(month);
          return "reopen " + month;
        }
      }
      case 15 -> {
        ranges.put(CODES.get(random.nextInt(3)), "range " + names++);
        writePlan();
      }
      case 16 -> {
        if (random.nextBoolean()) {
          factor++;
        } else {
          remarks = !remarks;
        }
        writePlan();
      }
      default -> {
        if (random.nextBoolean()) {
          moveProject();
        } else {
          shrink();
        }
      }
    }
    return what + " " + one + " " + other;
  }

  private void close() throws Exception {
    TreeSet<String> months = new TreeSet<>();
    files.forEach((path, rows) -> rows.forEach(row -> months.add(monthOf(path, row))));
    months.removeAll(closed.keySet());
    if (months.isEmpty()) {
      return;
    }
    String month = months.first();
    List<String> rows = new ArrayList<>();
    files.forEach(
        (path, sent) ->
            sent.stream()
                .filter(row -> monthOf(path, row).equals(month))
                .forEach(row -> rows.add(line(row))));
    Baddle.Run run = baddle.run("close", month, "--accept", "a test");
    assertThat(run.status()).as(run.out() + run.err()).isZero();
    closed.put(month, rows);
  }

  private void moveProject() throws IOException {
    Path to = folder.resolve("project" + names++);
    if (random.nextBoolean()) {
      Files.move(project, to);
    } else {
      try (Stream<Path> all = Files.walk(project)) {
        for (Path path : all.toList()) {
          Files.copy(path, to.resolve(project.relativize(path)));
        }
      }
    }
    project = to;
    baddle = Baddle.within(project);
  }

  private void shrink() throws Exception {
    assertThat(baddle.run("shrink", "--keep-batches", "2", "--yes").status()).isZero();
    batches.keySet().retainAll(List.of(lastBatch()));
  }

  private String renamed(String path) {
    String month = path.substring(path.length() - 11, path.length() - 4);
    return "inbox/" + (random.nextBoolean() ? "" : "moved/") + "n" + names++ + " " + month + ".csv";
  }

  private String anyPath(int month) {
    return "inbox/f" + random.nextInt(3) + " 2026-0" + month + ".csv";
  }

  /** Rows of a month, and in a dataset that dates its rows some of other months. */
  private List<Sent> rows(int month) {
    List<Sent> rows = new ArrayList<>();
    for (int row = random.nextInt(4); row >= 0; row--) {
      int of = dated && random.nextInt(4) == 0 ? 1 + random.nextInt(6) : month;
      rows.add(
          new Sent(
              "2026-0" + of + "-1" + random.nextInt(10),
              "d" + names++,
              CODES.get(random.nextInt(3)),
              100 + random.nextInt(900)));
    }
    if (random.nextInt(4) == 0) {
      rows.add(rows.get(0));
    }
    return rows;
  }

  private void remove(String path) throws IOException {
    files.remove(path);
    Files.delete(project.resolve(path));
  }

  private void put(String path, List<Sent> rows) throws IOException {
    files.put(path, List.copyOf(rows));
    write(
        path,
        "Day,Doc,Code,Amount,Remark\n" + String.join("\n", rows.stream().map(Sent::line).toList()));
  }

  private void writePlan() throws IOException {
    StringBuilder codes = new StringBuilder("Code,Range\n");
    ranges.forEach((code, range) -> codes.append(code).append(',').append(range).append('\n'));
    write("codes.csv", codes.toString());
    write(
        "baddle.yaml",
        """
        baddle: 1
        datasets:
          sales:
            %s
            amount: amount
            columns:
              day: {type: date, required: true}
              doc: text
              code: text
              amount: {type: decimal, places: 2}
              net: {type: decimal, places: 2, calc: amount * %d}
              range: {type: text, lookup: codes}
              %s
        feeds:
          tills: {files: "inbox/**/* {period}.csv"}
        lookups:
          codes: {file: codes.csv, match: {code: Code}, bring: {range: Range}}
        closing: {restatements: keep out}
        """
            .formatted(dated ? "dated_by: day" : "", factor, remarks ? "remark: text" : ""));
  }

  /** Writes a file that lay still for a while. */
  private void write(String name, String content) throws IOException {
    Path file = project.resolve(name);
    Files.createDirectories(file.resolveSibling(""));
    Files.writeString(file, content);
    Files.setLastModifiedTime(
        file, FileTime.from(Instant.now().minusSeconds(100_000).plusSeconds(names++)));
  }
}
