package baddle.app.columns;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import baddle.store.StoreException;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a dataset's columns hold is counted over all its rows. */
class ColumnSurveyTests {

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project =
        new ProjectFolder(
            folder,
            """
            baddle: 1
            datasets:
              sales: {columns: {day: date, site: text, amount: decimal}}
            feeds:
              tills: {files: "in/*.csv"}
            """);
  }

  @Test
  void counts_what_is_filled_and_different_and_shows_the_first() throws Exception {
    project.write("in/a.csv", "day,site,amount\n2026-01-05,Foxholt,1.00\n2026-01-06,Foxholt,\n");
    project.write("in/b.csv", "day,site,amount\n,Dunmere,2.50\n2026-01-05,Copse End,1.00\n");
    project.consolidate();

    ColumnSurvey survey = ColumnSurvey.of(project.project(), "sales");

    assertThat(survey.rows()).isEqualTo(4);
    assertThat(survey.batch().number()).isEqualTo(1);
    assertThat(survey.columns())
        .extracting(
            one ->
                "%s %s %d %d %s"
                    .formatted(
                        one.column().name(),
                        one.column().type(),
                        one.filled(),
                        one.distinct(),
                        one.examples()))
        .containsExactly(
            "day date 3 2 [2026-01-05, 2026-01-06]",
            "site text 4 3 [Foxholt, Dunmere, Copse End]",
            "amount decimal(2) 3 2 [1.00, 2.50]",
            "source_file text 4 2 [in/a.csv, in/b.csv]",
            "source_sheet text 0 0 []",
            "source_row integer 4 2 [2, 3]",
            "source_period text 0 0 []",
            "batch integer 4 1 [1]",
            "batch_time timestamp 4 1 [2026-07-01 08:00]");
  }

  @Test
  void rows_that_are_in_no_figure_are_not_counted() throws Exception {
    project.write("in/a.csv", "day,site,amount\n2026-01-05,Foxholt,one\n2026-01-06,Dunmere,1\n");
    project.consolidate();

    ColumnSurvey survey = ColumnSurvey.of(project.project(), "sales");

    assertThat(survey.rows()).isEqualTo(1);
    assertThat(survey.columns().get(1).examples()).isEqualTo(List.of("Dunmere"));
  }

  @Test
  void nothing_is_known_before_the_first_batch() {
    assertThatThrownBy(() -> ColumnSurvey.of(project.project(), "sales"))
        .isInstanceOf(StoreException.Absent.class);
  }
}
