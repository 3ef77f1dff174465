package baddle.reports.data;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.TableForm;
import baddle.core.crosstab.spec.Totals;
import baddle.reports.CrosstabLayout;
import baddle.reports.SampleLayouts;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Cross-tabs as lists: each figure once, totals apart from what they are of. */
class CellListTests {

  private static List<String> list(CrosstabLayout layout, TableForm form, boolean totals)
      throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    CsvReport.write(layout, form, totals, out);
    return out.toString(StandardCharsets.UTF_8).lines().toList();
  }

  private static CrosstabLayout two() throws IOException {
    return SampleLayouts.layout(
        List.of("region"),
        List.of("sold_on by month"),
        "-",
        Measure.of("Amount", "sum(amount)"),
        Measure.of("Lines", "count(*)"));
  }

  @Test
  void a_line_for_each_combination() throws IOException {
    assertThat(list(two(), TableForm.LINES, false))
        .containsExactly(
            "region,sold_on_month,Amount,Lines",
            "north,2026-02,1234567.15,2",
            "north,2026-10,0.00,1",
            "south,2026-02,20.00,1");
  }

  @Test
  void a_line_for_each_cell() throws IOException {
    assertThat(list(two(), TableForm.CELLS, false))
        .containsExactly(
            "region,sold_on_month,measure,value",
            "north,2026-02,Amount,1234567.15",
            "north,2026-02,Lines,2",
            "north,2026-10,Amount,0.00",
            "north,2026-10,Lines,1",
            "south,2026-02,Amount,20.00",
            "south,2026-02,Lines,1");
  }

  @Test
  void totals_name_what_they_are_by() throws IOException {
    assertThat(list(two(), TableForm.CELLS, true))
        .contains(
            "region,sold_on_month,total_by,measure,value",
            "north,2026-02,,Amount,1234567.15",
            "north,,region,Amount,1234567.15",
            ",2026-10,sold_on_month,Lines,1",
            ",,all,Amount,1234587.15",
            ",,all,Lines,4");
  }

  @Test
  void a_blank_item_is_a_blank() throws IOException {
    CrosstabLayout layout =
        SampleLayouts.of(
            List.of("~ Alder 2026-02-01 1.00", "north Alder 2026-02-01 2.00"),
            List.of("region"),
            List.of(),
            "",
            Totals.both(),
            Measure.of("Amount", "sum(amount)"));

    assertThat(list(layout, TableForm.LINES, false)).contains(",1.00", "north,2.00");
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void the_lines_of_random_rows_add_up_to_their_totals_in_every_form(long seed) throws IOException {
    Random random = new Random(seed);
    List<String> rows = new ArrayList<>();
    BigDecimal sum = BigDecimal.ZERO;
    TreeMap<String, BigDecimal> byRegion = new TreeMap<>();
    for (int i = 0; i < 200; i++) {
      String region = "r" + random.nextInt(4);
      BigDecimal amount = BigDecimal.valueOf(random.nextInt(2_000_000) - 1_000_000, 2);
      rows.add(
          String.format(
              "%s s%d 2026-%02d-01 %s", region, random.nextInt(3), 1 + random.nextInt(12), amount));
      sum = sum.add(amount);
      byRegion.merge(region, amount, BigDecimal::add);
    }
    CrosstabLayout layout =
        SampleLayouts.of(
            rows,
            List.of("region", "site"),
            List.of("sold_on by quarter", "sold_on by month"),
            "",
            Totals.both(),
            Measure.of("Amount", "sum(amount)"));

    for (TableForm form : List.of(TableForm.LINES, TableForm.CELLS)) {
      List<String[]> cells = cells(list(layout, form, true));
      assertThat(sum(cells, "")).as("%s", form).isEqualByComparingTo(sum);
      assertThat(sum(cells, "all")).isEqualByComparingTo(sum);
      assertThat(sum(cells, "region")).isEqualByComparingTo(sum);
      byRegion.forEach(
          (region, amount) ->
              assertThat(
                      sum(cells.stream().filter(line -> line[0].equals(region)).toList(), "region"))
                  .isEqualByComparingTo(amount));
      assertThat(sum(cells(list(layout, form, false)), null)).isEqualByComparingTo(sum);
    }
  }

  private static List<String[]> cells(List<String> lines) {
    return lines.stream().skip(1).map(line -> line.split(",", -1)).toList();
  }

  /**
   * The last cells of the lines that are totals by something, or of all without a name for that.
   */
  private static BigDecimal sum(List<String[]> lines, String totalBy) {
    return lines.stream()
        .filter(line -> totalBy == null || line[4].equals(totalBy))
        .map(line -> new BigDecimal(line[line.length - 1]))
        .reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  @Test
  void no_line_is_there_twice() throws IOException {
    for (TableForm form : Arrays.asList(TableForm.LINES, TableForm.CELLS)) {
      assertThat(list(SampleLayouts.byMonth(), form, true)).doesNotHaveDuplicates();
    }
  }
}
