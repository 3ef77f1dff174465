package baddle.cli;

import baddle.app.Environment;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.HarmlessStream;
import baddle.cli.terminal.Terminal;
import java.io.BufferedReader;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * The built program in a folder: the jars within this process, which is warm, or, with the profile
 * {@code full} and where it matters, started by the launcher as a user starts it.
 */
final class Baddle {

  private static final Path LAUNCHER = Path.of("..", "baddle").toAbsolutePath().normalize();
  private static final Path NOTHING = Path.of("/dev/null");
  private static final long MOST_SECONDS = 120;
  private static final boolean ALL_APART = Boolean.getBoolean("baddle.apart");

  /** Runs are short; what the second compiler does for long ones costs more than it gains here. */
  private static final String QUICK_TO_COMPILE = "-XX:TieredStopAtLevel=1";

  /** So many of something in the full build, and a fifth of them in the short one. */
  static int scaled(int full) {
    return ALL_APART ? full : full / 5;
  }

  /** How a run ended. */
  record Run(int status, String out, String err) {

    List<String> lines() {
      return out.lines().toList();
    }
  }

  private final Path folder;
  private final Map<String, String> variables = new HashMap<>();
  private boolean apart;
  private boolean together;

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

  /** Has the launcher start all runs to come, for what only a process of its own shows. */
  Baddle apart() {
    apart = true;
    return this;
  }

  /** In a folder where so much is run that it stays within this process in the full build too. */
  static Baddle within(Path folder) {
    Baddle baddle = new Baddle(folder);
    baddle.together = true;
    return baddle;
  }

  /** Sets a variable of the environment for all runs to come. */
  Baddle set(String variable, String value) {
    variables.put(variable, value);
    return this;
  }

  Process start(String... args) throws IOException {
    Archive.await();
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
    boolean isApart = apart || (ALL_APART && !together) || !input.equals(NOTHING);
    return isApart ? end(start(args)) : within(args);
  }

  private Run within(String... args) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    Console console =
        new Console(
            new HarmlessStream(out),
            new HarmlessStream(err),
            new BufferedReader(Reader.nullReader()),
            Terminal.ofLauncher(),
            folder,
            name ->
                Optional.ofNullable(variables.get(name)).or(() -> Environment.OWN.variable(name)));
    int status = new Program(console).run(args);
    console.out().flush();
    console.err().flush();
    return new Run(status, plain(out), plain(err));
  }

  /** What is printed, with paths as they are seen from the folder. */
  private String plain(ByteArrayOutputStream bytes) {
    return bytes.toString(StandardCharsets.UTF_8).replace(folder + "/", "");
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

  /** Runs start sooner with the class-data archive; it is made once, before the first of them. */
  private static final class Archive {

    static {
      ProcessBuilder builder =
          new ProcessBuilder(LAUNCHER.toString(), "--version")
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .redirectError(ProcessBuilder.Redirect.DISCARD)
              .redirectInput(NOTHING.toFile());
      builder.environment().put("BADDLE_WAIT_FOR_ARCHIVE", "1");
      try {
        builder.start().waitFor();
      } catch (IOException | InterruptedException e) {
        throw new IllegalStateException("the launcher doesn't start", e);
      }
    }

    static void await() {
      // done once the class is there
    }
  }

  private static String read(Path file) throws IOException {
    return Files.readString(file, StandardCharsets.UTF_8);
  }
}
