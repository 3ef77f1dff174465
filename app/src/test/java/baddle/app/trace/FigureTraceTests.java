package baddle.app.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A figure leads to its rows, which come to it, whatever it is. */
class FigureTraceTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, kind: text, amount: decimal, units: integer}}
      feeds:
        tills: {files: "in/*.csv"}
      summaries:
        by-site:
          of: sales
          where: "kind <> 'void'"
          down: [site, kind]
          across: [day by month]
          measures:
            Amount: sum(amount)
            Lines: count(*)
            Units: sum(units)
            Price: Amount / Units
            Share: {value: sum(amount), as: share of down}
            Sites: count(distinct site)
        top:
          of: sales
          down: site
          keep: {site: {top: 1, by: Amount, rest: Others}}
          measures: {Amount: sum(amount)}
      """;

  /** Rows as they come, a line each. */
  private static final class Lines implements TracedRows {

    private final List<String> lines = new ArrayList<>();
    private List<String> names = List.of();
    private int numbers;

    @Override
    public void begin(Schema schema, int last) {
      names = schema.names();
      numbers = last;
    }

    @Override
    public void accept(Block block, int from, int to) {
      for (int row = from; row < to; row++) {
        List<String> cells = new ArrayList<>();
        for (int column = 0; column < block.schema().size(); column++) {
          cells.add(
              block.vector(column).isBlank(row)
                  ? ""
                  : block.vector(column).shown(row, block.schema().column(column).type()));
        }
        lines.add(String.join("|", cells));
      }
    }
  }

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write(
        "in/a.csv",
        """
        day,site,kind,amount,units
        2026-01-05,Foxholt,till,10.00,2
        2026-01-06,Foxholt,trade,5.00,1
        2026-02-01,Foxholt,till,3.00,1
        2026-01-07,Foxholt,void,99.00,9
        """);
    project.write(
        "in/b.csv",
        """
        day,site,kind,amount,units
        2026-01-09,Dunmere,till,1.00,1
        2026-01-10,Copse End,till,,2
        """);
    project.consolidate();
  }

  private TracedFigure trace(String summary, String at, String measure, Lines lines)
      throws Exception {
    return new FigureTrace(
            project.project(),
            project.project().plan().summaries().get(summary),
            at,
            Optional.of(measure))
        .run(lines);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "site=Foxholt,month=2026-01 | Amount | 2 | 15.00 | Amount = sum(amount) = 15.00 over 2 rows",
        "site=Foxholt | Amount | 3 | 18.00 | Amount = sum(amount) = 18.00 over 3 rows",
        "site=Foxholt,kind=till | Amount | 2 | 13.00 | Amount = sum(amount) = 13.00 over 2 rows",
        "'' | Amount | 5 | 19.00 | Amount = sum(amount) = 19.00 over 5 rows",
        "site=Copse End | Amount | 1 | 0.00 | Amount = sum(amount) = (blank) over 1 row",
        "site=Dunmere | Lines | 1 | 1 values | Lines = count(*) = 1 over 1 row",
        "'' | Sites | 5 | 5 values | Sites = count(distinct site) = 3 over 5 rows",
      })
  void the_rows_come_to_the_figure(
      String at, String measure, int rows, String total, String explained) throws Exception {
    Lines lines = new Lines();

    TracedFigure figure = trace("by-site", at, measure, lines);

    assertThat(figure.rows()).isEqualTo(rows);
    assertThat(lines.lines).hasSize(rows);
    assertThat(figure.totals()).containsExactly(total);
    assertThat(figure.explanation().get(0)).isEqualTo(explained);
    assertThat(lines.names).startsWith("source_file", "source_sheet", "source_row");
    assertThat(lines.numbers).isEqualTo(1);
  }

  @Test
  void a_measure_of_measures_is_explained_by_them() throws Exception {
    Lines lines = new Lines();

    TracedFigure figure = trace("by-site", "site=Foxholt,month=2026-01", "Price", lines);

    assertThat(figure.explanation())
        .containsExactly(
            "Price = Amount / Units = 5.00 over 2 rows",
            "Amount = sum(amount) = 15.00",
            "Units = sum(units) = 3");
    assertThat(figure.totals()).containsExactly("15.00", "3");
    assertThat(lines.lines)
        .containsExactly(
            "in/a.csv||2|Foxholt|till|2026-01-05|10.00|2|10.00|2",
            "in/a.csv||3|Foxholt|trade|2026-01-06|5.00|1|5.00|1");
  }

  @Test
  void a_share_is_explained_against_what_it_is_of() throws Exception {
    TracedFigure figure = trace("by-site", "site=Foxholt", "Share", new Lines());

    assertThat(figure.explanation())
        .containsExactly(
            "Share = sum(amount) = 18.00 over 3 rows",
            "seen as share of down: 18.00 against 19.00 is 94.7%");
  }

  @Test
  void the_rest_names_the_items_in_it() throws Exception {
    TracedFigure figure = trace("top", "site=Others", "Amount", new Lines());

    assertThat(figure.rows()).isEqualTo(2);
    assertThat(figure.explanation())
        .containsExactly(
            "Amount = sum(amount) = 1.00 over 2 rows", "Others includes Copse End, Dunmere");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sit=Foxholt | Amount | no level sit; did you mean site? (levels of by-site: site, kind,"
            + " day by month)",
        "site=Foxhol | Amount | no item site=Foxhol; did you mean Foxholt?",
        "kind=till | Amount | 3 items are kind=till; name the outer items too",
        "Foxholt | Amount | --at takes items such as \"site=Alder Mill,month=2026-03\", not Foxholt",
        "site=Foxholt | Amout | no measure Amout; did you mean Amount? (measures: Amount, Lines,"
            + " Units, Price, Share, Sites)",
      })
  void a_cell_that_is_not_there_is_told_with_the_nearest(
      String at, String measure, String message) {
    assertThatThrownBy(() -> trace("by-site", at, measure, new Lines()))
        .isInstanceOf(TraceException.class)
        .hasMessage(message);
  }

  @Test
  void the_rows_can_be_a_file_that_says_what_they_are() throws Exception {
    Path file = folder.resolve("proof.csv");

    TracedFigure figure =
        TraceFile.write(
            file,
            project.plan(),
            new FigureTrace(
                project.project(),
                project.project().plan().summaries().get("by-site"),
                "site=Dunmere",
                Optional.empty()));

    assertThat(figure.cell()).isEqualTo("site = Dunmere");
    assertThat(Files.readString(file))
        .isEqualTo(
            """
            source_file,source_sheet,source_row,site,kind,day,amount,units,sum(amount)\r
            in/b.csv,,2,Dunmere,till,2026-01-09,1.00,1,1.00\r
            """);
  }
}
