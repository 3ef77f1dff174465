package baddle.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.Project;
import baddle.app.ProjectFolder;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A query is asked once for each line of a list and each period, each with its own values. */
class QueryLinesTests {

  private static final LocalDate TODAY = LocalDate.of(2026, 4, 15);

  @TempDir private Path folder;

  private List<QueryLine> lines(String forEach, String query) throws Exception {
    ProjectFolder project =
        new ProjectFolder(
            folder,
            """
            baddle: 1
            databases: {till: {url: "jdbc:sqlite:till.db"}}
            datasets: {sales: {columns: {site: text, amount: decimal}}}
            feeds:
              sales:
                database: till
                query: "QUERY"
                for_each: EACH
            """
                .replace("QUERY", query)
                .replace("EACH", forEach));
    project.write("sites.csv", "site,till,note\nFoxholt,1,a\nAlder/Mill,2,b\n");
    Project now = project.project();
    return new QueryLines(now).of(now, now.plan().feeds().get("sales"), TODAY);
  }

  @Test
  void a_line_has_the_values_of_the_list_that_the_query_or_the_dataset_names() throws Exception {
    List<QueryLine> lines = lines("{list: sites.csv}", "select amount from s where till = {till}");

    assertThat(lines)
        .extracting(QueryLine::path)
        .containsExactly("till/sales/site=Foxholt,till=1", "till/sales/site=Alder%2FMill,till=2");
    assertThat(lines.get(1).values())
        .containsEntry("site", "Alder/Mill")
        .containsEntry("note", "b");
    assertThat(lines.get(1).stated()).containsOnlyKeys("site", "till");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{from: 2026-01, to: last complete month} | 2026-01 2026-02 2026-03",
        "{from: 2026-02, to: this month} | 2026-02 2026-03 2026-04",
        "{from: 2026-01, to: 2026-02} | 2026-01 2026-02",
        "{from: 2025-Q4, to: last complete quarter} | 2025-Q4 2026-Q1",
        "{from: 2025, to: last complete year} | 2025",
      })
  void periods_go_up_to_today(String periods, String expected) throws Exception {
    List<QueryLine> lines = lines("{periods: " + periods + "}", "select {period_start}");

    assertThat(lines)
        .extracting(line -> line.values().get("period"))
        .containsExactly(expected.split(" "));
  }

  @Test
  void a_period_has_its_first_and_last_day_and_the_day_after() throws Exception {
    QueryLine february =
        lines("{periods: {from: 2024-02, to: 2024-02}}", "select {period_end}").get(0);

    assertThat(february.values())
        .containsEntry("period_start", "2024-02-01")
        .containsEntry("period_end", "2024-02-29")
        .containsEntry("period_after", "2024-03-01");
    assertThat(february.period().orElseThrow()).hasToString("2024-02");
  }

  @Test
  void each_line_is_asked_in_each_period() throws Exception {
    assertThat(
            lines(
                "{list: sites.csv, periods: {from: 2026-01, to: 2026-02}}",
                "select amount where site = {site}"))
        .extracting(QueryLine::path)
        .containsExactly(
            "till/sales/site=Foxholt,period=2026-01",
            "till/sales/site=Foxholt,period=2026-02",
            "till/sales/site=Alder%2FMill,period=2026-01",
            "till/sales/site=Alder%2FMill,period=2026-02");
  }

  @Test
  void a_span_that_has_not_begun_has_no_line() {
    assertThatThrownBy(
            () -> lines("{periods: {from: 2026-06, to: last complete month}}", "select 1"))
        .hasMessageContaining("periods: has none yet");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "site^a^a^ | list.csv, row 3: the same line is there twice; leave one out",
        "site^ | list.csv has no line below its headings",
        "site,year^a,1,b^ | list.csv: row 2 has \"b\" in column C, which has no name; name the column, or"
            + " put a value that holds the separator into quotes",
      })
  void a_list_that_means_nothing_certain_is_refused(String text, String message) throws Exception {
    ProjectFolder project = new ProjectFolder(folder, "baddle: 1");
    Path list = project.write("list.csv", text.replace('^', '\n'));

    assertThatThrownBy(() -> QueryLines.listed(list, "list.csv"))
        .isInstanceOf(IOException.class)
        .hasMessage(message);
  }

  @Test
  void a_list_that_is_not_there_is_named() {
    assertThatThrownBy(() -> QueryLines.listed(folder.resolve("no.csv"), "no.csv"))
        .hasMessage("there is no file no.csv");
  }
}
