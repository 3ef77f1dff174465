package baddle.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The built program, run by its launcher as a user would, in a folder. */
final class Baddle {

  private static final Path LAUNCHER = Path.of("..", "baddle").toAbsolutePath().normalize();
  private static final Path NOTHING = Path.of("/dev/null");
  private static final long MOST_SECONDS = 120;

  static {
    try {
      // Runs start sooner with the class-data archive; it is made once, before the first of them.
      ProcessBuilder builder =
          new ProcessBuilder(LAUNCHER.toString(), "--version")
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .redirectInput(NOTHING.toFile());
      builder.environment().put("BADDLE_WAIT_FOR_ARCHIVE", "1");
      builder.start().waitFor();
    } catch (IOException | InterruptedException e) {
      throw new IllegalStateException("the launcher doesn't start", e);
    }
  }

  /** Runs are short; what the second compiler does for long ones costs more than it gains here. */
  private static final String QUICK_TO_COMPILE = "-XX:TieredStopAtLevel=1";

  /** How a run ended. */
  record Run(int status, String out, String err) {

    List<String> lines() {
      return out.lines().toList();
    }
  }

  private final Path folder;
  private final Map<String, String> variables = new HashMap<>();

  Baddle(Path folder) {
    this.folder = folder;
  }

  Path folder() {
    return folder;
  }

  Baddle write(String name, String... lines) throws IOException {
    Path file = folder.resolve(name);
    Files.createDirectories(file.resolveSibling(""));
    Files.writeString(file, String.join("\n", lines) + "\n");
    return this;
  }

  void delete(String name) throws IOException {
    Files.delete(folder.resolve(name));
  }

  /** Sets a variable of the environment for all runs to come. */
  Baddle set(String variable, String value) {
    variables.put(variable, value);
    return this;
  }

  Process start(String... args) throws IOException {
    List<String> command = new ArrayList<>(List.of(LAUNCHER.toString()));
    command.addAll(List.of(args));
    ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile());
    builder.environment().put("BADDLE_JAVA_OPTIONS", QUICK_TO_COMPILE);
    builder.environment().putAll(variables);
    builder.redirectOutput(Files.createTempFile("out", ".txt").toFile());
    builder.redirectError(Files.createTempFile("err", ".txt").toFile());
    builder.redirectInput(input.toFile());
    outFile = builder.redirectOutput().file().toPath();
    errFile = builder.redirectError().file().toPath();
    return builder.start();
  }

  private Path input = NOTHING;
  private Path outFile = Path.of("");
  private Path errFile = Path.of("");

  Run run(String... args) throws IOException, InterruptedException {
    return end(start(args));
  }

  /** Runs it where somebody types lines. */
  Run runTyping(List<String> lines, String... args) throws IOException, InterruptedException {
    input = Files.write(Files.createTempFile("in", ".txt"), lines);
    try {
      return run(args);
    } finally {
      Files.delete(input);
      input = NOTHING;
    }
  }

  Run end(Process process) throws IOException, InterruptedException {
    if (!process.waitFor(MOST_SECONDS, TimeUnit.SECONDS)) {
      process.destroyForcibly();
      throw new IOException("the program doesn't end");
    }
    Run run = new Run(process.exitValue(), read(outFile), read(errFile));
    Files.delete(outFile);
    Files.delete(errFile);
    return run;
  }

  private static String read(Path file) throws IOException {
    return Files.readString(file, StandardCharsets.UTF_8);
  }
}
