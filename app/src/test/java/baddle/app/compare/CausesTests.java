package baddle.app.compare;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.BranchFiles;
import baddle.app.ProjectFolder;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Origin;
import baddle.plan.output.SummaryPlan;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What moved a summary doesn't depend on which other summaries are looked into with it. */
class CausesTests {

  private static final List<String> CONDITIONS =
      List.of("amount > 0", "code = 'A1'", "amount < 20 or code = 'C3'", "branch = 'Dunmere'");

  @TempDir private Path folder;

  private static SummaryPlan bySource(String condition) {
    CrosstabSpec spec =
        CrosstabSpec.of(
            "",
            List.of(AxisItem.ofColumn(Origin.SOURCE_FILE.name())),
            List.of(),
            List.of(Measure.of("Amount", "sum(amount)"), Measure.of("Lines", "count(amount)")));
    return new SummaryPlan(condition, "sales", spec.whereAlso(condition));
  }

  private static List<List<Cause>> causes(
      ProjectSession session, List<String> conditions, int before, int after, long mostRows)
      throws Exception {
    List<SourceChange> sources = SourceChange.between(session.store().catalogue(), before, after);
    List<Causes.Asked> asked = new ArrayList<>();
    for (String condition : conditions) {
      Reasons reasons =
          new Reasons(session.store().catalogue(), "sales", before, after, sources, false, false);
      asked.add(new Causes.Asked(bySource(condition), reasons));
    }
    return new Causes(session, sources, before, after, mostRows).of(asked);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void causes_of_several_summaries_are_those_of_each(long seed) throws Exception {
    ProjectFolder project = new ProjectFolder(folder, BranchFiles.PLAN);
    BranchFiles files = new BranchFiles(project, seed, false);
    project.consolidate();
    for (int step = 0; step < 12; step++) {
      files.step();
      project.consolidate();
    }
    int parts = 0;
    try (ProjectSession session = ProjectSession.open(project.project())) {
      int last = session.batch(OptionalInt.empty()).number();
      for (int before = 1; before < last; before += 2) {
        for (long mostRows : new long[] {0, 4, 9, 15, 1_000}) {
          List<List<Cause>> together = causes(session, CONDITIONS, before, last, mostRows);
          for (int i = 0; i < CONDITIONS.size(); i++) {
            assertThat(together.get(i))
                .as("from batch %s, %s rows, %s", before, mostRows, CONDITIONS.get(i))
                .isEqualTo(
                    causes(session, List.of(CONDITIONS.get(i)), before, last, mostRows).get(0));
            parts += together.get(i).stream().mapToInt(cause -> cause.parts().size()).sum();
          }
        }
      }
    }
    assertThat(parts).isPositive();
  }
}
