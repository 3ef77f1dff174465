package baddle.reports.data;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.Measure;
import baddle.reports.CrosstabLayout;
import baddle.reports.Provenance;
import baddle.reports.ReportHead;
import baddle.reports.SampleLayouts;
import baddle.reports.page.ReaderData;
import baddle.reports.workbook.WorkbookReport;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.Test;

/** Cross-tabs as JSON, by the schema that goes with them. */
class JsonReportTests {

  @Test
  void json_has_exact_numbers_and_null_for_blanks() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    JsonReport.write(List.of(SampleLayouts.byMonth()), Provenance.of(Map.of("Batch", "3")), out);
    JsonNode json =
        new ObjectMapper()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .readTree(out.toByteArray());

    assertThat(json.at("/about/Batch").asText()).isEqualTo("3");
    JsonNode summary = json.at("/summaries/0");
    assertThat(figuresSchema().validate(json)).isEmpty();
    assertThat(summary.at("/across/0").asText()).isEqualTo("sold_on_month");
    assertThat(summary.at("/lines/0/values/0").decimalValue()).isEqualByComparingTo("1234567.10");
    assertThat(summary.at("/lines/0/values/1").isNull()).isTrue();
    assertThat(summary.at("/lines/3/total").asBoolean()).isTrue();
    assertThat(summary.at("/columns/2/labels/0").asText()).isEqualTo("Total");
  }

  @Test
  void labels_of_days_and_numbers_are_days_and_numbers() throws IOException {
    CrosstabLayout layout =
        SampleLayouts.layout(
            List.of("sold_on", "amount"),
            List.of("sold_on by day"),
            "",
            Measure.of("Lines", "count(*)"),
            Measure.of("First", "min(sold_on)"));
    ByteArrayOutputStream text = new ByteArrayOutputStream();
    JsonReport.write(List.of(layout), Provenance.of(Map.of("Batch", "3")), text);
    JsonNode json = new ObjectMapper().readTree(text.toByteArray());
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    WorkbookReport.write(
        List.of(layout), Provenance.of(Map.of()), ReportHead.NONE, ReaderData.NONE, out);

    assertThat(figuresSchema().validate(json)).isEmpty();
    JsonNode summary = json.at("/summaries/0");
    assertThat(summary.at("/lines/0/labels/1").isNumber()).isTrue();
    assertThat(summary.at("/columns/0/labels/0").asText()).isEqualTo("2026-02-01");
    assertThat(summary.at("/down/0").asText()).isEqualTo("sold_on");
    assertThat(summary.at("/across/0").asText()).isEqualTo("sold_on_day");
    try (ReadableWorkbook workbook =
        new ReadableWorkbook(
            new ByteArrayInputStream(out.toByteArray()),
            new org.dhatim.fastexcel.reader.ReadingOptions(true, false))) {
      List<Row> rows = table(workbook.getFirstSheet().read());
      assertThat(rows.get(0).getCell(2).asDate().toLocalDate()).isEqualTo("2026-02-01");
      assertThat(rows.get(2).getCell(0).asDate().toLocalDate()).isEqualTo("2026-02-01");
      assertThat(rows.get(2).getCell(1).getType()).isEqualTo(CellType.NUMBER);
      assertThat(rows).last().satisfies(row -> assertThat(row.getCellText(0)).isEqualTo("Total"));
    }
  }

  private static JsonSchema figuresSchema() throws IOException {
    try (InputStream in = JsonReport.class.getResourceAsStream("figures.schema.json")) {
      return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(in);
    }
  }

  private static List<Row> table(List<Row> rows) {
    return rows.stream().filter(row -> row.getRowNum() > 3 && row.getCellCount() > 1).toList();
  }
}
