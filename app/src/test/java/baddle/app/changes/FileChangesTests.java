package baddle.app.changes;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.ProjectFolder;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.FeedLine;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever happens to a file in a feed's folder is told as what it is, and counts once. */
class FileChangesTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {site: text, amount: decimal}}
      feeds:
        tills: {files: "in/*.csv", when_gone: WHEN}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    plan("drop");
    project.write("in/a.csv", "site,amount\nFoxholt,1.00\n");
    project.write("in/b.csv", "site,amount\nDunmere,2.00\nFoxholt,3.00\n");
    project.consolidate();
  }

  private void plan(String whenGone) throws Exception {
    String plan = PLAN.replace("WHEN", whenGone);
    if (project == null) {
      project = new ProjectFolder(folder, plan);
    } else {
      project.write("baddle.yaml", plan);
    }
  }

  private static List<FindingCode> codes(ConsolidateResult result) {
    return result.findings().stream().map(Finding::code).toList();
  }

  private void happens(String what) throws Exception {
    switch (what) {
      case "nothing" -> {
        // stays
      }
      case "new" -> project.write("in/c.csv", "site,amount\nFoxholt,9.00\n");
      case "touched" -> project.write("in/a.csv", "site,amount\nFoxholt,1.00\n");
      case "replaced" -> project.write("in/a.csv", "site,amount\nFoxholt,1.50\n");
      case "renamed" -> Files.move(project.at("in/a.csv"), project.at("in/january.csv"));
      case "gone" -> Files.delete(project.at("in/a.csv"));
      case "copied" -> project.write("in/a (copy).csv", "site,amount\nFoxholt,1.00\n");
      case "swapped" -> {
        String a = Files.readString(project.at("in/a.csv"));
        project.write("in/a.csv", Files.readString(project.at("in/b.csv")));
        project.write("in/b.csv", a);
      }
      case "broken" -> project.write("in/a.csv", "");
      default -> throw new IllegalArgumentException(what);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "nothing,   2, 0, 0, 0, 2, 0, 0, 0, 3, 1",
    "new,       3, 1, 0, 0, 2, 0, 0, 0, 4, 2",
    "touched,   2, 0, 0, 0, 2, 0, 0, 0, 3, 1",
    "replaced,  2, 0, 1, 0, 1, 0, 0, 0, 3, 2",
    "renamed,   2, 0, 0, 1, 1, 0, 0, 0, 3, 2",
    "gone,      1, 0, 0, 0, 1, 0, 0, 1, 2, 2",
    "copied,    3, 0, 0, 0, 2, 1, 0, 0, 3, 1",
  })
  void each_is_counted_as_what_it_is(
      String what,
      int files,
      int added,
      int changed,
      int renamed,
      int unchanged,
      int duplicates,
      int failed,
      int gone,
      long rows,
      int batch)
      throws Exception {
    happens(what);

    ConsolidateResult result = project.consolidate();

    FeedLine line = result.feeds().get(0);
    assertThat(line)
        .isEqualTo(
            new FeedLine(
                "tills",
                files,
                added,
                changed,
                renamed,
                unchanged,
                duplicates,
                failed,
                gone,
                line.rows()));
    assertThat(result.inDataset()).isEqualTo(rows);
    assertThat(result.addsUp()).isTrue();
    assertThat(result.current().orElseThrow().number()).isEqualTo(batch);
  }

  @ParameterizedTest
  @CsvSource({
    "renamed, FILE_RENAMED",
    "gone, FILE_GONE",
    "copied, FILE_DUPLICATE",
    "broken, NO_TABLE",
  })
  void each_has_its_finding(String what, FindingCode code) throws Exception {
    happens(what);

    assertThat(codes(project.consolidate())).contains(code);
  }

  @Test
  void files_that_change_places_keep_their_rows() throws Exception {
    happens("swapped");

    ConsolidateResult result = project.consolidate();

    assertThat(result.inDataset()).isEqualTo(3);
    assertThat(result.addsUp()).isTrue();
  }

  @ParameterizedTest
  @CsvSource({"drop, 2", "keep, 3"})
  void rows_of_a_file_that_is_gone_stay_or_go_as_the_plan_says(String whenGone, long rows)
      throws Exception {
    plan(whenGone);
    project.consolidate();
    happens("gone");

    assertThat(project.consolidate().inDataset()).isEqualTo(rows);
    assertThat(project.consolidate().inDataset()).as("and again").isEqualTo(rows);
  }

  @Test
  void what_could_not_be_read_is_read_once_it_can_be() throws Exception {
    happens("broken");
    project.consolidate();
    happens("replaced");

    ConsolidateResult result = project.consolidate();

    assertThat(result.hasErrors()).isFalse();
    assertThat(result.inDataset()).isEqualTo(3);
  }
}
