package baddle.app.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Of every row of a file it can be told what became of it. */
class RowTraceTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          key: [doc]
          on_duplicate: hold
          columns:
            doc: {type: text, required: true}
            day: date
            site: {type: text, corrections: {Foxhlt: Foxholt}}
            amount: {type: decimal, required: true}
      feeds:
        tills:
          files: "in/*.csv"
          carry_down: [doc]
          leave_out:
            - {when: "site = 'Total'", because: totals}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write(
        "in/a.csv",
        """
        Takings of the month,,,
        ,,,
        Doc,Day,Site,Amount
        D1,2026-01-05,Foxhlt,10.00
        D2,2026-01-06,Dunmere,n/a
        D3,2026-01-07,Dunmere,3.00
        D3,2026-01-07,Dunmere,3.00
        ,,Total,16.00
        Doc,Day,Site,Amount
        D9,2026-01-09,Foxholt,1.00
        """);
    project.consolidate();
  }

  private String trace(String row) throws Exception {
    return String.join("\n", new RowTrace(project.project(), row).run());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "in/a.csv:4 | in the dataset since batch 1:",
        "in/a.csv:4 | site = Foxholt",
        "in/a.csv:4 | Foxhlt",
        "a.csv:10 | doc = D9",
        "in/a.csv:5 | held",
        "in/a.csv:5 | n/a",
        "in/a.csv:6 | in the dataset since batch 1:",
        "in/a.csv:7 | D3",
        "in/a.csv:7 | held",
        "in/a.csv:8 | totals",
        "in/a.csv:3 | the headings are here",
        "in/a.csv:1 | it is above the table, whose headings are in row 3",
        "in/a.csv:9 | left out: headings repeated",
        "in/a.csv:99 | outside of the tables that are read",
      })
  void tells_what_became_of_it(String row, String expected) throws Exception {
    assertThat(trace(row)).contains(expected);
  }

  @Test
  void a_row_that_counts_once_is_in_the_dataset_once() throws Exception {
    assertThat(trace("in/a.csv:6")).contains("in the dataset");
    assertThat(trace("in/a.csv:7")).doesNotContain("in the dataset since");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "in/a.csv | --row takes FILE:ROW or FILE:SHEET:ROW, such as \"tills/Dunmere"
            + " 2026-03.csv:118\"",
        "in/a.csv:0 | --row takes FILE:ROW or FILE:SHEET:ROW, such as \"tills/Dunmere"
            + " 2026-03.csv:118\"",
        "in/b.csv:4 | no file in/b.csv was read; did you mean in/a.csv?",
        "in/a.csv:Sheet1:4 | in/a.csv has no source on sheet Sheet1",
      })
  void what_cannot_be_found_is_refused(String row, String message) {
    assertThatThrownBy(() -> trace(row)).isInstanceOf(TraceException.class).hasMessage(message);
  }
}
