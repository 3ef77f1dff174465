package baddle.reports.text;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.core.crosstab.spec.Totals;
import baddle.reports.CrosstabLayout;
import baddle.reports.Provenance;
import baddle.reports.ReportHead;
import baddle.reports.SampleLayouts;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Cross-tabs as Markdown. */
class MarkdownReportTests {

  private static List<String> lines(CrosstabLayout layout, ReportHead head) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    MarkdownReport.write(List.of(layout), Provenance.of(Map.of("Batch", "3")), head, out);
    return out.toString(StandardCharsets.UTF_8).lines().toList();
  }

  @Test
  void a_table_has_its_totals_in_bold_and_where_it_comes_from_below() throws IOException {
    assertThat(lines(SampleLayouts.byMonth(), ReportHead.NONE))
        .containsExactly(
            "## revenue",
            "",
            "| region | site | 2026-02 | 2026-10 | Total |",
            "|---|---|---:|---:|---:|",
            "| north | Alder | 1,234,567.10 | - | 1,234,567.10 |",
            "| north | Birch | 0.05 | 0.00 | 0.05 |",
            "| south | Copse | 20.00 | - | 20.00 |",
            "| **Total** |  | **1,234,587.15** | **0.00** | **1,234,587.15** |",
            "",
            "- Batch: 3");
  }

  @Test
  void the_head_and_what_is_open_are_around_it() throws IOException {
    ReportHead head =
        new ReportHead(
            "Month end",
            "up to 2026-10",
            List.of("Without tax."),
            Map.of("revenue", new SummaryLook("By site", false, Optional.empty(), false)),
            new ReportHead.Trust(
                "4 rows read = 4 in the dataset + 0 left out + 0 held",
                "1 error and 0 warnings are open against these figures",
                true,
                List.of("error: rows-held, in/a.csv: 1 row")));

    assertThat(lines(SampleLayouts.byMonth(), head))
        .startsWith("# Month end", "", "up to 2026-10", "", "## By site")
        .containsSubsequence(
            "- Batch: 3",
            "- 4 rows read = 4 in the dataset + 0 left out + 0 held",
            "- 1 error and 0 warnings are open against these figures",
            "- error: rows-held, in/a.csv: 1 row",
            "",
            "Without tax.");
  }

  @Test
  void nothing_from_outside_becomes_markup() throws IOException {
    List<String> rows =
        List.of(
            "a|b *x* 2026-02-01 1.00",
            "<b>k</b> `c` 2026-02-01 2.00",
            "[l](http://x) a&b 2026-02-01 3.00",
            "back\\slash tab\u0007bell 2026-02-01 4.00");
    CrosstabLayout layout =
        SampleLayouts.of(
            rows,
            List.of("region", "site"),
            List.of(),
            "",
            Totals.both(),
            Measure.of("Amount", "sum(amount)"));

    List<String> table = lines(layout, ReportHead.NONE).subList(2, 9);

    assertThat(table)
        .contains(
            "| a\\|b | \\*x\\* | 1.00 |",
            "| &lt;b>k&lt;/b> | \\`c\\` | 2.00 |",
            "| \\[l\\](http://x) | a&amp;b | 3.00 |",
            "| back\\\\slash | tab bell | 4.00 |");
    assertThat(table)
        .filteredOn(line -> line.startsWith("|"))
        .allSatisfy(
            line -> assertThat(line.replace("\\|", "").chars().filter(c -> c == '|')).hasSize(4));
  }
}
