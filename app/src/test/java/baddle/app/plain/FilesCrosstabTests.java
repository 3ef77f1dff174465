package baddle.app.plain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import baddle.app.CrosstabCells;
import baddle.app.Sheets;
import baddle.app.summarize.Figures;
import baddle.core.calendar.Calendar;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.AxisItem;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.grid.GridOpener;
import baddle.formats.Formats;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Figures straight from files, whose types and ways of writing are told by all their values. */
class FilesCrosstabTests {

  @TempDir private Path folder;

  private static CrosstabSpec spec(String down, String measure) {
    return CrosstabSpec.of(
        "x", List.of(AxisItem.parse(down)), List.of(), List.of(Measure.of("M", measure)));
  }

  private Path file(String name, String... lines) throws IOException {
    return Files.writeString(folder.resolve(name), String.join("\n", lines) + "\n");
  }

  private static Figures figures(CrosstabSpec spec, Path... files) throws IOException {
    return FilesCrosstab.of(spec, Calendar.standard(), PlainChoice.STANDARD)
        .figures(List.of(files));
  }

  private static Map<String, BigDecimal> cells(Figures figures) {
    return CrosstabCells.of(figures.crosstabs().get(0));
  }

  @Test
  void files_of_several_ways_of_writing_come_together() throws Exception {
    Figures figures =
        figures(
            spec("Day by month", "sum(Amount)"),
            file("a.csv", "Sales", "", "Day,Site,Amount", "2026-01-31,Foxholt,\"1,234.50\""),
            file("b.csv", "Amount;Day", "2.000,25;13.01.2026", "-1,00;14.02.2026"),
            new Sheets()
                .sheet(
                    "S", List.of("Day", "Amount"), List.of(java.time.LocalDate.of(2026, 2, 1), 7))
                .write(folder.resolve("c.xlsx")));

    assertThat(cells(figures))
        .containsExactly(
            Map.entry("2026-01", new BigDecimal("3234.75")),
            Map.entry("2026-02", new BigDecimal("6.00")));
    assertThat(figures.findings()).filteredOn(Finding::isError).isEmpty();
    assertThat(figures.provenance().fact("Types")).contains("Day date, Amount decimal(2)");
    assertThat(figures.provenance().fact("Completeness"))
        .contains("4 rows read = 4 counted + 0 left out + 0 held");
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void whatever_is_in_them_the_rows_add_up(long seed) throws Exception {
    Random random = new Random(seed);
    List<Path> files = new ArrayList<>();
    Map<String, BigDecimal> expected = new TreeMap<>();
    long rows = 0;
    for (int i = 0; i < 4; i++) {
      boolean comma = random.nextBoolean();
      List<String> lines = new ArrayList<>(List.of("Site" + (comma ? ";" : ",") + "Amount"));
      for (int line = 3 + random.nextInt(20); line > 0; line--) {
        String site = List.of("Foxholt", "Dunmere", "Copse End").get(random.nextInt(3));
        BigDecimal amount = BigDecimal.valueOf(random.nextInt(2_000_000) - 500_000L, 2);
        String text = String.format(Locale.ROOT, "%.2f", amount);
        lines.add(site + (comma ? ";" + text.replace('.', ',') : "," + text));
        expected.merge(site, amount, BigDecimal::add);
        rows++;
      }
      files.add(file(i + ".csv", lines.toArray(String[]::new)));
    }

    Figures figures = figures(spec("Site", "sum(Amount)"), files.toArray(Path[]::new));

    assertThat(cells(figures)).isEqualTo(expected);
    assertThat(figures.provenance().fact("Completeness").orElseThrow())
        .startsWith(rows + " rows read = " + rows + " counted");
  }

  @Test
  void the_same_file_twice_counts_once() throws Exception {
    Path one = file("a.csv", "Site,Amount", "Foxholt,1.00");
    Path copy = file("b.csv", "Site,Amount", "Foxholt,1.00");

    Figures figures = figures(spec("Site", "sum(Amount)"), one, copy);

    assertThat(cells(figures)).containsExactly(Map.entry("Foxholt", new BigDecimal("1.00")));
    assertThat(figures.findings())
        .filteredOn(finding -> finding.code() == FindingCode.FILE_DUPLICATE)
        .singleElement()
        .satisfies(
            finding ->
                assertThat(finding.message())
                    .isEqualTo("the same content as " + one + "; counted once"));
  }

  @Test
  void a_row_that_does_not_fit_is_held_and_told() throws Exception {
    Figures figures =
        figures(
            spec("Site", "sum(Amount)"),
            file(
                "a.csv",
                "Site,Amount",
                "Foxholt,1",
                "Dunmere,2",
                "Foxholt,3",
                "Dunmere,4",
                "Foxholt,5",
                "Dunmere,6",
                "Foxholt,7",
                "Dunmere,8",
                "Foxholt,9",
                "Dunmere,about 10",
                "Foxholt,11"));

    assertThat(figures.provenance().fact("Completeness"))
        .contains("11 rows read = 10 counted + 0 left out + 1 held");
    assertThat(figures.findings())
        .filteredOn(finding -> finding.code() == FindingCode.ROWS_HELD)
        .singleElement()
        .satisfies(
            finding -> {
              assertThat(finding.place().row()).isEqualTo(11);
              assertThat(finding.remedy()).isEqualTo("correct the file, and run the command again");
            });
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Site,Amout | HEADING_MISSING | name one of the headings that were found, or correct the file",
        "What,Else | HEADING_MISSING | name one of the headings that were found, or correct the file",
      })
  void a_file_without_the_columns_is_an_error_and_the_others_count(
      String headings, FindingCode code, String remedy) throws Exception {
    Figures figures =
        figures(
            spec("Site", "sum(Amount)"),
            file("a.csv", "Site,Amount", "Foxholt,1.00"),
            file("b.csv", headings, "Foxholt,2.00"));

    assertThat(cells(figures)).containsExactly(Map.entry("Foxholt", new BigDecimal("1.00")));
    assertThat(figures.findings())
        .filteredOn(finding -> String.valueOf(finding.place().file()).endsWith("b.csv"))
        .anySatisfy(
            finding -> {
              assertThat(finding.code()).isEqualTo(code);
              assertThat(finding.isError()).isTrue();
              assertThat(finding.remedy()).isEqualTo(remedy);
            });
  }

  @Test
  void a_workbook_none_of_whose_sheets_has_the_columns_is_an_error() throws Exception {
    Path file =
        new Sheets()
            .sheet("One", List.of("What", "Else"), List.of("a", "b"))
            .sheet("Two", List.of("Notes"))
            .write(folder.resolve("b.xlsx"));

    assertThat(figures(spec("Site", "sum(Amount)"), file).findings())
        .filteredOn(Finding::isError)
        .extracting(Finding::message)
        .containsExactly("no sheet has the headings Site, Amount; none of it counts");
  }

  @Test
  void a_file_that_breaks_off_counts_for_nothing() throws Exception {
    GridOpener opener = mock(GridOpener.class, delegatesTo(new Formats()));
    Path broken = file("b.csv", "Site,Amount", "Foxholt,2.00");
    doThrow(new IOException("the disk is gone"))
        .when(opener)
        .open(argThat(path -> broken.equals(path)), any());

    Figures figures =
        new FilesCrosstab(
                opener, spec("Site", "sum(Amount)"), Calendar.standard(), PlainChoice.STANDARD)
            .figures(List.of(file("a.csv", "Site,Amount", "Foxholt,1.00"), broken));

    assertThat(cells(figures)).containsExactly(Map.entry("Foxholt", new BigDecimal("1.00")));
    assertThat(figures.findings())
        .filteredOn(Finding::isError)
        .singleElement()
        .satisfies(
            finding ->
                assertThat(finding.message())
                    .isEqualTo("the disk is gone; none of its rows count"));
  }

  @Test
  void where_nothing_counts_there_are_no_figures() throws Exception {
    Figures figures =
        figures(spec("Site", "sum(Amount)"), file("a.csv", "Name,Street", "Birch,Hill Road"));

    assertThat(figures.crosstabs()).isEmpty();
    assertThat(figures.findings()).anyMatch(Finding::isError);
  }

  @Test
  void a_column_of_texts_cannot_be_summed() throws Exception {
    Path file = file("a.csv", "Site,Amount", "Foxholt,one", "Dunmere,two");

    assertThatThrownBy(() -> figures(spec("Site", "sum(Amount)"), file))
        .isInstanceOf(SpecException.class)
        .hasMessage("sum(Amount) is of text, not of a number");
  }

  @Test
  void the_file_and_the_sheet_can_be_items() throws Exception {
    Path file =
        new Sheets()
            .sheet("Jan", List.of("Site", "Amount"), List.of("Foxholt", 1))
            .sheet("Feb", List.of("Site", "Amount"), List.of("Foxholt", 2))
            .sheet("Notes", List.of("nothing"))
            .write(folder.resolve("year.xlsx"));

    Figures figures = figures(spec("source_sheet", "sum(Amount)"), file);

    assertThat(cells(figures))
        .containsExactly(
            Map.entry("Feb", new BigDecimal("2")), Map.entry("Jan", new BigDecimal("1")));
    assertThat(figures.findings())
        .extracting(Finding::code)
        .containsExactly(FindingCode.SHEET_PASSED_OVER);
  }
}
