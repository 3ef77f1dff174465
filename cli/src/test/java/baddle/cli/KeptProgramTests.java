package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is kept of run, check and compare shows what doing them again would show, and no longer. */
class KeptProgramTests {

  private static final List<String> COMMANDS = List.of("run", "check", "compare");

  @TempDir static Path shared;
  @TempDir Path folder;
  private Baddle demo;

  @BeforeAll
  static void layOut() throws Exception {
    assertThat(new Baddle(shared).run("demo", "demo").status()).isZero();
    try (Stream<Path> files = Files.walk(shared.resolve("demo"))) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        age(file);
      }
    }
  }

  @BeforeEach
  void run() throws Exception {
    demo = copy(shared.resolve("demo"), folder.resolve("demo"));
    demo.run("run");
  }

  private static Baddle copy(Path from, Path to) throws Exception {
    try (Stream<Path> all = Files.walk(from)) {
      for (Path path : all.toList()) {
        Files.copy(path, to.resolve(from.relativize(path)), StandardCopyOption.COPY_ATTRIBUTES);
      }
    }
    return new Baddle(to);
  }

  private static void age(Path file) throws IOException {
    Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(100)));
  }

  private void forget() throws IOException {
    for (String command : COMMANDS) {
      Files.deleteIfExists(demo.folder().resolve(".baddle/" + command + " baddle.yaml"));
    }
  }

  private List<Baddle.Run> shown() throws Exception {
    return List.of(
        demo.run("run"),
        demo.run("run", "--json"),
        demo.run("check"),
        demo.run("check", "--verbose", "--unused"),
        demo.run("compare"),
        demo.run("compare", "--json"));
  }

  @Test
  void what_is_kept_shows_what_doing_it_again_would_show() throws Exception {
    List<Baddle.Run> kept = shown();
    forget();
    List<Baddle.Run> again = shown();

    assertThat(demo.folder().resolve(".baddle/run baddle.yaml")).exists();
    assertThat(again).isEqualTo(kept);
  }

  @Test
  void what_is_new_and_settled_is_told_alike_whether_or_not_the_last_run_is_known()
      throws Exception {
    Baddle copy = copy(demo.folder(), folder.resolve("copy"));
    for (Baddle one : List.of(demo, copy)) {
      Path tills = one.folder().resolve("inbox/tills");
      String lines = Files.readString(tills.resolve("Alder Mill 2026-05.csv"));
      Files.writeString(tills.resolve("Alder Mill 2026-06.csv"), lines);
      Files.delete(tills.resolve("Alder Mill 2026-03.csv"));
      age(tills.resolve("Alder Mill 2026-06.csv"));
    }
    FileTime kept = Files.getLastModifiedTime(demo.folder().resolve(".baddle/open baddle.yaml"));
    Files.delete(copy.folder().resolve(".baddle/open baddle.yaml"));

    List<String> known = withoutTimes(demo.run("run", "--verbose"));

    assertThat(known).anySatisfy(line -> assertThat(line).contains("Alder Mill 2026-06.csv"));
    assertThat(withoutTimes(copy.run("run", "--verbose"))).isEqualTo(known);
    assertThat(Files.getLastModifiedTime(demo.folder().resolve(".baddle/open baddle.yaml")))
        .isNotEqualTo(kept);
  }

  private static List<String> withoutTimes(Baddle.Run run) {
    return run.lines().stream()
        .map(line -> line.replaceAll("[0-9]{2}:[0-9]{2}:[0-9]{2}", "TIME"))
        .toList();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "inbox/tills/Alder Mill 2026-05.csv",
        "reference/sites.csv",
        "baddle.yaml",
        ".baddle/dataset.db"
      })
  void nothing_is_kept_once_something_has_changed(String path) throws Exception {
    Path file = demo.folder().resolve(path);
    if (!Files.exists(file)) {
      try (Stream<Path> all = Files.list(file.resolveSibling(""))) {
        file = all.filter(Files::isRegularFile).sorted().findFirst().orElseThrow();
      }
    }
    demo.run("check");
    Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(50)));
    Path kept = demo.folder().resolve(".baddle/check baddle.yaml");
    FileTime before = Files.getLastModifiedTime(kept);

    demo.run("check");

    assertThat(Files.getLastModifiedTime(kept)).isNotEqualTo(before);
  }

  @Test
  void a_report_that_somebody_has_removed_or_altered_is_written_again() throws Exception {
    Path removed = demo.folder().resolve("revenue.md");
    Path altered = demo.folder().resolve("month.html");
    byte[] first = Files.readAllBytes(removed);
    byte[] second = Files.readAllBytes(altered);
    Files.delete(removed);
    Files.write(altered, new byte[] {1, 2, 3});

    demo.run("run");

    assertThat(removed).hasBinaryContent(first);
    assertThat(altered).hasBinaryContent(second);
  }
}
