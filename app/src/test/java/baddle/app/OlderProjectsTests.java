package baddle.app;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.summarize.Summarizer;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A project that an older program has consolidated goes on: nothing is lost, nothing doubles. */
class OlderProjectsTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            doc: text
            day: date
            site: text
            amount: {type: decimal, places: 2}
      feeds:
        tills:
          into: sales
          files: "in/{period}.csv"
          leave_out: {when: "site = 'Total'", because: totals}
      summaries:
        by-site: {of: sales, down: [site], measures: {Amount: sum(amount)}}
      """;

  private static final Path STORES = Path.of("..", "store/src/test/resources/baddle/store");

  @TempDir private Path folder;

  private ProjectFolder project(int format) throws Exception {
    ProjectFolder project =
        new ProjectFolder(
            folder,
            format < 3
                ? PLAN.replace("    leave_out: {when: \"site = 'Total'\", because: totals}\n", "")
                : PLAN.replace(
                    "    columns:", "    key: [doc]\n    on_duplicate: hold\n    columns:"));
    String total = format < 3 ? "D9,2026-01-31,Copse End,15.50" : "D9,,Total,15.50";
    project.write(
        "in/2026-01.csv",
        "doc,day,site,amount\nD1,2026-01-05,Foxholt,10.00\nD2,2026-01-06,Dunmere,5.50\n"
            + total
            + "\nD3,2026-01-07,Dunmere,n/a\n");
    project.write(
        "in/2026-02.csv",
        "doc,day,site,amount\nD4,2026-02-03,Foxholt,8.25\nD5,2026-02-04,Copse End,1.00\n");
    Files.createDirectories(project.at(".baddle"));
    try (InputStream stored =
        new GZIPInputStream(Files.newInputStream(STORES.resolve("format-" + format + ".db.gz")))) {
      Files.copy(stored, project.at(".baddle/dataset.db"));
    }
    return project;
  }

  private static Map<String, BigDecimal> cells(ProjectFolder folder, OptionalInt batch)
      throws Exception {
    Project project = folder.project();
    return CrosstabCells.of(
        Summarizer.figures(project, List.of(project.plan().summaries().get("by-site")), batch)
            .crosstabs()
            .get(0));
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void the_figures_are_those_they_were_before_and_after_the_next_consolidation(int format)
      throws Exception {
    ProjectFolder project = project(format);
    Map<String, BigDecimal> before = cells(project, OptionalInt.of(2));
    Map<String, BigDecimal> first = cells(project, OptionalInt.of(1));

    ConsolidateResult result = project.consolidate();

    assertThat(result.addsUp()).isTrue();
    assertThat(cells(project, OptionalInt.empty())).isEqualTo(before);
    assertThat(cells(project, OptionalInt.of(1))).isEqualTo(first);
    CheckResult checked = ProjectCheck.run(project.project(), ProjectCheck.HeldRows.GATHERED);
    assertThat(checked.addsUp()).isTrue();
    assertThat(checked.rowLines()).hasSize(1);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void a_new_file_comes_in_beside_what_was_there(int format) throws Exception {
    ProjectFolder project = project(format);
    Map<String, BigDecimal> before = cells(project, OptionalInt.of(2));
    project.write("in/2026-03.csv", "doc,day,site,amount\nD8,2026-03-01,Harrow,2.00\n");

    ConsolidateResult result = project.consolidate();

    assertThat(result.feeds().get(0).added()).isEqualTo(1);
    Map<String, BigDecimal> after = cells(project, OptionalInt.empty());
    assertThat(after).containsAllEntriesOf(before).hasSize(before.size() + 1);
  }
}
