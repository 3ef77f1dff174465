package baddle.app.history;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import baddle.app.close.PeriodClose;
import baddle.app.compare.SourceChange;
import baddle.store.StoreException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What each batch brought, the last first, with the sums that were asked for. */
class HistoryTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {site: text, amount: decimal, units: integer}}
        cash: {columns: {text: text, amount: {type: decimal, required: true}}}
      feeds:
        tills: {into: sales, files: "in/{period}.csv"}
        boxes: {into: cash, files: "cash/*.csv"}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    Files.createDirectories(folder.resolve("cash"));
    project.write("in/2026-01.csv", "site,amount,units\nFoxholt,1.00,1\nDunmere,x,2\n");
    project.consolidate();
    project.write("in/2026-02.csv", "site,amount,units\nFoxholt,4.00,1\n");
    project.write("cash/a.csv", "text,amount\nTill,10.00\nOdd,?\n");
    project.consolidate();
    project.write("in/2026-01.csv", "site,amount,units\nFoxholt,2.00,3\n");
    Files.delete(project.at("cash/a.csv"));
    project.write("cash/b.csv", "text,amount\nTill,7.00\n");
    project.consolidate();
  }

  private List<String> lines(List<String> totals) throws Exception {
    return History.of(project.project(), totals).batches().stream()
        .map(
            line ->
                "%d: %d files, %d rows, %s, %d errors, %s %s"
                    .formatted(
                        line.batch().number(),
                        line.files(),
                        line.rows(),
                        line.changes().stream()
                            .map(one -> one.kind() + " " + one.path())
                            .sorted()
                            .collect(Collectors.joining(" ")),
                        line.errors(),
                        line.totals(),
                        line.remarks()))
        .toList();
  }

  @Test
  void each_batch_names_its_files_rows_and_errors() throws Exception {
    assertThat(lines(List.of("sales.amount", "units", "cash.amount")))
        .containsExactly(
            "3: 3 files, 3 rows, GONE cash/a.csv NEW cash/b.csv REPLACED in/2026-01.csv, 0 errors,"
                + " {sales.amount=6.00, units=4, cash.amount=7.00} []",
            "2: 3 files, 3 rows, NEW cash/a.csv NEW in/2026-02.csv, 2 errors,"
                + " {sales.amount=5.00, units=2, cash.amount=10.00} []",
            "1: 1 files, 1 rows, NEW in/2026-01.csv, 1 errors, {sales.amount=1.00, units=1} []");
  }

  @Test
  void a_period_that_was_closed_with_a_batch_is_a_remark() throws Exception {
    new PeriodClose(project.project(), ProjectFolder.CLOCK)
        .close("2026-02", Optional.of("nothing open matters"));

    assertThat(History.of(project.project(), List.of()).batches().get(0).remarks())
        .containsExactly("closed 2026-02");
  }

  @Test
  void counts_by_kind_are_those_of_the_changes() throws Exception {
    History.BatchLine last = History.of(project.project(), List.of()).batches().get(0);

    Map<SourceChange.Kind, Long> counted =
        last.changes().stream()
            .collect(Collectors.groupingBy(SourceChange::kind, Collectors.counting()));
    for (SourceChange.Kind kind : SourceChange.Kind.values()) {
      assertThat(last.count(kind)).isEqualTo(counted.getOrDefault(kind, 0L));
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "units | ''",
        "cash.amount | ''",
        "amount | amount is a column of several datasets; name one: sales.amount, cash.amount",
        "amont | no column of numbers amont; did you mean amount?"
            + " (columns: sales.amount, sales.units, cash.amount)",
        "sales.amont | no column of numbers sales.amont; did you mean sales.amount?"
            + " (columns: sales.amount, sales.units, cash.amount)",
        "site | no column of numbers site (columns: sales.amount, sales.units, cash.amount)",
      })
  void a_column_that_cannot_be_summed_is_told(String column, String message) throws Exception {
    assertThat(History.problem(project.project(), column)).isEqualTo(message);
  }

  @Test
  void nothing_is_known_before_the_first_batch() throws Exception {
    ProjectFolder fresh = new ProjectFolder(folder.resolve("fresh"), PLAN);

    assertThatThrownBy(() -> History.of(fresh.project(), List.of()))
        .isInstanceOf(StoreException.Absent.class);
  }
}
