package baddle.cli;

import baddle.app.StartUp;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.Terminal;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;

/**
 * Loads the classes that commands need, by running them on the demo in a scratch folder, while the
 * launcher's class-data archive is being made.
 */
final class Training {

  private Training() {}

  /**
   * Runs the commands; their output is dropped. The native libraries are left in the folder {@code
   * native}.
   *
   * @param args the scratch folder
   */
  public static void main(String[] args) throws IOException {
    PrintStream nowhere =
        new PrintStream(OutputStream.nullOutputStream(), false, StandardCharsets.UTF_8);
    Path scratch = Path.of(args[0]);
    StartUp.unpackNativeLibraries(scratch.resolve("native"));
    Program program = new Program(new Console(nowhere, nowhere, Terminal.NONE, scratch));
    Path demo = scratch.resolve("demo");
    String plan = demo.resolve("baddle.yaml").toString();
    String report = scratch.resolve("report.xlsx").toString();
    program.run(new String[] {"--help"});
    program.run(new String[] {"consolidate", "--help"});
    program.run(new String[] {"demo", demo.toString()});
    age(demo);
    for (int times = 0; times < 2; times++) {
      program.run(new String[] {"consolidate", "--plan", plan});
    }
    program.run(new String[] {"summarize", "--plan", plan});
    program.run(new String[] {"summarize", "--plan", plan, "--out", report});
    for (int times = 0; times < 2; times++) {
      for (String command : List.of("check", "history", "run", "compare", "columns")) {
        program.run(new String[] {command, "--plan", plan});
      }
    }
    program.run(new String[] {"summarize", "revenue-by-site", "--plan", plan});
    program.run(new String[] {"trace", "revenue-by-site", "--plan", plan});
    String till = demo.resolve("inbox/tills/Foxholt 2026-08.csv").toString();
    program.run(new String[] {"look", till});
    program.run(
        new String[] {"crosstab", till, "--down", "date by month", "--measure", "sum(amount)"});
  }

  /** Makes all files look as if they had lain there for a while, as those of users do. */
  private static void age(Path folder) throws IOException {
    FileTime past = FileTime.from(Instant.now().minus(Duration.ofDays(1)));
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        Files.setLastModifiedTime(file, past);
      }
    }
  }
}
