package baddle.app.close;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import baddle.app.check.ProjectCheck;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What closing a period refuses, freezes, keeps out and gives back. */
class PeriodCloseTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {dated_by: day, columns: {day: {type: date, required: true}, site: text, amount: decimal}}
      feeds:
        tills: {files: "in/{period}.csv"}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    month("2026-01", "2026-01-05,Foxholt,10.00", "2026-01-20,Dunmere,5.50");
    month("2026-02", "2026-02-03,Foxholt,7.00");
    project.consolidate();
  }

  private void month(String period, String... rows) throws Exception {
    project.write("in/" + period + ".csv", "day,site,amount\n" + String.join("\n", rows) + "\n");
  }

  private PeriodClose closing() throws Exception {
    return new PeriodClose(project.project(), ProjectFolder.CLOCK);
  }

  private long inDataset() throws Exception {
    return ProjectCheck.run(project.project(), ProjectCheck.HeldRows.COUNTED).inDataset();
  }

  @Test
  void closing_tells_what_is_frozen() throws Exception {
    CloseResult result = closing().close("2026-01", Optional.empty());

    assertThat(result.closed()).isTrue();
    assertThat(result.period()).hasToString("2026-01");
    assertThat(result.open()).isEmpty();
    assertThat(result.sums().get("sales").rows()).isEqualTo(2);
    assertThat(closing().all())
        .singleElement()
        .satisfies(
            line -> {
              assertThat(line.period()).isEqualTo("2026-01");
              assertThat(line.batch()).isEqualTo(1);
              assertThat(line.closedAt()).isEqualTo(ProjectFolder.CLOCK.instant());
              assertThat(line.reopenedAt()).isEmpty();
            });
  }

  @Test
  void a_preview_shows_the_same_and_closes_nothing() throws Exception {
    CloseResult preview = closing().preview("2026-01", Optional.empty());

    assertThat(closing().all()).isEmpty();
    assertThat(closing().close("2026-01", Optional.empty())).isEqualTo(preview);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "soon | \"soon\" is no period; expected one like 2026-03",
        "2026-07 | no source is of 2026-07; the last period there is: 2026-02",
        "2025 | no source is of 2025; the last period there is: 2026-02",
      })
  void what_is_no_period_of_the_rows_is_refused(String period, String message) {
    assertThatThrownBy(() -> closing().close(period, Optional.empty()))
        .isInstanceOf(CloseException.class)
        .hasMessage(message);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "2026-01 | 2026-01 is closed already, with batch 1; baddle reopen 2026-01 --because REASON"
            + " lifts that",
        "2026-02 | 2026-02 is closed already, with batch 1 as part of 2026-Q1; baddle reopen"
            + " 2026-Q1 --because REASON lifts that",
      })
  void what_is_closed_already_is_refused_with_the_way_out(String again, String message)
      throws Exception {
    closing().close(again.equals("2026-01") ? "2026-01" : "2026-Q1", Optional.empty());

    assertThatThrownBy(() -> closing().close(again, Optional.empty())).hasMessage(message);
  }

  @Test
  void nothing_is_closed_that_files_have_overtaken() throws Exception {
    month("2026-02", "2026-02-03,Foxholt,8.00");

    assertThatThrownBy(() -> closing().close("2026-02", Optional.empty()))
        .hasMessage(
            "files have come or changed since batch 1; run baddle run first, then close what it"
                + " shows");
    assertThat(closing().all()).isEmpty();
  }

  @Test
  void open_errors_of_the_period_want_a_reason_and_those_of_others_do_not() throws Exception {
    month("2026-02", "2026-02-03,Foxholt,7.00", "2026-02-30,Foxholt,1.00");
    project.consolidate();

    CloseResult refused = closing().close("2026-02", Optional.empty());
    assertThat(refused.closed()).isFalse();
    assertThat(refused.open()).extracting(Finding::code).containsExactly(FindingCode.ROWS_HELD);
    assertThat(closing().all()).isEmpty();

    assertThat(closing().close("2026-01", Optional.empty()).closed()).isTrue();
    assertThat(closing().close("2026-02", Optional.of("the sender knows")).closed()).isTrue();
    assertThat(closing().all())
        .extracting(ClosingLine::accepted)
        .containsExactly("", "the sender knows");
  }

  @Test
  void a_changed_file_of_a_closed_period_is_kept_out_until_it_is_reopened() throws Exception {
    closing().close("2026-01", Optional.empty());
    month("2026-01", "2026-01-05,Foxholt,999.00");
    project.consolidate();

    assertThat(inDataset()).isEqualTo(3);
    assertThat(closing().keptOut("2026-01"))
        .extracting(line -> line.place() + ": " + line.because())
        .containsExactly(
            "in/2026-01.csv: 2 rows with amount 15.50 of 2026-01, which is closed, are in no file any"
                + " more; they stay in the dataset",
            "in/2026-01.csv: 1 row with amount 999.00 of 2026-01, which is closed, came in later; it"
                + " is held");

    assertThat(closing().reopen("2026-01", "the sender corrected it").batch()).isEqualTo(1);
    project.consolidate();
    assertThat(inDataset()).isEqualTo(2);
    assertThat(closing().all())
        .singleElement()
        .satisfies(line -> assertThat(line.because()).isEqualTo("the sender corrected it"));
  }

  @Test
  void a_file_of_a_closed_period_that_is_gone_leaves_its_rows() throws Exception {
    closing().close("2026-01", Optional.empty());
    Files.delete(project.at("in/2026-01.csv"));
    project.consolidate();

    assertThat(inDataset()).isEqualTo(3);
  }

  @Test
  void a_late_row_waits_until_the_period_is_opened() throws Exception {
    closing().close("2026-01", Optional.empty());
    month("2026-02", "2026-02-03,Foxholt,7.00", "2026-01-31,Foxholt,4.00");
    project.consolidate();

    assertThat(inDataset()).isEqualTo(3);
    closing().reopen("2026-01", "late");
    project.consolidate();
    assertThat(inDataset()).isEqualTo(4);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "2026-02 | 2026-02 was closed as part of 2026-Q1; reopen that",
        "2026-07 | 2026-07 isn't closed; baddle close --list shows what is",
      })
  void only_what_was_closed_is_opened(String period, String message) throws Exception {
    closing().close("2026-Q1", Optional.empty());

    assertThatThrownBy(() -> closing().reopen(period, "why not")).hasMessage(message);
    assertThatThrownBy(() -> closing().keptOut(period)).hasMessage(message);
  }
}
