package baddle.app.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.Sheets;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A check finds what looks wrong in the figures and shows every row that is in none. */
class ProjectCheckTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          dated_by: day
          key: [doc]
          on_duplicate: hold
          columns: {doc: text, day: date, site: text, amount: {type: decimal, required: true}}
      feeds:
        tills: {files: "in/{period}.csv"}
      """;
  private static final String HEAD = "doc,day,site,amount\n";

  @TempDir private Path folder;
  private ProjectFolder project;
  private int documents;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
  }

  private String rows(int month, int count, String amount) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < count; i++) {
      documents++;
      text.append(
          "D%d,2026-%02d-%02d,Foxholt,%s%n".formatted(documents, month, i % 28 + 1, amount));
    }
    return text.toString();
  }

  private CheckResult check() throws Exception {
    return ProjectCheck.run(project.project(), ProjectCheck.HeldRows.GATHERED);
  }

  private List<String> messages(FindingCode code) throws Exception {
    return check().findings().stream()
        .filter(finding -> finding.code() == code)
        .map(Finding::message)
        .toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "10 | 10.00 | ''",
        "10 | 11.00 | ''",
        "2 | 10.00 | sales: the number of rows is 2 in 2026-07; in the 6 periods before it was"
            + " between 10 and 10, mostly near 10",
        "10 | 99.00 | sales: the sum of amount is 990.00 in 2026-07; in the 6 periods before it was"
            + " between 100.00 and 105.00, mostly near 102.50",
      })
  void a_last_period_far_from_those_before_is_told(int count, String amount, String message)
      throws Exception {
    for (int month = 1; month < 7; month++) {
      project.write(
          "in/2026-0" + month + ".csv", HEAD + rows(month, 10, "10." + (month - 1) + "0"));
    }
    project.write("in/2026-07.csv", HEAD + rows(7, count, amount));
    project.consolidate();

    List<String> told = messages(FindingCode.FIGURE_UNUSUAL);
    if (message.isEmpty()) {
      assertThat(told).isEmpty();
    } else {
      assertThat(told).contains(message);
    }
  }

  @Test
  void blanks_that_become_many_are_told() throws Exception {
    for (int month = 1; month < 8; month++) {
      String rows = rows(month, 10, "10.00");
      project.write(
          "in/2026-0" + month + ".csv", HEAD + (month == 7 ? rows.replace("Foxholt", "") : rows));
    }
    project.consolidate();

    assertThat(messages(FindingCode.FIGURE_UNUSUAL))
        .containsExactly(
            "sales: the share of blanks in site, in percent, is 100.0 in 2026-07; in the 6 periods"
                + " before it was between 0.0 and 0.0, mostly near 0.0");
  }

  @Test
  void a_row_dated_outside_of_its_period_is_told_with_its_days() throws Exception {
    project.write(
        "in/2026-01.csv",
        HEAD + rows(1, 3, "1.00") + "X1,2026-02-01,Foxholt,2.00\nX2,2025-12-31,Foxholt,3.00\n");
    project.write("in/2026-02.csv", HEAD + rows(2, 3, "1.00"));
    project.consolidate();

    assertThat(messages(FindingCode.DATES_OUTSIDE))
        .containsExactly("it states 2026-01, and 2 rows have another day: 2025-12-31, 2026-02-01");
  }

  @Test
  void held_rows_are_counted_by_cause_and_shown_in_the_shape_of_their_sources() throws Exception {
    project.write(
        "in/2026-01.csv",
        HEAD
            + "D1,2026-01-05,Foxholt,1.00\nD2,2026-01-06,Foxholt,some\nD3,2026-01-07,,some\n"
            + "D1,2026-01-08,Dunmere,4.00\n");
    project.consolidate();

    CheckResult check = check();

    assertThat(check.suspense())
        .extracting(
            line ->
                "%s %s %s %s %d %d"
                    .formatted(
                        line.feed(),
                        line.heading(),
                        line.expectation(),
                        line.found(),
                        line.values(),
                        line.rows()))
        .containsExactly(
            "tills amount a number, such as 1234.50 some 1 2",
            "sales doc a key of its own; in/2026-01.csv, row 2 has it too D1 1 1");
    assertThat(check.duplicates())
        .containsExactly(new CheckResult.DuplicateLine("sales", "doc", 1, 0));
    assertThat(check.addsUp()).isTrue();
    assertThat(check.inDataset()).isEqualTo(1);
    assertThat(check.held()).extracting(HeldTable::name).containsExactly("tills", "sales");
    Path file = folder.resolve("held.xlsx");
    SuspenseFile.write(file, project.plan(), check.held());
    assertThat(Sheets.names(file)).containsExactly("tills 1", "sales 2");
    assertThatThrownBy(
            () -> SuspenseFile.write(folder.resolve("held.csv"), project.plan(), check.held()))
        .isInstanceOf(IOException.class)
        .hasMessage("the rows are of 2 shapes; write them into an .xlsx file");
  }

  @Test
  void held_rows_of_one_shape_are_a_text_that_can_be_sent_back() throws Exception {
    project.write(
        "in/2026-01.csv", "amount,doc,site,day,remark\n=1+1,D1,Foxholt,2026-01-05,\"a, b\"\n");
    project.consolidate();
    Path file = folder.resolve("held.csv");

    SuspenseFile.write(file, project.plan(), check().held());

    List<String> lines = Files.readAllLines(file);
    assertThat(lines.get(0)).endsWith("amount,doc,site,day,remark");
    assertThat(lines.get(1)).contains("'=1+1").endsWith("D1,Foxholt,2026-01-05,\"a, b\"");
  }

  @Test
  void where_nothing_is_held_the_workbook_says_so() throws Exception {
    Path file = folder.resolve("held.xlsx");

    SuspenseFile.write(file, project.plan(), List.of());

    assertThat(Sheets.names(file)).containsExactly("nothing held");
  }

  @Test
  void an_earlier_batch_is_checked_as_it_was() throws Exception {
    project.write("in/2026-01.csv", HEAD + rows(1, 3, "1.00") + "X,2026-01-01,Foxholt,?\n");
    project.consolidate();
    project.write("in/2026-01.csv", HEAD + rows(1, 2, "1.00"));
    project.consolidate();
    Project now = project.project();

    CheckResult first = ProjectCheck.run(now, ProjectCheck.HeldRows.COUNTED, OptionalInt.of(1));

    assertThat(first.inDataset()).isEqualTo(3);
    assertThat(first.rows().held()).isEqualTo(1);
    assertThat(check().inDataset()).isEqualTo(2);
    assertThat(check().rows().held()).isZero();
    assertThat(ProjectCheck.openAt(now, 1))
        .extracting(Finding::code)
        .contains(FindingCode.ROWS_HELD);
    assertThat(ProjectCheck.openAt(now, 2))
        .extracting(Finding::code)
        .doesNotContain(FindingCode.ROWS_HELD);
  }

  @Test
  void what_the_plan_accepts_does_not_count_and_is_shown() throws Exception {
    project.write(
        "baddle.yaml",
        PLAN + "checks: [{finding: rows-held, count_as: accepted, because: the till broke}]\n");
    project.write("in/2026-01.csv", HEAD + rows(1, 3, "1.00") + "X,2026-01-01,Foxholt,?\n");
    project.consolidate();

    CheckResult check = check();

    assertThat(check.findings()).filteredOn(Finding::isError).isEmpty();
    assertThat(check.accepted()).hasSize(1);
    assertThat(Map.of("because", check.accepted().get(0).because()))
        .containsEntry("because", "the till broke");
  }
}
