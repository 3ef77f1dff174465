package baddle.app.fill;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import baddle.app.Sheets;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Figures find their cells, what has none is told, and what people wrote stays. */
class WorkbookFillTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, amount: decimal, units: integer}}
      feeds:
        tills: {files: "in/{period}.csv"}
      fills:
        FILL
      """;
  private static final String BY_SITE =
      """
      month:
          workbook: template.xlsx
          into: "out/{period}.xlsx"
          sheet: Month
          rows:
            of: sales
            key: {column: A, from: 3, value: site}
            columns: {B: sum(amount), C: max(units)}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN.replace("FILL", BY_SITE.strip()));
    project.write(
        "in/2026-01.csv",
        """
        day,site,amount,units
        2026-01-05,Foxholt,10.00,3
        2026-01-06,Foxholt,2.50,4
        2026-01-07,Dunmere,7.00,1
        2026-01-08,Copse End,1.00,2
        """);
    project.consolidate();
    new Sheets()
        .sheet(
            "Month",
            List.of("Sales"),
            List.of("Site", "Amount", "Most"),
            List.of("Dunmere"),
            List.of("Foxholt"),
            List.of("Garth Lane"),
            List.of("Total", "=SUM(B3:B5)"))
        .write(project.at("template.xlsx"));
  }

  private List<FillResult> fill() throws Exception {
    return new WorkbookFill(project.project())
        .fill(project.project().plan().fills(), Optional.empty(), true);
  }

  private void plan(String fill) throws Exception {
    project.write("baddle.yaml", PLAN.replace("FILL", fill.strip().replace("\n", "\n  ")));
  }

  private String cell(String at) throws Exception {
    return Sheets.cell(project.at("out/2026-01.xlsx"), "Month", at);
  }

  @Test
  void items_find_the_rows_that_are_named_for_them() throws Exception {
    FillResult result = fill().get(0);

    assertThat(cell("B3")).isEqualTo("7");
    assertThat(cell("B4")).isEqualTo("12.5");
    assertThat(cell("C4")).isEqualTo("4");
    assertThat(cell("B5")).isEmpty();
    assertThat(cell("B6")).isEqualTo("=SUM(B3:B5)");
    assertThat(result.period()).isEqualTo("2026-01");
    assertThat(result.changed()).isEqualTo(4);
    assertThat(result.withoutData()).containsExactly("Garth Lane (row 5)", "Total (row 6)");
    assertThat(result.unplaced())
        .containsExactly(
            new FillResult.Unplaced("Copse End", "sum(amount)", "1.00", "not in the sheet"),
            new FillResult.Unplaced("Copse End", "max(units)", "2", "not in the sheet"));
    assertThat(result.totals())
        .containsExactly(
            new FillResult.Total(
                "B",
                "sum(amount)",
                new BigDecimal("20.50"),
                new BigDecimal("19.50"),
                new BigDecimal("1.00")));
    assertThat(result.totals().get(0).agrees()).isTrue();
    assertThat(result.wantsEye()).isTrue();
  }

  @Test
  void a_second_time_nothing_is_written() throws Exception {
    FillResult first = fill().get(0);
    byte[] before = Files.readAllBytes(project.at("out/2026-01.xlsx"));

    assertThat(fill().get(0)).isEqualTo(first.again());
    assertThat(Files.readAllBytes(project.at("out/2026-01.xlsx"))).isEqualTo(before);
  }

  @Test
  void a_look_ahead_tells_the_same_and_leaves_no_file() throws Exception {
    List<FillResult> ahead =
        new WorkbookFill(project.project())
            .fill(project.project().plan().fills(), Optional.empty(), false);

    assertThat(project.at("out")).isEmptyDirectory();
    assertThat(fill()).isEqualTo(ahead);
  }

  @Test
  void what_has_gone_from_the_data_is_cleared_and_what_people_wrote_is_not() throws Exception {
    fill();
    Path file = project.at("out/2026-01.xlsx");
    project.write("in/2026-01.csv", "day,site,amount,units\n2026-01-05,Garth Lane,3.00,9\n");
    project.consolidate();

    FillResult result = fill().get(0);

    assertThat(cell("B3")).isEmpty();
    assertThat(cell("B4")).isEmpty();
    assertThat(cell("B5")).isEqualTo("3");
    assertThat(Sheets.cell(file, "Month", "B6")).isEqualTo("=SUM(B3:B5)");
    assertThat(result.kept()).isEmpty();
    assertThat(result.changed()).isEqualTo(6);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "ours | 5 | filled, and not by an earlier fill (filled: replace would replace it)",
        "keep | 5 | filled already",
        "replace | 7 |",
      })
  void a_cell_that_is_filled_already_stays_or_is_replaced_as_the_plan_wants(
      String filled, String holds, String reason) throws Exception {
    new Sheets()
        .sheet("Month", List.of(""), List.of("Site"), List.of("Dunmere", 5), List.of("Foxholt"))
        .write(project.at("template.xlsx"));
    plan(BY_SITE + "    filled: " + filled + "\n");

    FillResult result = fill().get(0);

    assertThat(cell("B3")).isEqualTo(holds);
    assertThat(result.kept())
        .isEqualTo(
            reason == null ? List.of() : List.of(new FillResult.Kept("B3", "5", "7", reason)));
  }

  @Test
  void a_formula_in_the_way_stays_until_the_plan_says_otherwise() throws Exception {
    new Sheets()
        .sheet("Month", List.of(""), List.of("Site"), List.of("Dunmere", "=1+1"))
        .write(project.at("template.xlsx"));

    assertThat(fill().get(0).kept())
        .containsExactly(
            new FillResult.Kept(
                "B3", "=1+1", "7", "a formula (formulas: replace would replace it)"));
    assertThat(cell("B3")).isEqualTo("=1+1");
    plan(BY_SITE + "    formulas: replace\n");
    fill();
    assertThat(cell("B3")).isEqualTo("7");
  }

  @Test
  void single_cells_take_texts_days_and_figures() throws Exception {
    plan(
        """
        month:
          workbook: template.xlsx
          into: "out/{period}.xlsx"
          sheet: Month
          cells:
            A1: "'never seen'"
            C1: "'Sales of ' || month_name(period_start)"
            D1: period_end
            E1: batch
            F1: {value: sum(amount), of: sales, where: "site <> 'Foxholt'"}
            G1: {value: sum(amount), of: sales, where: "site = 'Nowhere'"}
            H1: "'a' = 'a'"
        """);

    FillResult result = fill().get(0);

    assertThat(cell("A1")).isEqualTo("Sales");
    assertThat(cell("A2")).isEqualTo("Site");
    assertThat(cell("C1")).isEqualTo("Sales of January");
    assertThat(cell("D1")).isEqualTo("2026-01-31");
    assertThat(cell("E1")).isEqualTo("1");
    assertThat(cell("F1")).isEqualTo("8");
    assertThat(cell("G1")).isEmpty();
    assertThat(cell("H1")).isEqualTo("true");
    assertThat(result.kept()).extracting(FillResult.Kept::cell).containsExactly("A1");
  }

  @Test
  void headings_name_columns_however_they_write_a_month() throws Exception {
    project.write(
        "in/2026-02.csv",
        "day,site,amount,units\n2026-02-05,Foxholt,4.00,3\n2026-03-01,Foxholt,1,1\n");
    project.consolidate();
    new Sheets()
        .sheet(
            "Year",
            List.of("Site", "Jan", "2026-02", java.time.LocalDate.of(2026, 3, 1), "Remark"),
            List.of("Foxholt"),
            List.of("Dunmere"))
        .write(project.at("template.xlsx"));
    plan(
        """
        year:
          workbook: template.xlsx
          into: out/2026-01.xlsx
          sheet: Year
          rows:
            of: sales
            key: {column: A, from: 2, value: site}
            headings: {value: day by month, row: 1, from: B, fill: sum(amount)}
        """);
    List<String> cells = new ArrayList<>();
    fill();
    Path file = project.at("out/2026-01.xlsx");
    for (String at : List.of("B2", "C2", "D2", "E2", "B3", "C3")) {
      cells.add(Sheets.cell(file, "Year", at));
    }

    assertThat(cells).containsExactly("12.5", "4", "1", "", "7", "");
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void whatever_the_sheet_names_every_amount_is_placed_or_told(long seed) throws Exception {
    Random random = new Random(seed);
    List<String> sites = List.of("Foxholt", "Dunmere", "Copse End", "Garth Lane", "Alder Mill");
    StringBuilder rows = new StringBuilder("day,site,amount,units\n");
    Map<String, BigDecimal> amounts = new TreeMap<>();
    for (int i = 0; i < 30; i++) {
      String site = sites.get(random.nextInt(sites.size()));
      BigDecimal amount = BigDecimal.valueOf(random.nextInt(20_000) - 8_000L, 2);
      rows.append("2026-01-05,%s,%s,1\n".formatted(site, amount));
      amounts.merge(site, amount, BigDecimal::add);
    }
    project.write("in/2026-01.csv", rows.toString());
    project.consolidate();
    List<List<Object>> sheet = new ArrayList<>(List.of(List.of(""), List.of("Site")));
    List<String> named = new ArrayList<>();
    for (int i = random.nextInt(7); i >= 0; i--) {
      named.add(sites.get(random.nextInt(sites.size())));
      sheet.add(List.of(named.get(named.size() - 1)));
    }
    new Sheets().sheet("Month", sheet.toArray(List<?>[]::new)).write(project.at("template.xlsx"));

    FillResult result = fill().get(0);

    BigDecimal placed = BigDecimal.ZERO;
    for (int i = 0; i < named.size(); i++) {
      String site = named.get(i);
      boolean once = named.stream().filter(site::equals).count() == 1;
      String held = cell("B" + (i + 3));
      if (once && amounts.containsKey(site)) {
        assertThat(new BigDecimal(held)).as(site).isEqualByComparingTo(amounts.get(site));
        placed = placed.add(new BigDecimal(held));
      } else {
        assertThat(held).as(site).isEmpty();
      }
    }
    BigDecimal all = amounts.values().stream().reduce(BigDecimal.ZERO, BigDecimal::add);
    FillResult.Total total = result.totals().get(0);
    assertThat(total.all()).isEqualByComparingTo(all);
    assertThat(total.inSheet()).isEqualByComparingTo(placed);
    BigDecimal told =
        result.unplaced().stream()
            .filter(one -> one.figure().equals("sum(amount)"))
            .map(one -> new BigDecimal(one.value()))
            .reduce(BigDecimal.ZERO, BigDecimal::add);
    assertThat(told).isEqualByComparingTo(total.notInSheet());
  }

  @Test
  void a_period_without_rows_fills_nothing() throws Exception {
    Optional<Period> may = PeriodText.english().parse("2026-05");

    FillResult result =
        new WorkbookFill(project.project())
            .fill(project.project().plan().fills(), may, true)
            .get(0);

    assertThat(result.isNothing()).isTrue();
    assertThat(result.noRows()).containsExactly("sales");
    assertThat(project.at("out/2026-05.xlsx")).doesNotExist();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '@',
      value = {
        "workbook: template.xlsx @ workbook: templat.xlsx @ fill month: there is no workbook"
            + " templat.xlsx",
        "sheet: Month @ sheet: Moth @ fill month: no sheet Moth; did you mean Month? (sheets:"
            + " Month)",
        "sheet: Month @ sheet: {copy: Month, as: \"Sales: {period}\"} @ fill month: no sheet can be"
            + " called Sales: 2026-01: 31 characters at most, none of []:*?/\\",
        "sheet: Month @ sheet: {copy: Month, as: New, before: Yaer} @ fill month: no sheet Yaer"
            + " (sheets: Month)",
        "rows: @ cells: {here: period}\\n    rows: @ fill month: cells: here is neither a cell such"
            + " as B4 nor a name of sheet Month",
        "\"out/{period}.xlsx\" @ taken.xlsx @ fill month: taken.xlsx is there and no fill made it;"
            + " name another file, or set in_place: true",
        "rows: @ tables: {lines: {of: sales}}\\n    rows: @ fill month: table lines isn't on sheet"
            + " Month; at: A5 says where to make it",
        "rows: @ tables: {lines: {of: sales, at: A1}}\\n    rows: @ fill month: table lines would grow"
            + " over A2 on sheet Month, which is filled; leave room below it, or put it on a sheet"
            + " of its own",
      })
  void what_keeps_a_workbook_from_being_filled_is_told(String part, String with, String message)
      throws Exception {
    Files.copy(project.at("template.xlsx"), project.at("taken.xlsx"));
    String fill = BY_SITE.replace(part, with.replace("\\n", "\n"));
    assertThat(fill).isNotEqualTo(BY_SITE);
    project.write("baddle.yaml", PLAN.replace("FILL", fill.strip()));

    assertThatThrownBy(this::fill).isInstanceOf(FillException.class).hasMessage(message);

    assertThat(project.at("out/2026-01.xlsx")).doesNotExist();
  }

  @Test
  void rows_of_a_dataset_become_a_table_that_grows_and_shrinks() throws Exception {
    new Sheets().sheet("Rows", List.of("")).write(project.at("template.xlsx"));
    plan(
        """
        rows:
          workbook: template.xlsx
          into: out/2026-01.xlsx
          sheet: Rows
          tables:
            lines: {of: sales, columns: {Site: site, Sum: amount}, where: "units > 1", at: B2}
        """);
    Path file = project.at("out/2026-01.xlsx");

    fill();
    assertThat(column(file)).containsExactly("Site", "Foxholt", "Foxholt", "Copse End", "");
    project.write("in/2026-01.csv", "day,site,amount,units\n2026-01-05,Dunmere,1.00,8\n");
    project.consolidate();
    fill();
    assertThat(column(file)).containsExactly("Site", "Dunmere", "", "", "");
    assertThat(Sheets.cell(file, "Rows", "C3")).isEqualTo("1");
  }

  private static List<String> column(Path file) throws Exception {
    List<String> cells = new ArrayList<>();
    for (int row = 2; row < 7; row++) {
      cells.add(Sheets.cell(file, "Rows", "B" + row));
    }
    return cells;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "out {period}.xlsx | out 2026-03.xlsx",
        "{year}/{month} {month_name} {month_short} | 2026/03 March Mar",
        "{site} | {site}",
      })
  void names_have_the_values_of_the_period(String name, String filled) {
    assertThat(FillNames.of(name, PeriodText.english().parse("2026-03").orElseThrow()))
        .isEqualTo(filled);
  }
}
