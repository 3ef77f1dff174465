package baddle.reports;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.core.crosstab.spec.TableForm;
import baddle.core.crosstab.spec.Totals;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AxisItem;
import baddle.core.expression.MeasureExpression;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.reports.data.CsvReport;
import baddle.reports.data.JsonReport;
import baddle.reports.page.PageReport;
import baddle.reports.page.ReaderData;
import baddle.reports.text.TextCrosstab;
import baddle.reports.text.TextStyle;
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
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.LocalDate;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.w3c.dom.Document;

class ReportTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("region", ColumnType.text()),
              new Column("site", ColumnType.text()),
              new Column("sold_on", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("amount", ColumnType.decimal(2))));

  private static final String[] ROWS = {
    "north Alder 2026-02-01 1234567.10",
    "north Birch 2026-02-01 0.05",
    "north Birch 2026-10-01 -0.001",
    "south Copse 2026-02-11 20.00",
  };

  private static CrosstabLayout layout(
      List<String> down, List<String> across, String blanks, Measure... measures)
      throws IOException {
    return layout(down, across, blanks, Totals.both(), measures);
  }

  private static CrosstabLayout layout(
      List<String> down, List<String> across, String blanks, Totals totals, Measure... measures)
      throws IOException {
    CrosstabSpec spec =
        new CrosstabSpec(
            "revenue",
            down.stream().map(AxisItem::parse).map(Level::of).toList(),
            across.stream().map(AxisItem::parse).map(Level::of).toList(),
            List.of(measures),
            CrosstabSpec.MeasurePlace.INNERMOST,
            totals,
            blanks,
            Optional.empty(),
            Optional.empty(),
            Locale.ROOT);
    CrosstabBuilder builder = new CrosstabBuilder(spec, SCHEMA, Calendar.standard());
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 8, builder);
    for (String line : ROWS) {
      String[] cells = line.split(" ");
      for (int i = 0; i < 2; i++) {
        ((TextBuilder) blocks.column(i))
            .set(blocks.row(), cells[i].toCharArray(), 0, cells[i].length());
      }
      ((LongBuilder) blocks.column(2)).set(blocks.row(), LocalDate.parse(cells[2]).toEpochDay());
      ((LongBuilder) blocks.column(3))
          .set(blocks.row(), new BigDecimal(cells[3]).movePointRight(2).longValue());
      blocks.endRow(1);
    }
    blocks.flush();
    Crosstab crosstab = builder.build();
    return new CrosstabLayout(crosstab);
  }

  private static Measure measure(String name, String call, String pattern) {
    NumberStyle style =
        new NumberStyle(
            pattern.isEmpty() ? Optional.empty() : Optional.of(pattern),
            NumberStyle.Unit.ONES,
            Optional.empty(),
            NumberStyle.Sign.ARROW);
    return new Measure(name, MeasureExpression.parse(call), "", Map.of(), View.PLAIN, style);
  }

  private static CrosstabLayout byMonth() throws IOException {
    return layout(
        List.of("region", "site"),
        List.of("sold_on by month"),
        "-",
        measure("Revenue", "sum(amount)", ""));
  }

  @Test
  void text_is_aligned_and_says_each_group_once() throws IOException {
    assertThat(new TextCrosstab(byMonth(), new TextStyle(false)).lines(0))
        .containsExactly(
            "revenue",
            "region  site        2026-02  2026-10         Total",
            "──────────────────────────────────────────────────",
            "north   Alder  1,234,567.10     -     1,234,567.10",
            "        Birch          0.05     0.00          0.05",
            "south   Copse         20.00     -            20.00",
            "──────────────────────────────────────────────────",
            "Total          1,234,587.15     0.00  1,234,587.15");
  }

  @Test
  void a_table_wider_than_the_room_is_folded_with_its_labels() throws IOException {
    List<String> lines = new TextCrosstab(byMonth(), new TextStyle(false)).lines(40);

    assertThat(lines).allMatch(line -> line.length() <= 40);
    assertThat(lines)
        .contains(
            "revenue (1 of 2: 2026-02 to 2026-10)",
            "revenue (2 of 2: Total)",
            "Total          1,234,587.15     0.00",
            "Total          1,234,587.15");
  }

  @Test
  void several_measures_stand_side_by_side_below_each_item_and_are_not_torn_apart()
      throws IOException {
    CrosstabLayout layout =
        layout(
            List.of("region"),
            List.of("sold_on by month"),
            "",
            measure("Revenue", "sum(amount)", "#,##0"),
            measure("Lines", "count(*)", ""));

    List<String> lines = new TextCrosstab(layout, new TextStyle(false)).lines(30);

    assertThat(lines.subList(0, 7))
        .containsExactly(
            "revenue (1 of 3: 2026-02)",
            "          2026-02",
            "region    Revenue  Lines",
            "────────────────────────",
            "north   1,234,567      2",
            "south          20      1",
            "────────────────────────");
  }

  @Test
  void without_an_axis_across_the_measures_are_the_columns() throws IOException {
    CrosstabLayout layout =
        layout(List.of("region"), List.of(), "", measure("Lines", "count(*)", ""));

    assertThat(new TextCrosstab(layout, new TextStyle(true)).lines(0))
        .containsExactly(
            "\ufdd0revenue\ufdd1",
            "\ufdd0region  Lines\ufdd1",
            "─────────────",
            "north       3",
            "south       1",
            "─────────────",
            "\ufdd0Total       4\ufdd1");
  }

  @Test
  void each_level_has_its_subtotals_where_it_says() throws IOException {
    Subtotals wanted =
        new Subtotals(
            Map.of(0, Subtotals.Place.BELOW, 1, Subtotals.Place.ABOVE), Subtotals.Place.NONE);
    Totals totals = new Totals(true, true, "Total", wanted, Subtotals.NONE, "{item} all", false);

    CrosstabLayout layout =
        layout(
            List.of("region", "site", "sold_on by month"),
            List.of(),
            "",
            totals,
            Measure.of("Lines", "count(*)"));

    assertThat(layout.lines().stream().map(line -> String.join("/", line.labels())))
        .containsExactly(
            "north/Alder all/",
            "north/Alder/2026-02",
            "north/Birch all/",
            "north/Birch/2026-02",
            "north/Birch/2026-10",
            "north all//",
            "south/Copse all/",
            "south/Copse/2026-02",
            "south all//",
            "Total//");
  }

  @Test
  void csv_has_plain_exact_numbers() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    CsvReport.write(byMonth(), out);

    assertThat(out.toString(StandardCharsets.UTF_8).lines())
        .containsExactly(
            "region,site,2026-02,2026-10,Total",
            "north,Alder,1234567.10,-,1234567.10",
            "north,Birch,0.05,0.00,0.05",
            "south,Copse,20.00,-,20.00",
            "Total,,1234587.15,0.00,1234587.15");
  }

  @Test
  void json_has_exact_numbers_and_null_for_blanks() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    JsonReport.write(List.of(byMonth()), Provenance.of(Map.of("Batch", "3")), out);
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

  private static JsonSchema figuresSchema() throws IOException {
    try (InputStream in = JsonReport.class.getResourceAsStream("figures.schema.json")) {
      return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(in);
    }
  }

  @Test
  void labels_of_days_and_numbers_are_days_and_numbers() throws IOException {
    CrosstabLayout layout =
        layout(
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

  /** The rows of a table, without the title above and the foot below. */
  private static List<Row> table(List<Row> rows) {
    return rows.stream().filter(row -> row.getRowNum() > 3 && row.getCellCount() > 1).toList();
  }

  @Test
  void data_names_are_words_and_differ() throws IOException {
    CrosstabLayout layout =
        layout(
            List.of("case when amount > 1 then 'a' else 'b' end", "sold_on by month"),
            List.of("sold_on by month", "amount by bands 0, 10"),
            "",
            Measure.of("value", "count(*)"));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    CsvReport.write(layout, TableForm.CELLS, true, out);

    assertThat(out.toString(StandardCharsets.UTF_8).lines().findFirst().orElseThrow())
        .endsWith("level_1,sold_on_month,sold_on_month_2,amount_bands,total_by,measure,value");
  }

  @Test
  void a_workbook_has_real_numbers_with_formats_and_says_where_they_come_from() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    WorkbookReport.write(
        List.of(byMonth()),
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
                "1 error and 0 warnings stand against these figures",
                true,
                List.of("error: rows-held, in/a.csv: 1 row")));
    CrosstabLayout grouped =
        layout(
            List.of("site"),
            List.of("sold_on by month"),
            "",
            measure("Amount", "sum(amount)", ""),
            measure("Lines", "count(*)", ""));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    WorkbookReport.write(
        List.of(grouped, byMonth()),
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
          .contains("1 error and 0 warnings stand against these figures")
          .contains("error: rows-held, in/a.csv: 1 row", "Without tax.", "Batch", "3");
      List<Row> sheet = workbook.getSheet(1).orElseThrow().read();
      assertThat(texts(sheet))
          .startsWith("Revenue by site", "Month end, figures up to 2026-10")
          .endsWith(
              "Batch 3",
              "4 rows read = 4 in the dataset + 0 left out + 0 held",
              "1 error and 0 warnings stand against these figures");
      assertThat(texts(sheet).stream().filter("2026-02"::equals)).hasSize(1);
    }
  }

  @Test
  void a_page_is_well_formed_lets_nothing_in_and_shows_text_as_text() throws Exception {
    ReportHead head =
        new ReportHead(
            "<script>alert(1)</script>",
            "a & b \u202e\u0007",
            List.of("<img src=x onerror=alert(1)>"),
            Map.of("revenue", new SummaryLook("\"R\" & <b>D</b>", false, Optional.empty(), false)),
            new ReportHead.Trust("4 rows read", "1 error and 0 warnings", true, List.of("<i>")));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PageReport.write(
        List.of(byMonth(), byMonth()),
        Provenance.of(Map.of("Batch", "3")),
        head,
        ReaderData.NONE,
        out);
    String page = out.toString(StandardCharsets.UTF_8);
    String script = page.substring(page.lastIndexOf("<script>") + 8, page.lastIndexOf("</script>"));

    Document document =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(
                new ByteArrayInputStream(
                    page.replace(script, "")
                        .replace("<!DOCTYPE html>", "")
                        .getBytes(StandardCharsets.UTF_8)));
    assertThat(document.getElementsByTagName("script").getLength()).isEqualTo(3);
    assertThat(document.getElementsByTagName("img").getLength()).isZero();
    assertThat(document.getElementsByTagName("h1").item(0).getTextContent())
        .isEqualTo("<script>alert(1)</script>");
    assertThat(document.getElementsByTagName("section").getLength()).isEqualTo(4);
    assertThat(page.replace("'http://www.w3.org/2000/svg'", ""))
        .doesNotContain("http:", "https:", "//", " style=", " onclick=", "\u202e");
    String style = document.getElementsByTagName("style").item(0).getTextContent();
    for (Map.Entry<String, String> own : Map.of("style", style, "script", script).entrySet()) {
      byte[] digest =
          MessageDigest.getInstance("SHA-256")
              .digest(own.getValue().getBytes(StandardCharsets.UTF_8));
      assertThat(page)
          .contains(
              own.getKey() + "-src 'sha256-" + Base64.getEncoder().encodeToString(digest) + "'");
    }
    assertThat(page).contains("data-value=\"1234567.10\"");
  }

  private static List<String> texts(List<Row> rows) {
    return rows.stream()
        .flatMap(Row::stream)
        .filter(cell -> cell != null && !cell.getText().isEmpty())
        .map(Cell::getText)
        .toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "#,##0 | 0 | 1234.5 | 1,235",
        "#,##0 | 0 | -0.4 | 0",
        " | 2 | -1234.5 | -1,234.50",
        " | 0 | 12 | 12",
        "0.0# | 2 | 0.125 | 0.13",
      })
  void numbers_are_rounded_half_up_and_never_minus_zero(
      String pattern, int places, BigDecimal number, String shown) {
    Measure measure = measure("m", "sum(a)", pattern == null ? "" : pattern);

    assertThat(new ShownNumber(measure, places, ColumnType.decimal(2), Locale.ROOT).show(number))
        .isEqualTo(shown);
  }

  @Test
  void wide_characters_take_two_columns() {
    assertThat(TextStyle.width("日本")).isEqualTo(4);
    assertThat(TextStyle.width("e\u0301")).isEqualTo(1);
    assertThat(TextStyle.right("ab", 4)).isEqualTo("  ab");
  }
}
