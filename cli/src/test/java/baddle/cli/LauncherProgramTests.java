package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The launcher in a folder of its own, with the archive that it makes itself. */
class LauncherProgramTests {

  private static final int MOST_SECONDS = 400;

  @TempDir private Path scratch;

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Path target = to.resolve(from.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(target);
        } else {
          Files.copy(file, target);
        }
      }
    }
  }

  /** What a start prints that has a variable of the environment. */
  private String start(String variable, Path home, String... args) throws Exception {
    Path out = Files.createTempFile(scratch, "out", ".txt");
    ProcessBuilder builder =
        new ProcessBuilder(
                Stream.concat(Stream.of(home.resolve("baddle").toString()), Stream.of(args))
                    .toList())
            .directory(home.toFile())
            .redirectErrorStream(true)
            .redirectOutput(out.toFile());
    builder.environment().put(variable, "1");
    assertThat(builder.start().waitFor(MOST_SECONDS, TimeUnit.SECONDS)).isTrue();
    return Files.readString(out);
  }

  private static List<Path> archives(Path home) throws IOException {
    try (Stream<Path> files = Files.list(home.resolve("cli/target/baddle"))) {
      return files.filter(file -> file.toString().endsWith(".jsa")).toList();
    }
  }

  @Test
  void names_of_folders_may_have_spaces_before_and_after_the_archive_is_there() throws Exception {
    Path from = Path.of("..").toAbsolutePath().normalize();
    Path home = Files.createDirectories(scratch.resolve("month end/to ol"));
    Files.copy(from.resolve("baddle"), home.resolve("baddle"));
    copy(from.resolve("cli/src/launcher"), home.resolve("cli/src/launcher"));
    Files.createDirectories(home.resolve("cli/target/baddle"));
    copy(from.resolve("cli/target/baddle/lib"), home.resolve("cli/target/baddle/lib"));
    Files.writeString(home.resolve("a file.csv"), "site,amount\nFoxholt,1.50\n");
    String[] command = {"crosstab", "a file.csv", "--down", "site", "--measure", "sum(amount)"};

    String first = start("BADDLE_NO_ARCHIVE", home, command);
    assertThat(archives(home)).isEmpty();
    String second = start("BADDLE_WAIT_FOR_ARCHIVE", home, command);

    assertThat(archives(home)).hasSize(1);
    assertThat(first).contains("Foxholt").contains("1.50");
    assertThat(second).isEqualTo(first);
  }
}
