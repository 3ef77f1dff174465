package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Whatever happens to a project's files and to its folder, a command shows with all that is kept
 * what it shows with nothing kept, and the figures are those of a project that was never run.
 */
class KeptHistoryProgramTests {

  private static final int STEPS = 8;
  private static final List<String> SITES = List.of("Dunmere", "Eldergate", "Foxholt");
  private static final List<String> NOT_KEPT = List.of("dataset.db", "outputs.txt", "lock");

  @TempDir Path folder;
  private Path project = Path.of("");
  private Random random = new Random(0);
  private int names;

  static IntStream seeds() {
    return IntStream.range(0, Baddle.scaled(20));
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void figures_and_findings_are_those_of_nothing_kept(int seed) throws Exception {
    random = new Random(seed);
    project = folder.resolve("project");
    plan("amount");
    write("reference/regions.csv", "Site,Region\nDunmere,North\nEldergate,South\n");
    for (int month = 1; month <= 3; month++) {
      write("inbox/" + anySite() + " 2026-0" + month + ".csv", rows());
    }
    List<String> done = new ArrayList<>();
    for (int step = 0; step < STEPS; step++) {
      done.add(change());
      Path cold = copy(project, "cold");
      forget(cold);
      String what = "seed " + seed + ": " + done;
      for (String command : List.of("run", "check", "compare", "consolidate")) {
        assertThat(shown(project, command))
            .as("%s, %s", what, command)
            .isEqualTo(shown(cold, command));
      }
      assertThat(files(project)).as(what).isEqualTo(files(cold));
      Path fresh = folder.resolve("fresh" + names++);
      for (String part : List.of("baddle.yaml", "inbox", "reference")) {
        copy(project.resolve(part), fresh.resolve(part));
      }
      Baddle.within(fresh).run("run");
      assertThat(Files.readString(project.resolve("sites.csv")))
          .as(what)
          .isEqualTo(Files.readString(fresh.resolve("sites.csv")));
    }
  }

  @Test
  void a_copy_is_never_answered_for_by_the_original() throws Exception {
    project = folder.resolve("project");
    plan("amount");
    write("reference/regions.csv", "Site,Region\nDunmere,North\n");
    write("inbox/Dunmere 2026-01.csv", "Day,Amount\n2026-01-05,10.00\n");
    Baddle.within(project).run("run");
    Baddle.within(project).run("run");
    Path copy = copy(project, "copy");
    Files.delete(copy.resolve("sites.csv"));
    Files.writeString(copy.resolve("inbox/Dunmere 2026-01.csv"), "Day,Amount\n2026-01-05,99.00\n");
    Baddle.Run run = Baddle.within(copy).run("run");
    assertThat(run.out()).contains("Batch 2").doesNotContain(project.toString());
    assertThat(copy.resolve("sites.csv")).content().contains("99.00");
    assertThat(project.resolve("sites.csv")).content().contains("10.00");
  }

  /** Changes the project at random, and says how. */
  private String change() throws Exception {
    List<Path> sources = sources();
    Path one = sources.get(random.nextInt(sources.size()));
    Path other = sources.get(random.nextInt(sources.size()));
    int what = Math.min(random.nextInt(18), 10 + random.nextInt(3));
    if (what <= 1 || (what == 2 && sources.size() < 3)) {
      String name = "inbox/" + anySite() + " 2026-0" + (1 + random.nextInt(9)) + ".csv";
      write(name, rows());
      return "write " + name;
    }
    switch (what) {
      case 2 -> Files.delete(one);
      case 3 -> {
        Path to = one.resolveSibling(anySite() + " 2026-0" + (1 + random.nextInt(9)) + ".csv");
        Files.move(one, to, StandardCopyOption.REPLACE_EXISTING);
      }
      case 4 -> {
        Path beside = Files.move(one, one.resolveSibling("beside"));
        if (!other.equals(one)) {
          Files.move(other, one);
        }
        Files.move(beside, other);
      }
      case 5 -> {
        FileTime time = Files.getLastModifiedTime(one);
        Files.writeString(one, Files.readString(one).replace('1', '7'));
        Files.setLastModifiedTime(one, time);
      }
      case 6 -> Files.setLastModifiedTime(one, FileTime.from(Instant.now().plusSeconds(7200)));
      case 7 ->
          write(
              "reference/regions.csv",
              "Site,Region\nDunmere,North\nEldergate,"
                  + (random.nextBoolean() ? "East" : "")
                  + "\n");
      case 8 -> plan(random.nextBoolean() ? "amount" : "amount * 2");
      case 9 -> Files.deleteIfExists(project.resolve("sites.csv"));
      case 10 -> {
        Path original = project;
        project = copy(project, "copy");
        if (random.nextBoolean()) {
          Files.delete(original.resolve("baddle.yaml"));
        }
      }
      case 11 -> project = Files.move(project, folder.resolve("moved" + names++));
      default -> {
        Path saved = copy(project, "saved");
        write("inbox/" + anySite() + " 2026-01.csv", rows());
        Baddle.within(project).run("run");
        Files.move(project, folder.resolve("away" + names++));
        Files.move(saved, project);
      }
    }
    return what + " " + folder.relativize(one);
  }

  private List<Path> sources() throws IOException {
    try (Stream<Path> all = Files.list(project.resolve("inbox"))) {
      return all.sorted().toList();
    }
  }

  private String anySite() {
    return SITES.get(random.nextInt(SITES.size()));
  }

  private String rows() {
    StringBuilder rows = new StringBuilder("Day,Amount\n");
    for (int row = random.nextInt(4); row >= 0; row--) {
      rows.append("2026-0").append(1 + random.nextInt(9)).append("-11,");
      rows.append(100 + random.nextInt(900)).append(".50\n");
    }
    return rows.toString();
  }

  private void plan(String net) throws IOException {
    write(
        "baddle.yaml",
        """
        baddle: 1
        datasets:
          sales:
            dated_by: day
            columns:
              day: {type: date, required: true}
              site: text
              amount: decimal
              net: {type: decimal, calc: %s}
              region: {type: text, lookup: regions}
        feeds:
          tills: {files: "inbox/{site} {period}.csv", expect: {every: month}}
        lookups:
          regions: {file: reference/regions.csv, match: {site: Site}, bring: {region: Region}}
        summaries:
          sites: {down: [region, site], across: [day by quarter], measures: {Net: sum(net)}}
        reports:
          sites.csv: {summaries: sites}
        """
            .formatted(net));
  }

  /** Writes a file that lay still for a while. */
  private void write(String name, String content) throws IOException {
    Path file = project.resolve(name);
    Files.createDirectories(file.resolveSibling(""));
    Files.writeString(file, content);
    Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(1000 - names++)));
  }

  private Path copy(Path from, String name) throws IOException {
    Path to = folder.resolve(name + names++);
    copy(from, to);
    return to;
  }

  private static void copy(Path from, Path to) throws IOException {
    Files.createDirectories(to.resolveSibling(""));
    try (Stream<Path> all = Files.walk(from)) {
      for (Path path : all.toList()) {
        Files.copy(
            path, to.resolve(from.relativize(path).toString()), StandardCopyOption.COPY_ATTRIBUTES);
      }
    }
  }

  private static void forget(Path project) throws IOException {
    Path store = project.resolve(".baddle");
    if (!Files.exists(store)) {
      return;
    }
    try (Stream<Path> all = Files.walk(store)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        if (Files.isRegularFile(path) && !NOT_KEPT.contains(path.getFileName().toString())) {
          Files.delete(path);
        }
      }
    }
  }

  private static List<String> shown(Path project, String command) throws Exception {
    Baddle.Run run = Baddle.within(project).run(command);
    return Stream.concat(
            Stream.of("status " + run.status()),
            Stream.concat(run.lines().stream(), run.err().lines()))
        .map(line -> line.replace(project.toString(), "PROJECT"))
        .map(line -> line.replaceAll("[0-9]{2}:[0-9]{2}:[0-9]{2}(\\.[0-9]+)?Z?", "TIME"))
        .toList();
  }

  private static List<String> files(Path project) throws IOException {
    try (Stream<Path> all = Files.walk(project)) {
      return all.map(path -> project.relativize(path))
          .filter(path -> !path.startsWith(".baddle"))
          .map(Path::toString)
          .sorted()
          .map(name -> name + " " + content(project.resolve(name)))
          .toList();
    }
  }

  private static int content(Path file) {
    try {
      return Files.isRegularFile(file) ? Arrays.hashCode(Files.readAllBytes(file)) : 0;
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }
}
