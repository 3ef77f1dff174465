package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * One fault comes with the last month into a random folder without any: either the figures are
 * right all the same, or an error or a warning on the page that {@code run} prints says where it is
 * and how much it is about. A folder without a fault raises no alarm.
 */
class PlantedFaultsProgramTests {

  @TempDir Path folder;

  static Stream<Arguments> faults() {
    return Stream.of(PlantedFault.values())
        .flatMap(
            fault ->
                IntStream.range(0, Baddle.scaled(30))
                    .boxed()
                    .flatMap(
                        seed ->
                            Stream.of(true, false)
                                .map(drafted -> Arguments.of(fault, seed, drafted))));
  }

  @ParameterizedTest
  @MethodSource("faults")
  void a_fault_is_harmless_or_named(PlantedFault fault, int seed, boolean drafted)
      throws Exception {
    RandomMonths months = RandomMonths.of(fault.shapes(), new Random(seed));
    Baddle baddle = Baddle.within(folder);
    months.writeAllButLast(folder);
    plan(baddle, months, drafted);
    Baddle.Run before = baddle.run("run");
    assertThat(before.status()).as(before.out() + before.err()).isZero();

    PlantedFault.Planted planted = fault.plant(months, new Random(seed));
    months.writeLast(folder);
    Baddle.Run run = baddle.run("run");

    String what = months + "\n" + planted + "\n" + run.out() + run.err();
    boolean right = !planted.alwaysNamed() && total(baddle, months).compareTo(months.total()) == 0;
    assertThat(right || isNamed(run.out(), planted)).as(what).isTrue();
  }

  /** Whether a finding above a note says where and how much. */
  private static boolean isNamed(String page, PlantedFault.Planted planted) {
    String[] findings = page.split("\n  (?=error |warning |note )");
    return Stream.of(findings)
        .filter(finding -> finding.startsWith("error") || finding.startsWith("warning"))
        .map(finding -> finding.replaceAll("\\s+", " "))
        .anyMatch(
            finding ->
                finding.contains(planted.place())
                    && planted.amounts().stream().anyMatch(finding::contains));
  }

  private void plan(Baddle baddle, RandomMonths months, boolean drafted) throws Exception {
    if (drafted) {
      Baddle.Run draft = baddle.run("draft", "in");
      assertThat(draft.status()).as(draft.out() + draft.err()).isZero();
    } else {
      Files.writeString(baddle.folder().resolve("baddle.yaml"), months.plan());
    }
  }

  /** The sum of the dataset's amounts. */
  private static BigDecimal total(Baddle baddle, RandomMonths months) throws Exception {
    return months.totalOf(baddle.run("export", "--out", "-", "--quiet").lines());
  }

  @Test
  void a_folder_without_a_fault_raises_no_alarm() throws Exception {
    StringBuilder alarms = new StringBuilder();
    int count = 0;
    for (int seed = 0; seed < Baddle.scaled(200); seed++) {
      Path own = folder.resolve("clean" + seed);
      RandomMonths months = RandomMonths.of(List.of(RandomMonths.Shape.values()), new Random(seed));
      months.writeAllButLast(own);
      plan(Baddle.within(own), months, seed % 2 == 0);
      Baddle.within(own).run("run");
      months.writeLast(own);
      Baddle.Run run = Baddle.within(own).run("run");
      if (run.out().contains("\n  error ") || run.out().contains("\n  warning ")) {
        count++;
        alarms.append(months).append('\n').append(run.out());
      }
    }
    assertThat(count).as(alarms.toString()).isLessThanOrEqualTo(2);
  }
}
