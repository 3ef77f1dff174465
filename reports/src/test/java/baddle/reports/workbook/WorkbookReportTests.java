package baddle.reports.workbook;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.SummaryLook;
import baddle.reports.CrosstabLayout;
import baddle.reports.Provenance;
import baddle.reports.ReportHead;
import baddle.reports.SampleLayouts;
import baddle.reports.page.ReaderData;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.Test;

/** Cross-tabs as workbooks. */
class WorkbookReportTests {

  @Test
  void a_workbook_has_real_numbers_with_formats_and_says_where_they_come_from() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    WorkbookReport.write(
        List.of(SampleLayouts.byMonth()),
        Provenance.of(Map.of("Batch", "3")),
        ReportHead.NONE,
        ReaderData.NONE,
        out);

    try (ReadableWorkbook workbook =
        new ReadableWorkbook(
            new ByteArrayInputStream(out.toByteArray()),
            new org.dhatim.fastexcel.reader.ReadingOptions(true, false))) {
      List<Row> rows = table(workbook.getFirstSheet().read());
      Cell cell = rows.get(1).getCell(2);
      assertThat(cell.getType()).isEqualTo(CellType.NUMBER);
      assertThat(cell.asNumber()).isEqualByComparingTo("1234567.10");
      assertThat(cell.getDataFormatString()).isEqualTo("#,##0.00");
      assertThat(rows.get(1).getCellText(3)).isEqualTo("-");
      assertThat(rows.get(4).getCellText(0)).isEqualTo("Total");
      assertThat(workbook.findSheet("About").orElseThrow().read().get(0).getCellText(1))
          .isEqualTo("3");
    }
  }

  @Test
  void a_workbook_of_several_begins_with_what_its_readers_want_to_know() throws IOException {
    ReportHead head =
        new ReportHead(
            "Month end",
            "figures up to 2026-10",
            List.of("Without tax."),
            Map.of("revenue", new SummaryLook("Revenue by site", true, Optional.empty(), false)),
            new ReportHead.Trust(
                "4 rows read = 4 in the dataset + 0 left out + 0 held",
                "1 error and 0 warnings are open against these figures",
                true,
                List.of("error: rows-held, in/a.csv: 1 row")));
    CrosstabLayout grouped =
        SampleLayouts.layout(
            List.of("site"),
            List.of("sold_on by month"),
            "",
            SampleLayouts.measure("Amount", "sum(amount)", ""),
            SampleLayouts.measure("Lines", "count(*)", ""));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    WorkbookReport.write(
        List.of(grouped, SampleLayouts.byMonth()),
        Provenance.of(Map.of("Batch", "3")),
        head,
        ReaderData.NONE,
        out);

    try (ReadableWorkbook workbook =
        new ReadableWorkbook(new ByteArrayInputStream(out.toByteArray()))) {
      assertThat(workbook.getSheets().map(sheet -> sheet.getName()))
          .containsExactly("Overview", "revenue", "revenue 2");
      List<String> cover = texts(workbook.getFirstSheet().read());
      assertThat(cover)
          .contains("Month end", "figures up to 2026-10", "Revenue by site", "1234587.15")
          .contains("1 error and 0 warnings are open against these figures")
          .contains("error: rows-held, in/a.csv: 1 row", "Without tax.", "Batch", "3");
      List<Row> sheet = workbook.getSheet(1).orElseThrow().read();
      assertThat(texts(sheet))
          .startsWith("Revenue by site", "Month end, figures up to 2026-10")
          .endsWith(
              "Batch 3",
              "4 rows read = 4 in the dataset + 0 left out + 0 held",
              "1 error and 0 warnings are open against these figures");
      assertThat(texts(sheet).stream().filter("2026-02"::equals)).hasSize(1);
    }
  }

  private static List<Row> table(List<Row> rows) {
    return rows.stream().filter(row -> row.getRowNum() > 3 && row.getCellCount() > 1).toList();
  }

  private static List<String> texts(List<Row> rows) {
    return rows.stream()
        .flatMap(Row::stream)
        .filter(cell -> cell != null && !cell.getText().isEmpty())
        .map(Cell::getText)
        .toList();
  }
}
