package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class UsageProgramTests {

  @TempDir Path folder;

  @Test
  void prints_its_version() throws Exception {
    Baddle.Run run = new Baddle(folder).apart().run("--version");

    assertThat(run.status()).isZero();
    assertThat(run.out()).matches("baddle \\d+\\.\\d+\\.\\d+\n");
  }

  @Test
  void prints_help_on_the_standard_output() throws Exception {
    Baddle.Run run = new Baddle(folder).run("--help");

    assertThat(run.status()).isZero();
    assertThat(run.out()).contains("usage: baddle COMMAND", "consolidate", "first time here");
    assertThat(run.err()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"demo", "consolidate", "summarize", "crosstab"})
  void every_command_has_help_with_an_example(String command) throws Exception {
    Baddle.Run run = new Baddle(folder).run(command, "--help");

    assertThat(run.status()).isZero();
    assertThat(run.out())
        .startsWith("usage: baddle " + command)
        .contains("--verbose", "example:\n  baddle " + command);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sumarize | no command sumarize; did you mean summarize?",
        "tidy --yes | no command tidy; it is called shrink now",
        "--verson | no option --verson; did you mean --version?",
        "consolidate --qiet | no option --qiet for consolidate; did you mean --quiet?",
        "consolidate now | consolidate takes no arguments, found now",
        "consolidate --threads 0 | --threads takes a number from 1 to 64, not 0",
        "consolidate --threads | --threads needs a value: N",
        "consolidate --plan a --plan b | --plan appears twice",
        "consolidate --plan nowhere.yaml | there is no plan ",
        "consolidate | there is no baddle.yaml in ",
        "summarize --color sometimes | --color takes auto, always or never, not sometimes",
        "run --progress nevr | --progress takes auto or never, not nevr; did you mean never?",
        "crosstab x.csv --down a --measure count(*) | there is no file ",
        "crosstab --down a --measure count(*) | needs the files to read",
        "crosstab --down a | needs --measure, such as",
        "crosstab --measure count(*) | needs --down or --across",
        "crosstab x.csv --down a --measure cont(*) | there is no file ",
        "demo --json | demo has no JSON; ask consolidate or summarize for it",
        "demo --plan x | no option --plan for demo",
        "demo a b | demo takes one folder, found b",
      })
  void wrong_usage_ends_with_status_2_and_names_the_nearest_right_word(String line, String message)
      throws Exception {
    Baddle.Run run = new Baddle(folder).run(line.split(" "));

    assertThat(run.err()).startsWith("baddle: " + message);
    assertThat(run.out()).isEmpty();
    assertThat(run.status()).isEqualTo(2);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "crosstab --down site --measure count(*) | needs --of, such as --of sales",
        "crosstab --down site --measure count(*) --as-plan | needs --of, such as --of sales",
        "crosstab --of sals --down site --measure count(*) | no dataset sals; did you mean sales?"
      })
  void a_dataset_is_named_where_there_are_several(String line, String message) throws Exception {
    Baddle baddle =
        new Baddle(folder)
            .write(
                "baddle.yaml",
                "baddle: 1",
                "datasets: {sales: {columns: {site: text}}, cash: {columns: {site: text}}}",
                "feeds: {sales: {files: in/*.csv, into: sales}, cash: {files: c/*, into: cash}}");

    Baddle.Run run = baddle.run(line.split(" "));

    assertThat(run.status()).isEqualTo(2);
    assertThat(run.err()).isEqualTo("baddle: " + message + "\ndatasets: sales, cash\n");
  }
}
