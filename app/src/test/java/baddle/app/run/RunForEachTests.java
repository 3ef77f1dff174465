package baddle.app.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;

import baddle.app.Progress;
import baddle.app.ProjectFolder;
import baddle.app.consolidate.Consolidation;
import baddle.app.reading.ParameterList;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.InOrder;

/** A plan run for each line of a list: a line that fails is told, and the others are run. */
class RunForEachTests {

  private static final String PLAN =
      """
      baddle: 1
      parameters: {site: {type: text}, year: {type: integer, default: 2026}}
      store: "{site}"
      datasets:
        sales: {columns: {day: date, amount: {type: decimal, required: true}}}
      feeds:
        tills: {files: "{site}/*.csv"}
      summaries:
        by-day: {of: sales, down: day, measures: {Amount: sum(amount)}}
      reports:
        "out/{site} {year}.csv": {summaries: [by-day]}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write("Foxholt/a.csv", "day,amount\n2026-01-05,1.00\n");
    project.write("Dunmere/a.csv", "day,amount\n2026-01-05,2.00\n");
  }

  private static ParameterList.Line line(int row, String... values) {
    Map<String, String> all = new java.util.LinkedHashMap<>();
    for (int i = 0; i < values.length; i += 2) {
      all.put(values[i], values[i + 1]);
    }
    return new ParameterList.Line(row, all);
  }

  private RunForEach runs(Map<String, String> parameters) {
    return new RunForEach(
        project.plan(),
        parameters,
        Progress.SILENT,
        one -> Consolidation.of(one, ProjectFolder.CLOCK, 2));
  }

  @Test
  void each_line_writes_reports_of_its_own_and_is_told_as_it_ends() throws Exception {
    @SuppressWarnings("unchecked")
    Consumer<RunForEach.Outcome> listener = mock(Consumer.class);

    List<RunForEach.Outcome> outcomes =
        runs(Map.of("year", "2027"))
            .run(
                List.of(line(2, "site", "Foxholt"), line(3, "site", "Dunmere", "year", "2025")),
                listener);

    assertThat(outcomes).allSatisfy(one -> assertThat(one.failure()).isEmpty());
    assertThat(Files.readString(project.at("out/Foxholt 2027.csv"))).contains("1.00");
    assertThat(Files.readString(project.at("out/Dunmere 2025.csv"))).contains("2.00");
    InOrder order = inOrder(listener);
    order.verify(listener).accept(outcomes.get(0));
    order.verify(listener).accept(outcomes.get(1));
    order.verifyNoMoreInteractions();
  }

  @Test
  void a_line_that_fails_stops_no_other() throws Exception {
    Files.createDirectories(project.at("out"));
    Files.createDirectories(project.at("out/Foxholt 2026.csv/in the way"));

    List<RunForEach.Outcome> outcomes =
        runs(Map.of())
            .run(
                List.of(
                    line(2, "sit", "Foxholt"),
                    line(3, "site", "Foxholt"),
                    line(4, "site", "Copse/End"),
                    line(5, "site", "Dunmere", "year", "soon"),
                    line(6, "site", "Dunmere")),
                any -> {});

    assertThat(outcomes)
        .extracting(one -> one.result().isPresent())
        .containsExactly(false, false, false, false, true);
    assertThat(outcomes)
        .extracting(RunForEach.Outcome::isPlans)
        .containsExactly(true, true, true, true, false);
    assertThat(outcomes.get(0).failure()).contains("no parameter sit; did you mean site?");
    assertThat(outcomes.get(2).failure()).contains("can't be in a name");
    assertThat(outcomes.get(3).failure()).contains("year: \"soon\" is no integer");
  }

  @Test
  void two_lines_for_one_report_are_a_mistake_in_the_list() throws Exception {
    List<RunForEach.Outcome> outcomes =
        runs(Map.of())
            .run(List.of(line(2, "site", "Foxholt"), line(5, "site", "Foxholt")), any -> {});

    assertThat(outcomes.get(0).failure()).isEmpty();
    assertThat(outcomes.get(1).failure())
        .isEqualTo(
            "it would write over out/Foxholt 2026.csv of row 2; let the report's name have a"
                + " parameter that tells them apart");
  }
}
