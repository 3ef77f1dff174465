package baddle.app.review;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.CrosstabCells;
import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.summarize.Summarizer;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever a mapping holds, every row is matched, missing or ambiguous, and no amount is lost. */
class LookupReviewsTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            code: text
            amount: decimal
            region: {type: text, lookup: regions}
      feeds:
        tills: {files: "in/*.csv"}
      lookups:
        regions:
          file: regions.csv
          match: {code: Code}
          bring: {region: Region}
          when_missing: {region: none}
      summaries:
        by-region: {of: sales, down: region, measures: {Amount: sum(amount)}}
      """;

  @TempDir private Path folder;

  /** A mapping as people keep it: with gaps, doubles that agree and doubles that don't. */
  private static Map<String, List<String>> mapping(Random random) {
    Map<String, List<String>> mapping = new TreeMap<>();
    for (int i = random.nextInt(8); i >= 0; i--) {
      mapping
          .computeIfAbsent("C" + random.nextInt(6), code -> new ArrayList<>())
          .add("R" + random.nextInt(2));
    }
    return mapping;
  }

  private static String written(Map<String, List<String>> mapping) {
    StringBuilder text = new StringBuilder("Code,Region\n");
    mapping.forEach(
        (code, regions) ->
            regions.forEach(r -> text.append(code).append(',').append(r).append('\n')));
    return text.toString();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
  void each_row_is_matched_missing_or_ambiguous(long seed) throws Exception {
    Random random = new Random(seed);
    ProjectFolder project = new ProjectFolder(folder, PLAN);
    for (int step = 0; step < 3; step++) {
      Map<String, List<String>> mapping = mapping(random);
      project.write("regions.csv", written(mapping));
      StringBuilder rows = new StringBuilder("code,amount\n");
      Map<String, BigDecimal> expected = new TreeMap<>();
      long matched = 0;
      long missing = 0;
      long ambiguous = 0;
      for (int i = 0; i < 40; i++) {
        String code = "C" + random.nextInt(6);
        BigDecimal amount = BigDecimal.valueOf(random.nextInt(10_000), 2);
        rows.append(code).append(',').append(amount).append('\n');
        List<String> regions = mapping.getOrDefault(code, List.of()).stream().distinct().toList();
        matched += regions.size() == 1 ? 1 : 0;
        missing += regions.isEmpty() ? 1 : 0;
        ambiguous += regions.size() > 1 ? 1 : 0;
        String region =
            regions.isEmpty() ? "none" : regions.size() == 1 ? regions.get(0) : "(blank)";
        expected.merge(region, amount, BigDecimal::add);
      }
      project.write("in/a.csv", rows.toString());
      assertThat(project.consolidate().inDataset()).isEqualTo(40);

      Project now = project.project();
      CheckResult.LookupLine line =
          ProjectCheck.run(now, ProjectCheck.HeldRows.COUNTED).lookups().get(0);
      assertThat(line.matched()).as("step %s", step).isEqualTo(matched);
      assertThat(line.missing().stream().mapToLong(key -> key.rows()).sum()).isEqualTo(missing);
      assertThat(line.ambiguous().stream().mapToLong(key -> key.rows()).sum()).isEqualTo(ambiguous);
      assertThat(
              CrosstabCells.of(
                  Summarizer.figures(now, List.copyOf(now.plan().summaries().values()))
                      .crosstabs()
                      .get(0)))
          .isEqualTo(expected);
    }
  }
}
