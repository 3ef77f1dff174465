package baddle.reports.data;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.TableForm;
import baddle.reports.CrosstabLayout;
import baddle.reports.SampleLayouts;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Cross-tabs as CSV, in each form. */
class CsvReportTests {

  @Test
  void csv_has_plain_exact_numbers() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    CsvReport.write(SampleLayouts.byMonth(), out);

    assertThat(out.toString(StandardCharsets.UTF_8).lines())
        .containsExactly(
            "region,site,2026-02,2026-10,Total",
            "north,Alder,1234567.10,-,1234567.10",
            "north,Birch,0.05,0.00,0.05",
            "south,Copse,20.00,-,20.00",
            "Total,,1234587.15,0.00,1234587.15");
  }

  @Test
  void data_names_are_words_and_differ() throws IOException {
    CrosstabLayout layout =
        SampleLayouts.layout(
            List.of("case when amount > 1 then 'a' else 'b' end", "sold_on by month"),
            List.of("sold_on by month", "amount by bands 0, 10"),
            "",
            Measure.of("value", "count(*)"));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    CsvReport.write(layout, TableForm.CELLS, true, out);

    assertThat(out.toString(StandardCharsets.UTF_8).lines().findFirst().orElseThrow())
        .endsWith("level_1,sold_on_month,sold_on_month_2,amount_bands,total_by,measure,value");
  }
}
