package baddle.app.summarize;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.BranchFiles;
import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.consolidate.ConsolidateResult;
import baddle.core.crosstab.spec.TableForm;
import baddle.core.finding.FindingCode;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.formats.Formats;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The same figures stand in every kind of report, and they are those of the files. */
class ReportsAgreeTests {

  private static final int STEPS = 8;

  @TempDir private Path folder;

  /** The rows of a file's first sheet, each a list of cells. */
  private static List<List<String>> rows(Path file) throws IOException {
    List<List<String>> rows = new ArrayList<>();
    try (GridFile grid = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      grid.sheets()
          .get(0)
          .read(
              new RowSink() {
                private final GridRow row = new GridRow();

                @Override
                public GridRow next() {
                  return row;
                }

                @Override
                public boolean wantsMore() {
                  return true;
                }

                @Override
                public void row(GridRow filled) {
                  List<String> cells = new ArrayList<>();
                  for (int cell = 0; cell < filled.width(); cell++) {
                    cells.add(plain(filled.text(cell)));
                  }
                  while (!cells.isEmpty() && cells.get(cells.size() - 1).isEmpty()) {
                    cells.remove(cells.size() - 1);
                  }
                  rows.add(cells);
                }
              });
    }
    return rows;
  }

  private static String plain(String text) {
    return text.matches("-?\\d+\\.?\\d*(E-?\\d+)?")
        ? new BigDecimal(text).stripTrailingZeros().toPlainString()
        : text;
  }

  private static Map<String, BigDecimal> sumsByTotal(List<List<String>> rows, int column) {
    Map<String, BigDecimal> sums = new TreeMap<>();
    for (List<String> row : rows.subList(1, rows.size())) {
      sums.merge(row.get(3), new BigDecimal(row.get(column)), BigDecimal::add);
    }
    return sums;
  }

  @ParameterizedTest
  @ValueSource(longs = {61, 62, 63, 64})
  void every_kind_says_the_same(long seed) throws Exception {
    ProjectFolder project = new ProjectFolder(folder, BranchFiles.PLAN);
    BranchFiles files = new BranchFiles(project, seed, false);
    for (int step = 0; step < STEPS; step++) {
      files.step();
    }
    project.consolidate();
    Project now = project.project();
    Figures figures = Summarizer.figures(now, List.of(now.plan().summaries().get("regions")));
    for (String name : List.of("shown.csv", "report.xlsx")) {
      ReportFile.of(folder.resolve(name)).write(figures, Optional.of(now.planFile()));
    }
    for (TableForm form : List.of(TableForm.LINES, TableForm.CELLS)) {
      for (boolean totals : List.of(false, true)) {
        ReportFile.of(folder.resolve(form + " " + totals + ".csv"), form, totals)
            .write(figures, Optional.of(now.planFile()));
      }
    }

    List<List<String>> shown = rows(folder.resolve("shown.csv"));
    List<List<String>> ofWorkbook = rows(folder.resolve("report.xlsx"));
    assertThat(ofWorkbook).containsSubsequence(shown);
    assertThat(ofWorkbook.get(0)).containsExactly("regions");
    BranchFiles.Expected expected = files.expected();
    Map<String, BigDecimal> cells = new TreeMap<>();
    List<List<String>> flat = rows(folder.resolve("CELLS false.csv"));
    assertThat(flat.get(0))
        .containsExactly("region", "branch", "source_period", "measure", "value");
    for (List<String> row : flat.subList(1, flat.size())) {
      cells.put(String.join("|", row.subList(0, 3)), new BigDecimal(row.get(4)).setScale(2));
    }
    assertThat(cells).isEqualTo(expected.cells());
    assertThat(rows(folder.resolve("LINES false.csv")).get(0))
        .containsExactly("region", "branch", "source_period", "Amount");
    assertThat(sumsByTotal(rows(folder.resolve("LINES true.csv")), 4))
        .as("each kind of total adds up to the whole")
        .isNotEmpty()
        .allSatisfy((by, sum) -> assertThat(sum).as(by).isEqualByComparingTo(expected.total()));
    List<List<String>> withTotals = rows(folder.resolve("CELLS true.csv"));
    assertThat(withTotals.get(0))
        .containsExactly("region", "branch", "source_period", "total_by", "measure", "value");
    assertThat(sumsByTotal(withTotals, 5))
        .isEqualTo(sumsByTotal(rows(folder.resolve("LINES true.csv")), 4));
    List<String> totals = shown.get(shown.size() - 1);
    assertThat(totals.get(totals.size() - 1)).isEqualTo(plain(expected.total().toPlainString()));

    ReportFile.of(folder.resolve("in/Report 2026-05.csv")).write(figures, Optional.empty());
    ConsolidateResult again = project.consolidate();
    assertThat(again.rows().kept()).isEqualTo(expected.kept());
    assertThat(again.findings())
        .filteredOn(finding -> finding.code() == FindingCode.REPORT_AS_SOURCE)
        .extracting(finding -> finding.place().file())
        .containsExactly("in/Report 2026-05.csv");
  }
}
