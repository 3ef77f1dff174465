package baddle.app.derived;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.ProjectFolder;
import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.consolidate.ConsolidateResult;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Rows with one key are reported, held or left out as the plan says, whichever came first. */
class DuplicateMarksTests {

  @TempDir private Path folder;

  private ProjectFolder project(String policy) throws IOException {
    return new ProjectFolder(
        folder,
        """
        baddle: 1
        datasets:
          sales: {key: [doc], on_duplicate: POLICY, columns: {doc: text, amount: decimal}}
        feeds:
          tills: {files: "in/{period}.csv"}
        """
            .replace("POLICY", policy));
  }

  @ParameterizedTest
  @CsvSource({"report, 5, 0, 0", "hold, 3, 2, 0", "keep latest, 4, 0, 1"})
  void each_policy_counts_the_rows_it_says(String policy, long kept, long held, long leftOut)
      throws Exception {
    ProjectFolder project = project(policy);
    project.write("in/2026-01.csv", "doc,amount\nD1,1.00\nD2,2.00\n");
    project.write("in/2026-02.csv", "doc,amount\nD2,2.50\nD3,3.00\nD3,3.00\n");

    ConsolidateResult result = project.consolidate();

    assertThat(result.inDataset()).isEqualTo(kept);
    assertThat(result.rows().held()).isEqualTo(held);
    assertThat(result.rows().leftOut()).isEqualTo(leftOut);
    assertThat(result.addsUp()).isTrue();
  }

  @Test
  void within_one_source_and_between_periods_are_told_apart() throws Exception {
    ProjectFolder project = project("report");
    project.write("in/2026-01.csv", "doc,amount\nD1,1.00\nD1,1.00\n");
    project.write("in/2026-02.csv", "doc,amount\nD2,2.00\n");
    project.write("in/2026-03.csv", "doc,amount\nD2,2.50\n");

    List<FindingCode> codes = project.consolidate().findings().stream().map(Finding::code).toList();

    assertThat(codes)
        .contains(FindingCode.DUPLICATE_IN_SOURCE, FindingCode.DUPLICATE_BETWEEN_PERIODS)
        .doesNotContain(FindingCode.ROWS_HELD);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void held_rows_are_all_but_the_first_of_each_key_however_files_come(long seed) throws Exception {
    Random random = new Random(seed);
    ProjectFolder project = project("hold");
    Map<Integer, List<String>> months = new HashMap<>();
    for (int step = 0; step < 6; step++) {
      int month = 1 + random.nextInt(4);
      List<String> docs = new ArrayList<>();
      for (int i = random.nextInt(6) + 1; i > 0; i--) {
        docs.add("D" + random.nextInt(8));
      }
      // A content that is there under another name already would be a copy.
      docs.add("only-" + step);
      months.put(month, docs);
      StringBuilder text = new StringBuilder("doc,amount\n");
      docs.forEach(doc -> text.append(doc).append(",1.00\n"));
      project.write("in/2026-0" + month + ".csv", text.toString());

      ConsolidateResult result = project.consolidate();

      Set<String> keys = new HashSet<>();
      long rows = 0;
      for (List<String> of : months.values()) {
        keys.addAll(of);
        rows += of.size();
      }
      assertThat(result.inDataset()).as("step %s", step).isEqualTo(keys.size());
      assertThat(result.rows().held()).as("step %s", step).isEqualTo(rows - keys.size());
      CheckResult checked = ProjectCheck.run(project.project(), ProjectCheck.HeldRows.COUNTED);
      assertThat(checked.addsUp()).isTrue();
      assertThat(checked.duplicates().stream().mapToLong(one -> one.held()).sum())
          .isEqualTo(rows - keys.size());
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {21, 22, 23, 24})
  void of_exports_of_the_year_so_far_each_key_counts_as_its_latest_period_has_it(long seed)
      throws Exception {
    Random random = new Random(seed);
    ProjectFolder project = project("keep latest");
    Map<Integer, Map<String, Integer>> months = new HashMap<>();
    for (int step = 0; step < 6; step++) {
      int month = 1 + random.nextInt(5);
      Map<String, Integer> docs = new HashMap<>();
      for (int i = random.nextInt(5) + 1; i > 0; i--) {
        docs.put("D" + random.nextInt(8), random.nextInt(100));
      }
      docs.put("only-" + step, 1);
      months.put(month, docs);
      StringBuilder text = new StringBuilder("doc,amount\n");
      docs.forEach((doc, amount) -> text.append(doc).append(',').append(amount).append(".00\n"));
      project.write("in/2026-0" + month + ".csv", text.toString());

      ConsolidateResult result = project.consolidate();

      Set<String> keys = new HashSet<>();
      months.values().forEach(of -> keys.addAll(of.keySet()));
      assertThat(result.inDataset()).as("step %s", step).isEqualTo(keys.size());
      assertThat(result.addsUp()).isTrue();
    }
  }
}
