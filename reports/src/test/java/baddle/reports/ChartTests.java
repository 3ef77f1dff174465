package baddle.reports;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.ChartKind;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Order;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.core.crosstab.spec.Totals;
import baddle.core.expression.AxisItem;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.reports.picture.ChartPicture;
import baddle.reports.picture.ChartShape;
import baddle.reports.text.TextChart;
import baddle.reports.text.TextStyle;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class ChartTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("site", ColumnType.text()),
              new Column("day", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("amount", ColumnType.decimal(2))));

  private static Level level(String text, boolean descending) {
    Order order = new Order("", "", descending, List.of());
    return new Level(AxisItem.parse(text), order, Optional.empty(), Level.Empty.NONE);
  }

  private static CrosstabLayout layout(List<Level> down, List<Level> across, String... rows)
      throws IOException {
    CrosstabSpec spec =
        new CrosstabSpec(
            "shown",
            down,
            across,
            List.of(Measure.of("Amount", "sum(amount)")),
            CrosstabSpec.MeasurePlace.INNERMOST,
            Totals.both(),
            "",
            Optional.empty(),
            Optional.empty(),
            Locale.ROOT);
    CrosstabBuilder builder = new CrosstabBuilder(spec, SCHEMA, Calendar.standard());
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 64, builder);
    for (String row : rows) {
      String[] cells = row.split(" ");
      ((TextBuilder) blocks.column(0))
          .set(blocks.row(), cells[0].toCharArray(), 0, cells[0].length());
      ((LongBuilder) blocks.column(1)).set(blocks.row(), LocalDate.parse(cells[1]).toEpochDay());
      ((LongBuilder) blocks.column(2)).set(blocks.row(), Long.parseLong(cells[2]));
      blocks.endRow(1);
    }
    blocks.flush();
    Crosstab crosstab = builder.build();
    return new CrosstabLayout(crosstab);
  }

  private static CrosstabLayout sitesByMonth(boolean descending) throws IOException {
    return layout(
        List.of(level("day by month", descending)),
        List.of(level("site", false)),
        "A<1> 2026-01-05 1000",
        "A<1> 2026-03-05 -500",
        "B&2 2026-02-05 3000");
  }

  private static List<String> labels(List<ChartShape.Point> points) {
    return points.stream().map(ChartShape.Point::label).toList();
  }

  @ParameterizedTest
  @EnumSource
  void time_goes_from_left_to_right_however_the_table_is_ordered(ChartKind kind)
      throws IOException {
    ChartShape shape = ChartShape.of(sitesByMonth(true), kind).orElseThrow();

    assertThat(shape.categoriesDown()).isTrue();
    if (kind != ChartKind.BARS) {
      assertThat(labels(shape.categories())).containsExactly("2026-01", "2026-02", "2026-03");
      assertThat(labels(shape.series())).containsExactly("A<1>", "B&2");
      assertThat(
              shape.value(
                  sitesByMonth(true).crosstab(), shape.categories().get(1), shape.series().get(0)))
          .isEmpty();
    } else {
      assertThat(labels(shape.series())).containsExactly("Amount");
    }
  }

  @Test
  void the_largest_of_many_series_are_drawn_in_their_order() throws IOException {
    String[] rows = new String[9];
    for (int i = 0; i < rows.length; i++) {
      rows[i] = "S" + i + " 2026-01-05 " + (i == 4 ? -90_000 : i * 100);
    }
    CrosstabLayout layout =
        layout(List.of(level("site", false)), List.of(level("day by month", false)), rows);
    ChartShape shape = ChartShape.of(layout, ChartKind.LINES).orElseThrow();

    assertThat(labels(shape.series())).containsExactly("S4", "S5", "S6", "S7", "S8");
    assertThat(shape.others()).isEqualTo(4);
  }

  @Test
  void bars_of_text_end_at_nought_on_their_side() throws IOException {
    assertThat(new TextChart(sitesByMonth(false), new TextStyle(false)).lines(40))
        .containsExactly(
            "shown, Amount",
            "2026-01  10.00     ━━━━━━━",
            "2026-02  30.00     ━━━━━━━━━━━━━━━━━━━━╸",
            "2026-03  -5.00  ╺━━━");
  }

  @Test
  @Timeout(20)
  void labels_of_a_megabyte_are_cut() throws Exception {
    String name = "x".repeat(1_000_000);
    CrosstabLayout layout =
        layout(
            List.of(level("site", false)),
            List.of(level("day by month", false)),
            name + " 2026-01-05 1000",
            "B 2026-02-05 3000");
    ByteArrayOutputStream svg = new ByteArrayOutputStream();
    for (ChartKind kind : ChartKind.values()) {
      SummaryLook look = new SummaryLook("", false, Optional.of(kind), false);
      ReportHead head =
          new ReportHead("", "", List.of(), Map.of("shown", look), ReportHead.Trust.UNKNOWN);
      ChartPicture.write(layout, head, true, svg);
    }
    assertThat(svg.size()).isLessThan(100_000);
  }

  @ParameterizedTest
  @EnumSource
  void a_picture_is_well_formed_and_says_what_it_is_of(ChartKind kind) throws Exception {
    SummaryLook look = new SummaryLook("Sites & <months>", false, Optional.of(kind), false);
    ReportHead head =
        new ReportHead(
            "", "up to 2026-03", List.of(), Map.of("shown", look), ReportHead.Trust.UNKNOWN);
    ByteArrayOutputStream svg = new ByteArrayOutputStream();
    ChartPicture.write(sitesByMonth(false), head, true, svg);
    ByteArrayOutputStream again = new ByteArrayOutputStream();
    ChartPicture.write(sitesByMonth(false), head, true, again);
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    ChartPicture.write(sitesByMonth(false), head, false, png);

    String text = svg.toString(StandardCharsets.UTF_8);
    assertThat(text)
        .contains("Sites &amp; &lt;months&gt;", "Amount, up to 2026-03", "2026-03")
        .contains("font-size=\"12px\"", "sans-serif")
        .doesNotContain("<script", "NaN");
    assertThat(again.toString(StandardCharsets.UTF_8)).isEqualTo(text);
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(png.toByteArray()));
    assertThat(image.getWidth()).isEqualTo(1600);
  }
}
