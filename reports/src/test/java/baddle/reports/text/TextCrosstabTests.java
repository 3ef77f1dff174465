package baddle.reports.text;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.reports.CrosstabLayout;
import baddle.reports.SampleLayouts;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Cross-tabs on a terminal. */
class TextCrosstabTests {

  @Test
  void text_is_aligned_and_says_each_group_once() throws IOException {
    assertThat(new TextCrosstab(SampleLayouts.byMonth(), new TextStyle(false)).lines(0))
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
    List<String> lines = new TextCrosstab(SampleLayouts.byMonth(), new TextStyle(false)).lines(40);

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
        SampleLayouts.layout(
            List.of("region"),
            List.of("sold_on by month"),
            "",
            SampleLayouts.measure("Revenue", "sum(amount)", "#,##0"),
            SampleLayouts.measure("Lines", "count(*)", ""));

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
        SampleLayouts.layout(
            List.of("region"), List.of(), "", SampleLayouts.measure("Lines", "count(*)", ""));

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
  void wide_characters_take_two_columns() {
    assertThat(TextStyle.width("日本")).isEqualTo(4);
    assertThat(TextStyle.width("e\u0301")).isEqualTo(1);
    assertThat(TextStyle.right("ab", 4)).isEqualTo("  ab");
  }
}
