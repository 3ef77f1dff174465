package baddle.app.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import baddle.app.ProjectFolder;
import baddle.app.consolidate.Consolidation;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.grid.GridOpener;
import baddle.formats.Formats;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A run brings in, checks and writes all reports or none, and tells what is new and resolved. */
class PeriodRunTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, amount: {type: decimal, required: true}}}
      feeds:
        tills: {files: "in/*.csv"}
      summaries:
        by-site: {of: sales, down: site, measures: {Amount: sum(amount)}}
        by-day: {of: sales, down: day, measures: {Amount: sum(amount)}}
      reports:
        out/by-site.csv: {summaries: [by-site]}
        out/both.xlsx: {summaries: [by-site, by-day]}
        out/by-day.md: {summaries: [by-day]}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;
  private final GridOpener opener = mock(GridOpener.class, delegatesTo(new Formats()));

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write("in/a.csv", "day,site,amount\n2026-01-05,Foxholt,1.00\n");
    project.write("in/b.csv", "day,site,amount\n2026-01-06,Dunmere,n/a\n2026-01-07,Dunmere,2.00\n");
  }

  private RunResult run() throws Exception {
    return new PeriodRun(
            project.project(), new Consolidation(project.project(), opener, ProjectFolder.CLOCK, 2))
        .run();
  }

  private List<String> outputs() throws IOException {
    try (Stream<Path> files = Files.list(project.at("out"))) {
      return files.map(file -> file.getFileName().toString()).sorted().toList();
    }
  }

  private static List<String> names(List<Path> files) {
    return files.stream().map(file -> file.getFileName().toString()).sorted().toList();
  }

  @Test
  void the_first_run_writes_all_and_the_next_one_nothing() throws Exception {
    RunResult first = run();
    RunResult second = run();

    assertThat(names(first.written())).containsExactly("both.xlsx", "by-day.md", "by-site.csv");
    assertThat(first.unchanged()).isEmpty();
    assertThat(first.before()).isEmpty();
    assertThat(second.written()).isEmpty();
    assertThat(names(second.unchanged())).containsExactly("both.xlsx", "by-day.md", "by-site.csv");
    assertThat(second.findings()).isEqualTo(first.findings());
  }

  @Test
  void what_is_new_and_what_is_resolved_is_told_against_the_batch_before() throws Exception {
    run();
    project.write(
        "in/b.csv", "day,site,amount\n2026-01-06,Dunmere,4.00\n2026-01-07,Dunmere,2.00\n");
    project.write("in/c.csv", "day,site,amount\n2026-01-08,Copse End,soon\n");
    RunResult result = run();

    assertThat(result.before().orElseThrow().number()).isEqualTo(1);
    assertThat(result.added())
        .extracting(Finding::code, one -> one.place().file())
        .contains(org.assertj.core.groups.Tuple.tuple(FindingCode.ROWS_HELD, "in/c.csv"));
    assertThat(result.resolved())
        .extracting(Finding::code, one -> one.place().file())
        .contains(org.assertj.core.groups.Tuple.tuple(FindingCode.ROWS_HELD, "in/b.csv"));
    assertThat(result.moved().orElseThrow().summaries().get(0).totals().get(0).amount())
        .isEqualByComparingTo("4.00");
  }

  @ParameterizedTest
  @CsvSource({"out/by-day.md", "out/both.xlsx"})
  void where_one_report_cannot_be_written_none_is(String blocked) throws Exception {
    run();
    List<String> before = outputs();
    String csv = Files.readString(project.at("out/by-site.csv"));
    project.write("in/a.csv", "day,site,amount\n2026-01-05,Foxholt,7.00\n");
    Path file = project.at(blocked);
    Path part = file.resolveSibling("." + file.getFileName() + ".part");
    Files.createDirectories(part.resolve("in the way"));

    assertThatThrownBy(this::run).isInstanceOf(IOException.class);

    Files.delete(part.resolve("in the way"));
    Files.delete(part);
    assertThat(outputs()).isEqualTo(before);
    assertThat(Files.readString(project.at("out/by-site.csv"))).isEqualTo(csv);
    assertThat(names(run().written())).isNotEmpty();
    assertThat(Files.readString(project.at("out/by-site.csv"))).contains("7.00");
  }

  @Test
  void a_file_that_cannot_be_opened_is_its_finding_and_the_reports_have_the_others()
      throws Exception {
    doThrow(new IOException("the disk is gone"))
        .when(opener)
        .open(argThat(path -> path != null && path.endsWith("b.csv")), any());

    RunResult result = run();

    assertThat(result.findings())
        .filteredOn(Finding::isError)
        .singleElement()
        .satisfies(one -> assertThat(one.place().file()).isEqualTo("in/b.csv"));
    assertThat(Files.readString(project.at("out/by-site.csv")))
        .contains("Foxholt")
        .doesNotContain("Dunmere");
  }

  @Test
  void a_report_that_somebody_removed_is_written_again_and_the_others_stay() throws Exception {
    run();
    Files.delete(project.at("out/by-day.md"));

    RunResult result = run();

    assertThat(names(result.written())).containsExactly("by-day.md");
    assertThat(names(result.unchanged())).containsExactly("both.xlsx", "by-site.csv");
  }

  @Test
  void what_cannot_be_written_at_all_is_told_before_anything_is_done() throws Exception {
    project.write("baddle.yaml", PLAN.replace("out/by-day.md", "in/a.csv"));

    assertThat(ReportPlaces.problem(project.project())).isPresent();
    project.write("baddle.yaml", PLAN.replace("out/by-day.md", "out/by-day.doc"));
    assertThat(ReportPlaces.problem(project.project())).isPresent();
  }
}
