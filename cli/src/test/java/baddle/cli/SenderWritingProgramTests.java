package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * What a sender's files show decides what one of them leaves open, in whatever order they come,
 * change, go and are renamed: each state of the folder gives the rows that a first run gives.
 */
class SenderWritingProgramTests {

  private static final int STEPS = 8;

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        s: {columns: {day: date, site: text, amount: decimal, units: integer}}
      feeds:
        t: {files: "in/*.csv"}
      """;

  @TempDir Path folder;
  private Random random = new Random(0);

  static IntStream seeds() {
    return IntStream.range(0, Baddle.scaled(40));
  }

  /** Dates and numbers that are open, or show one convention or the other. */
  private void write(Path file) throws IOException {
    String day =
        List.of("03/04/2026", "05/06/2026", "23/04/2026", "04/23/2026", "2026-04-05")
            .get(random.nextInt(5));
    String amount = List.of("1.5", "2,5", "7", "3.25").get(random.nextInt(4));
    String units = List.of("1.054", "12", "2.310").get(random.nextInt(3));
    Files.createDirectories(file.resolveSibling(""));
    Files.writeString(
        file,
        "Day;Site;Amount;Units\n%s;Elm %d;%s;%s\n"
            .formatted(day, random.nextInt(1000), amount, units));
  }

  private List<Path> files(Path project) throws IOException {
    try (Stream<Path> files = Files.list(project.resolve("in"))) {
      return files.sorted().toList();
    }
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void the_order_in_which_files_come_does_not_matter(int seed) throws Exception {
    random = new Random(seed);
    Path project = Files.createDirectories(folder.resolve("project"));
    Files.writeString(project.resolve("baddle.yaml"), PLAN);
    write(project.resolve("in/w1.csv"));
    List<String> history = new ArrayList<>();
    for (int step = 0; step < STEPS; step++) {
      history.add(change(project));
      Path fresh = Files.createDirectories(folder.resolve("fresh" + step));
      Files.writeString(fresh.resolve("baddle.yaml"), PLAN);
      Files.createDirectories(fresh.resolve("in"));
      for (Path file : files(project)) {
        Files.copy(file, fresh.resolve("in").resolve(file.getFileName()));
      }

      Baddle.Run run = Baddle.within(project).run("consolidate");
      Baddle.Run first = Baddle.within(fresh).run("consolidate");

      String what = "seed " + seed + " " + history + "\n" + run.out() + first.out();
      assertThat(rows(project)).as(what).isEqualTo(rows(fresh));
      assertThat(run.status()).as(what).isEqualTo(first.status());
      assertThat(Baddle.within(project).run("consolidate").out())
          .as(what)
          .startsWith("Nothing has changed");
    }
  }

  private String change(Path project) throws IOException {
    List<Path> files = files(project);
    Path one = files.get(random.nextInt(files.size()));
    Path other =
        project.resolve("in/" + (random.nextInt(4) == 0 ? "x" : "w") + random.nextInt(9) + ".csv");
    switch (random.nextInt(5)) {
      case 0 -> write(one);
      case 1 -> {
        if (files.size() > 1) {
          Files.delete(one);
        }
      }
      case 2 -> {
        if (!Files.exists(other)) {
          Files.move(one, other);
        }
      }
      default -> write(other);
    }
    return files(project).toString();
  }

  private static List<String> rows(Path project) throws Exception {
    Baddle.Run run =
        Baddle.within(project)
            .run("export", "--out", "-", "--quiet", "--order", "source_file,source_row");
    return run.lines().stream().map(line -> line.replaceFirst(",[0-9]+,[^,]*$", "")).toList();
  }
}
