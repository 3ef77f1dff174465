package baddle.app.watch;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FolderStateTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets: {sales: {columns: {site: text, amount: integer}}}
      feeds: {tills: {files: "inbox/{site}.csv"}}
      summaries: {by-site: {down: [site], measures: {Amount: sum(amount)}}}
      reports: {inbox/month.xlsx: {summaries: [by-site]}}
      """;

  @TempDir private Path folder;
  private Project project;
  private FolderState before;

  @BeforeEach
  void layOut() throws Exception {
    Files.createDirectories(folder.resolve("inbox/.hidden"));
    Path plan = Files.writeString(folder.resolve("baddle.yaml"), PLAN);
    Files.writeString(folder.resolve("inbox/a.csv"), "amount\n1\n");
    Files.writeString(folder.resolve("inbox/b.csv"), "amount\n2\n");
    project = Project.open(plan, Map.of());
    before = FolderState.of(project);
  }

  private long changes() throws IOException {
    return FolderState.of(project).differences(before);
  }

  @Test
  void nothing_differs_where_nothing_happened() throws IOException {
    assertThat(changes()).isZero();
    assertThat(before.differences(FolderState.NOTHING)).isEqualTo(3);
  }

  @Test
  void files_that_came_went_or_changed_count_once_each() throws IOException {
    Files.writeString(folder.resolve("inbox/a.csv"), "amount\n10\n");
    Files.delete(folder.resolve("inbox/b.csv"));
    Files.writeString(folder.resolve("inbox/unwanted.txt"), "x");
    assertThat(changes()).isEqualTo(3);
  }

  @Test
  void a_file_of_the_same_size_written_later_is_another() throws IOException {
    Files.setLastModifiedTime(folder.resolve("inbox/a.csv"), FileTime.fromMillis(1));
    assertThat(changes()).isEqualTo(1);
  }

  @Test
  void the_plan_and_mended_rows_count_too() throws IOException {
    Files.writeString(folder.resolve("baddle.yaml"), PLAN + "\n");
    Files.createDirectories(folder.resolve("mended"));
    Files.writeString(folder.resolve("mended/held.csv"), "x");
    assertThat(changes()).isEqualTo(2);
  }

  @Test
  void reports_and_hidden_files_do_not_count() throws IOException {
    Files.writeString(folder.resolve("inbox/month.xlsx"), "a report");
    Files.writeString(folder.resolve("inbox/.a.csv.part"), "x");
    Files.writeString(folder.resolve("inbox/.hidden/c.csv"), "x");
    Files.writeString(folder.resolve("elsewhere.csv"), "x");
    assertThat(changes()).isZero();
  }
}
