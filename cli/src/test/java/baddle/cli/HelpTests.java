package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.cli.options.Command;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.Terminal;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.apache.commons.cli.Option;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Every command explains itself in one form, and refuses wrong usage in one form. */
class HelpTests {

  private static final int WIDEST = 150;

  @TempDir private Path folder;

  /** How a run ended. */
  private record Ran(int status, String out, String err) {}

  private Ran run(String... args) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    Console console =
        new Console(
            new PrintStream(out, true, StandardCharsets.UTF_8),
            new PrintStream(err, true, StandardCharsets.UTF_8),
            Terminal.ofLauncher(),
            folder);
    int status = new Program(console).run(args);
    return new Ran(
        status, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
  }

  static Stream<String> names() {
    return Commands.all().stream().map(command -> command.head().name());
  }

  private static Command command(String name) {
    return Commands.all().stream()
        .filter(one -> one.head().name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  @ParameterizedTest
  @MethodSource("names")
  void help_has_its_usage_purpose_options_and_an_example(String name) {
    Command command = command(name);

    Ran help = run(name, "--help");

    assertThat(help.status()).isEqualTo(Status.DONE);
    assertThat(help.err()).isEmpty();
    List<String> lines = help.out().lines().toList();
    assertThat(lines.get(0)).isEqualTo("usage: baddle " + name + " " + command.head().arguments());
    assertThat(lines.get(2)).isEqualTo(command.head().purpose()).doesNotEndWith(".");
    for (Option option : CommandOptions.all(command)) {
      assertThat(lines)
          .filteredOn(line -> line.startsWith("  " + CommandOptions.usage(option) + " "))
          .as("%s %s", name, option.getLongOpt())
          .singleElement()
          .satisfies(line -> assertThat(line).endsWith("  " + option.getDescription()));
    }
    assertThat(lines.get(lines.indexOf("example:") + 1)).startsWith("  baddle ");
    assertThat(lines).allSatisfy(line -> assertThat(line.length()).isLessThan(WIDEST));
  }

  @ParameterizedTest
  @MethodSource("names")
  void every_way_of_asking_for_help_gives_the_same(String name) {
    String help = run(name, "--help").out();

    assertThat(run(name, "-h").out()).isEqualTo(help);
    assertThat(run("help", name).out()).isEqualTo(help);
    assertThat(run("--help", name).out()).isEqualTo(help);
  }

  @ParameterizedTest
  @MethodSource("names")
  void options_are_plain_words_each_once(String name) {
    Set<String> seen = new HashSet<>();
    for (Option option : CommandOptions.all(command(name))) {
      assertThat(option.getLongOpt()).matches("[a-z]+(-[a-z]+)*");
      assertThat(seen.add(option.getLongOpt())).as(option.getLongOpt()).isTrue();
      assertThat(option.getDescription()).isNotBlank().doesNotEndWith(".");
      if (option.hasArg()) {
        assertThat(option.getArgName()).matches("[A-Z][A-Z0-9=:,.{} ]*|N|HOW|WHEN|WORD");
      }
    }
  }

  @ParameterizedTest
  @MethodSource("names")
  void an_option_that_is_not_there_is_refused_with_the_nearest(String name) {
    Ran wrong = run(name, "--verbos");

    assertThat(wrong.status()).isEqualTo(Status.USAGE);
    assertThat(wrong.out()).isEmpty();
    assertThat(wrong.err())
        .isEqualTo(
            "baddle: no option --verbos for "
                + name
                + "; did you mean --verbose?\ntry: baddle "
                + name
                + " --help\n");
  }

  @ParameterizedTest
  @MethodSource("names")
  void an_option_without_its_value_or_twice_is_refused(String name) {
    assertThat(run(name, "--color").err())
        .isEqualTo("baddle: --color needs a value: WHEN\ntry: baddle " + name + " --help\n");
    assertThat(run(name, "--color", "never", "--color", "auto").err())
        .isEqualTo("baddle: --color appears twice\n");
  }

  @ParameterizedTest
  @MethodSource("names")
  void a_plan_that_is_not_there_is_named(String name) {
    if (command(name).head().usesPlan()) {
      Ran run = run(name, "--plan", "no.yaml");

      assertThat(run.status()).isEqualTo(Status.USAGE);
      assertThat(run.err())
          .isEqualTo("baddle: there is no plan " + folder.resolve("no.yaml") + "\n");
    }
  }

  @Test
  void the_help_of_the_program_names_every_command_and_every_status() {
    String help = run("--help").out();

    names().forEach(name -> assertThat(help).contains("\n  " + name + " "));
    Status.MEANINGS.forEach(
        (status, means) -> assertThat(help).contains("\n  " + status + "  " + means + "\n"));
    assertThat(run("-h").out()).isEqualTo(help);
    assertThat(run("help").out()).isEqualTo(help);
    assertThat(run().out()).isEqualTo(help);
    assertThat(run().status()).isEqualTo(Status.USAGE);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sumarize | baddle: no command sumarize; did you mean summarize?",
        "help sumarize | baddle: no command sumarize; did you mean summarize?",
        "tidy | baddle: no command tidy; it is called shrink now",
        "--verson | baddle: no option --verson; did you mean --version?",
        "frobnicate | baddle: no command frobnicate",
      })
  void a_command_that_is_not_there_is_refused_with_the_nearest(String line, String message) {
    Ran run = run(line.split(" "));

    assertThat(run.status()).isEqualTo(Status.USAGE);
    assertThat(run.err()).isEqualTo(message + "\ntry: baddle --help\n");
  }
}
