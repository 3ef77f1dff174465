package baddle.app.extract;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.Sheets;
import baddle.app.results.QueryLines;
import baddle.app.results.Till;
import baddle.core.grid.CsvForm;
import baddle.core.value.ColumnType;
import baddle.plan.FeedPlan;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Each line of a list becomes a file that is written when its rows have changed, or stays. */
class QueryExtractTests {

  private static final String PLAN =
      """
      baddle: 1
      databases: {till: {url: "jdbc:sqlite:till.db"}}
      datasets: {sales: {columns: {site: text, amount: decimal}}}
      feeds:
        sales:
          database: till
          query: "select id, sold_on, amount, note from sales where site = {site} order by id"
          for_each: {list: sites.csv}
      """;

  @TempDir private Path folder;
  private Map<String, ColumnType> types = Map.of();
  private ProjectFolder project;
  private Till till;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write("sites.csv", "site,code\nFoxholt,F\nDunmere,D\n");
    till =
        new Till(folder.resolve("till.db"))
            .run(
                "create table sales(id integer primary key, site text, sold_on date, amount"
                    + " decimal(18, 2), note text)",
                "insert into sales(site, sold_on, amount, note) values"
                    + " ('Foxholt', '2026-01-05', '10.10', 'a, b'), ('Foxholt', '2026-01-06',"
                    + " '-0.20', null), ('Dunmere', '2026-01-07', '5', ' spaced ')");
  }

  private QueryExtract extract(String out, boolean again) throws Exception {
    Project now = project.project();
    FeedPlan feed = now.plan().feeds().get("sales");
    return new QueryExtract(
        now,
        new Extract(
            feed.query().orElseThrow(),
            new QueryLines(now).of(now, feed, LocalDate.of(2026, 2, 1)),
            ZoneOffset.UTC,
            folder,
            out,
            types,
            CsvForm.STANDARD,
            again));
  }

  private List<ExtractedLine> run(String out) throws Exception {
    return extract(out, false).run(any -> {});
  }

  @Test
  void each_line_has_a_file_of_its_own_that_is_told_as_it_is_done() throws Exception {
    @SuppressWarnings("unchecked")
    Consumer<ExtractedLine> listener = mock(Consumer.class);

    List<ExtractedLine> lines = extract("out/{code} {site}.csv", false).run(listener);

    verify(listener, times(2)).accept(any());
    assertThat(lines).extracting(ExtractedLine::state).containsOnly(ExtractedLine.State.WRITTEN);
    assertThat(lines).extracting(ExtractedLine::rows).containsExactly(2L, 1L);
    assertThat(Files.readString(folder.resolve("out/F Foxholt.csv")))
        .isEqualTo(
            "id,sold_on,amount,note\r\n1,2026-01-05,10.1,\"a, b\"\r\n2,2026-01-06,-0.2,\r\n");
    assertThat(Files.readString(folder.resolve("out/D Dunmere.csv")))
        .isEqualTo("id,sold_on,amount,note\r\n3,2026-01-07,5, spaced \r\n");
  }

  @Test
  void columns_of_a_dataset_have_its_types_where_all_values_fit() throws Exception {
    till.run(
        "create table kept(id text, site text, sold_on text, amount text, note integer)",
        "insert into kept values ('1', 'Foxholt', '2026-01-05', '10.10', 7), ('x', 'Foxholt',"
            + " null, '-0.2', 8)",
        "drop table sales",
        "alter table kept rename to sales");
    types =
        Map.of(
            "id", ColumnType.of(ColumnType.Kind.INTEGER),
            "sold_on", ColumnType.of(ColumnType.Kind.DATE),
            "amount", ColumnType.decimal(2),
            "note", ColumnType.text());

    assertThat(run("out/{site}.csv")).hasSize(2);
    assertThat(Files.readString(folder.resolve("out/Foxholt.csv")))
        .isEqualTo("id,sold_on,amount,note\r\n1,2026-01-05,10.10,7\r\nx,,-0.20,8\r\n");
  }

  @Test
  void what_has_not_changed_is_left_and_what_has_is_written() throws Exception {
    run("out/{site}.csv");
    till.run("update sales set amount = '6.00' where site = 'Dunmere'");

    List<ExtractedLine> lines = run("out/{site}.csv");

    assertThat(lines)
        .extracting(ExtractedLine::state)
        .containsExactly(ExtractedLine.State.UNCHANGED, ExtractedLine.State.WRITTEN);
    assertThat(lines).extracting(ExtractedLine::rows).containsExactly(2L, 1L);
    assertThat(Files.readString(folder.resolve("out/Dunmere.csv"))).contains(",6,");
    assertThat(extract("out/{site}.csv", true).run(any -> {}))
        .extracting(ExtractedLine::state)
        .containsOnly(ExtractedLine.State.WRITTEN);
  }

  @ParameterizedTest
  @CsvSource({"edited", "removed"})
  void a_file_that_somebody_touched_is_made_again(String how) throws Exception {
    run("out/{site}.csv");
    Path file = folder.resolve("out/Foxholt.csv");
    String before = Files.readString(file);
    if (how.equals("edited")) {
      Files.writeString(file, before.replace("10.1", "99.9"));
    } else {
      Files.delete(file);
    }

    assertThat(run("out/{site}.csv").get(0).state()).isEqualTo(ExtractedLine.State.WRITTEN);
    assertThat(Files.readString(file)).isEqualTo(before);
  }

  @Test
  void a_line_that_fails_keeps_its_earlier_file() throws Exception {
    run("out/{site}.csv");
    String before = Files.readString(folder.resolve("out/Foxholt.csv"));
    till.run("alter table sales rename to sold");

    List<ExtractedLine> lines = run("out/{site}.csv");

    assertThat(lines).extracting(ExtractedLine::state).containsOnly(ExtractedLine.State.FAILED);
    assertThat(lines.get(0).message()).contains("no such table: sales");
    assertThat(Files.readString(folder.resolve("out/Foxholt.csv"))).isEqualTo(before);
  }

  @Test
  void a_workbook_has_numbers_and_days_as_such() throws Exception {
    run("out/{site}.xlsx");

    Path file = folder.resolve("out/Foxholt.xlsx");
    assertThat(Sheets.cell(file, "rows", "A2")).isEqualTo("1");
    assertThat(Sheets.cell(file, "rows", "C3")).isEqualTo("-0.2");
    assertThat(Sheets.cell(file, "rows", "D2")).isEqualTo("a, b");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "all.csv | two lines have the file all.csv: {site=Foxholt} and {site=Dunmere}; name more of"
            + " their values",
        "{town}.csv | {town} is no value of the list; there are [site, code]",
      })
  void names_that_do_not_tell_lines_apart_are_refused(String out, String message) {
    assertThatThrownBy(() -> extract(out, false))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessage(message);
  }

  @Test
  void an_input_is_never_an_output() {
    assertThatThrownBy(() -> extract("{site}.csv".replace("{site}", "sites"), false))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void a_value_cannot_lead_out_of_the_folder() throws Exception {
    project.write("sites.csv", "site\n../Foxholt\n");
    till.run("update sales set site = '../Foxholt' where site = 'Foxholt'");

    ExtractedLine line = run("out/{site}.csv").get(0);

    assertThat(line.state()).isEqualTo(ExtractedLine.State.WRITTEN);
    assertThat(line.file()).hasParent(folder.resolve("out").toAbsolutePath());
  }
}
