package baddle.reports.workbook;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Keep;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.core.crosstab.spec.Totals;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.formats.xlsx.SheetSight;
import baddle.reports.CrosstabLayout;
import baddle.reports.Provenance;
import baddle.reports.ReportHead;
import baddle.reports.RowTable;
import baddle.reports.SampleLayouts;
import baddle.reports.page.ReaderData;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A cross-tab that readers can lay out anew has its figures from the start, or says why not. */
class WorkbookPivotTests {

  private static final Measure AMOUNT = SampleLayouts.measure("Amount", "sum(amount)", "#,##0.00");

  private static byte[] workbook(CrosstabLayout layout, List<RowTable> tables, List<String> filters)
      throws IOException {
    ReportHead head =
        new ReportHead(
            "",
            "",
            List.of(),
            Map.of("revenue", new SummaryLook("", false, Optional.empty(), true)),
            ReportHead.Trust.UNKNOWN);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    WorkbookReport.write(
        List.of(layout),
        Provenance.of(Map.of("Batch", "3")),
        head,
        new ReaderData(List.of(), List.of(), tables, filters, SheetSight.SHOWN, List.of()),
        out);
    return out.toByteArray();
  }

  private static List<String> sheet(byte[] workbook, String name) throws IOException {
    List<String> lines = new ArrayList<>();
    try (ReadableWorkbook file = new ReadableWorkbook(new ByteArrayInputStream(workbook))) {
      for (Row row : file.findSheet(name).orElseThrow().read()) {
        List<String> cells = new ArrayList<>();
        row.forEach(cell -> cells.add(cell == null ? "" : cell.getText()));
        lines.add(String.join("|", cells));
      }
    }
    return lines;
  }

  private static Map<String, String> parts(byte[] workbook) throws IOException {
    Map<String, String> parts = new TreeMap<>();
    Path file = Files.createTempFile("pivot", ".xlsx");
    Files.write(file, workbook);
    try (ZipFile zip = new ZipFile(file.toFile())) {
      for (ZipEntry entry : Collections.list(zip.entries())) {
        byte[] part = zip.getInputStream(entry).readAllBytes();
        parts.put(entry.getName(), new String(part, StandardCharsets.UTF_8));
      }
    } finally {
      Files.delete(file);
    }
    return parts;
  }

  @Test
  void its_cells_are_the_figures() throws IOException {
    byte[] workbook =
        workbook(
            SampleLayouts.layout(List.of("region"), List.of("site"), "", AMOUNT),
            List.of(SampleLayouts.table("revenue")),
            List.of());

    assertThat(sheet(workbook, "revenue pivot"))
        .containsSubsequence(
            "Amount|site",
            "region|Alder|Birch|Copse|Total",
            "north|1234567.10|0.05||1234567.15",
            "south|||20.00|20.00",
            "Total|1234567.10|0.05|20.00|1234587.15");
  }

  @Test
  void outer_items_are_written_once_and_have_their_subtotals() throws IOException {
    Totals totals =
        new Totals(
            true,
            true,
            "All",
            Subtotals.at(Subtotals.Place.BELOW),
            Subtotals.NONE,
            Totals.both().subtotalLabel(),
            false);
    byte[] workbook =
        workbook(
            SampleLayouts.layout(
                List.of("region", "site"),
                List.of(),
                "",
                totals,
                AMOUNT,
                SampleLayouts.measure("Lines", "count(amount)", "")),
            List.of(SampleLayouts.table("revenue")),
            List.of());

    assertThat(sheet(workbook, "revenue pivot"))
        .containsSubsequence(
            "region|site|Amount|Lines",
            "north|Alder|1234567.10|1",
            "|Birch|0.05|2",
            "north All||1234567.15|3",
            "south|Copse|20.00|1",
            "south All||20.00|1",
            "All||1234587.15|4");
  }

  @Test
  void filters_are_above_it_and_its_records_are_all_rows() throws IOException {
    byte[] workbook =
        workbook(
            SampleLayouts.layout(List.of("site"), List.of(), "", AMOUNT),
            List.of(SampleLayouts.table("revenue")),
            List.of("region", "site"));

    assertThat(sheet(workbook, "revenue pivot")).containsSubsequence("region|(All)", "site|Amount");
    Map<String, String> parts = parts(workbook);
    assertThat(parts)
        .containsKeys(
            "xl/pivotTables/pivotTable1.xml",
            "xl/pivotCache/pivotCacheDefinition1.xml",
            "xl/pivotCache/pivotCacheRecords1.xml");
    String records = parts.get("xl/pivotCache/pivotCacheRecords1.xml");
    assertThat(records.split("<r>", -1)).hasSize(5);
    assertThat(records).contains("1234567.1").contains("0.05");
  }

  @Test
  void lines_lead_to_their_rows() throws IOException {
    byte[] workbook =
        workbook(
            SampleLayouts.layout(List.of("region", "site"), List.of(), "", AMOUNT),
            List.of(SampleLayouts.table("revenue")),
            List.of());

    String sheet = parts(workbook).get("xl/worksheets/sheet1.xml");
    assertThat(sheet)
        .contains("location=\"'sales'!A2:D2\"")
        .contains("location=\"'sales'!A3:D4\"")
        .contains("location=\"'sales'!A2:D5\"");
    assertThat(sheet(workbook, "revenue")).contains("The name of a line leads to its rows.");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "count(distinct site) | No pivot table: Amount is more than a pivot table computes.",
        "sum(amount) / 2 | No pivot table: Amount is a calculation.",
        "median(amount) | No pivot table: Amount is more than a pivot table computes.",
        "sum(amount + 1) | No pivot table: Amount is more than a pivot table computes.",
        "sum(amount) filter (where site = 'Birch') | No pivot table: Amount is more than a pivot"
            + " table computes.",
        "min(sold_on) | No pivot table: Amount is more than a pivot table computes.",
      })
  void a_measure_that_it_cannot_have_is_told_on_the_sheet(String call, String told)
      throws IOException {
    byte[] workbook =
        workbook(
            SampleLayouts.layout(
                List.of("region"), List.of(), "", SampleLayouts.measure("Amount", call, "")),
            List.of(SampleLayouts.table("revenue")),
            List.of());

    assertThat(sheet(workbook, "revenue")).contains(told);
    assertThat(parts(workbook)).doesNotContainKey("xl/pivotTables/pivotTable1.xml");
  }

  @Test
  void where_its_rows_are_not_in_the_workbook_that_is_told() throws IOException {
    byte[] workbook =
        workbook(
            SampleLayouts.layout(List.of("region"), List.of(), "", AMOUNT),
            List.of(SampleLayouts.table("another")),
            List.of());

    assertThat(sheet(workbook, "revenue"))
        .contains("No pivot table: its rows aren't in the workbook.");
  }

  private static Optional<String> problem(CrosstabSpec spec) throws IOException {
    CrosstabLayout layout = SampleLayouts.layout(List.of("region"), List.of(), "", AMOUNT);
    CrosstabLayout of = org.mockito.Mockito.mock(CrosstabLayout.class);
    org.mockito.Mockito.when(of.spec()).thenReturn(spec);
    org.mockito.Mockito.when(of.crosstab()).thenReturn(layout.crosstab());
    return WorkbookPivot.problem(of, SampleLayouts.table("revenue").schema());
  }

  private static CrosstabSpec spec(Level level, Measure measure) {
    return new CrosstabSpec(
        "revenue",
        List.of(level),
        List.of(),
        List.of(measure),
        CrosstabSpec.MeasurePlace.INNERMOST,
        Totals.both(),
        "",
        Optional.<Expression>empty(),
        Optional.empty(),
        java.util.Locale.ROOT);
  }

  @Test
  void what_a_specification_has_that_it_has_no_place_for() throws IOException {
    Level region = Level.of(AxisItem.parse("region"));
    Level kept =
        new Level(
            region.item(),
            region.order(),
            Optional.of(new Keep(1, false, Optional.empty(), "Amount", "Others")),
            Level.Empty.NONE);
    Measure share =
        new Measure(
            "Amount",
            AMOUNT.value(),
            "",
            Map.of(),
            new View(View.Kind.RANK, "", true),
            AMOUNT.style());
    Measure other =
        new Measure("Amount", AMOUNT.value(), "budget", Map.of(), View.PLAIN, AMOUNT.style());

    assertThat(problem(spec(region, AMOUNT))).isEmpty();
    assertThat(problem(spec(kept, AMOUNT))).contains("region has a rest in one line");
    assertThat(problem(spec(region.always(List.of("north")), AMOUNT)))
        .contains("region shows items without data");
    assertThat(problem(spec(Level.of(AxisItem.parse("sold_on by month")), AMOUNT)))
        .contains("sold_on by month is no column of the rows");
    assertThat(problem(spec(region, share))).contains("Amount is seen as rank");
    assertThat(problem(spec(region, other))).contains("Amount is of another dataset");
    assertThat(problem(spec(region, AMOUNT).whereAlso("site = 'Alder'")))
        .contains("it leaves out rows by a condition");
  }
}
