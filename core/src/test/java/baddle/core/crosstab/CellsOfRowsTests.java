package baddle.core.crosstab;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.SampleRows.Sale;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.Month;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CellsOfRowsTests {

  private static final List<String> ADDITIVE =
      List.of(
          "sum(amount)",
          "count(*)",
          "avg(units)",
          "count(amount)",
          "min(amount)",
          "max(units)",
          "stddev_samp(amount)",
          "sum(amount) filter (where units > 5)",
          "count(*) filter (where region = 'north')",
          "sum(amount) / nullif(sum(units), 0)");

  private static final List<String> DOWN = List.of("region", "units by bands 0, 10, 50");
  private static final List<String> ACROSS = List.of("sold_on by fiscal quarter", "upper(site)");

  private static CrosstabSpec spec(List<String> down, List<String> across, List<String> measures) {
    return CrosstabSpec.of(
        "random",
        down.stream().map(AxisItem::parse).toList(),
        across.stream().map(AxisItem::parse).toList(),
        measures.stream().map(text -> Measure.of(text, text)).toList());
  }

  private static CrosstabBuilder builder(CrosstabSpec spec) {
    return new CrosstabBuilder(spec, SampleRows.SCHEMA, new Calendar(Month.APRIL));
  }

  private static List<Sale> sales(Random random, int count) {
    List<String> regions = List.of("north", "south", "");
    List<String> sites = List.of("Alder Mill", "Dunmere", "Site 2", "Site 10", "");
    List<Sale> sales = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      long most = random.nextInt(8) == 0 ? Long.MAX_VALUE / 3 : 99_999;
      sales.add(
          new Sale(
              regions.get(random.nextInt(3)),
              sites.get(random.nextInt(5)),
              LocalDate.ofEpochDay(20_000 + random.nextInt(400)),
              random.nextInt(9) == 0 ? null : random.nextLong(-most, most),
              random.nextInt(9) == 0 ? null : (long) random.nextInt(-20, 80)));
    }
    return sales;
  }

  /** All that a cross-tab shows, line by line. */
  private static List<String> shown(Crosstab crosstab) {
    List<String> lines = new ArrayList<>();
    for (Item row : items(crosstab.down()).toList()) {
      for (Item column : items(crosstab.across()).toList()) {
        for (int i = 0; i < crosstab.spec().measures().size(); i++) {
          lines.add(row.label() + "|" + column.label() + "|" + crosstab.value(row, column, i));
        }
      }
    }
    return lines;
  }

  private static Stream<Item> items(Item item) {
    return Stream.concat(
        Stream.of(item), item.children().stream().flatMap(CellsOfRowsTests::items));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
  void cells_of_parts_of_the_rows_come_to_what_all_rows_come_to(long seed) throws IOException {
    Random random = new Random(seed);
    boolean plain = seed % 3 == 0;
    List<String> measures =
        plain
            ? ADDITIVE
            : ADDITIVE.stream().filter(text -> !text.matches("stddev.*|.* / .*")).toList();
    CrosstabSpec spec =
        spec(
            DOWN.subList(0, random.nextInt(3)),
            ACROSS.subList(random.nextInt(2), 1 + random.nextInt(2) % 2),
            measures);
    CrosstabBuilder whole = builder(spec);
    CrosstabBuilder added = builder(spec);
    for (int part = 0; part < 6; part++) {
      List<Sale> sales = sales(random, random.nextInt(60));
      if (plain) {
        sales = sales.stream().filter(sale -> sale.cents() == null || small(sale)).toList();
      }
      CrosstabBuilder own = builder(spec);
      SampleRows.push(sales, whole);
      if (random.nextInt(4) == 0) {
        SampleRows.push(sales, added);
        continue;
      }
      SampleRows.push(sales, own);
      CellsOfRows cells = CellsOfRows.of(own, "");
      new CellsOfRows(cells.texts(), cells.numbers().clone()).addTo(added, "");
    }

    assertThat(shown(added.build())).isEqualTo(shown(whole.build()));
  }

  @ParameterizedTest
  @ValueSource(longs = {21, 22, 23, 24, 25, 26})
  void the_cells_of_one_item_come_to_what_its_rows_come_to(long seed) throws IOException {
    Random random = new Random(seed);
    List<String> measures = List.of("sum(amount)", "count(*)", "max(units)", "stddev_samp(units)");
    CrosstabSpec narrow = spec(DOWN.subList(1, 2), ACROSS.subList(0, 1), measures);
    CrosstabSpec wide = spec(DOWN.subList(1, 2), List.of(ACROSS.get(0), "region"), measures);
    List<List<Sale>> parts = new ArrayList<>();
    for (int part = 0; part < 4; part++) {
      parts.add(sales(random, random.nextInt(60)));
    }
    for (String region : List.of("north", "south", "", "nowhere")) {
      CrosstabBuilder added = builder(narrow);
      CrosstabBuilder direct = builder(narrow);
      for (List<Sale> part : parts) {
        CrosstabBuilder all = builder(wide);
        SampleRows.push(part, all);
        CellsOfRows.of(all, "").addTo(added, "", Optional.of(region));
        SampleRows.push(part.stream().filter(s -> s.region().equals(region)).toList(), direct);
      }
      assertThat(shown(added.build())).as(region).isEqualTo(shown(direct.build()));
    }
  }

  @Test
  void figures_that_are_left_out_may_be_as_large_as_they_like() throws IOException {
    LocalDate day = LocalDate.of(2026, 3, 1);
    List<Sale> sales = new ArrayList<>();
    for (int month = 0; month < 24; month++) {
      sales.add(new Sale("south", "Dunmere", day.plusMonths(month), Long.MAX_VALUE / 3, 1L));
      sales.add(new Sale("north", "Dunmere", day.plusMonths(month), 10L * month, 1L));
    }
    CrosstabBuilder filtered =
        builder(
            spec(
                List.of("site"),
                List.of(),
                List.of("stddev_samp(amount) filter (where region = 'north')")));
    SampleRows.push(sales, filtered);
    List<String> narrow = List.of("stddev_samp(amount)");
    CrosstabBuilder wide = builder(spec(List.of("sold_on by month"), List.of("region"), narrow));
    SampleRows.push(sales, wide);
    CrosstabBuilder added = builder(spec(List.of("sold_on by month"), List.of(), narrow));
    CellsOfRows.of(wide, "").addTo(added, "", Optional.of("north"));

    CrosstabBuilder north = builder(spec(List.of(), List.of(), narrow));
    SampleRows.push(sales.stream().filter(s -> s.region().equals("north")).toList(), north);
    Crosstab expected = north.build();
    Optional<BigDecimal> deviation = expected.value(expected.down(), expected.across(), 0);
    for (Crosstab crosstab : List.of(filtered.build(), added.build())) {
      assertThat(crosstab.value(crosstab.down(), crosstab.across(), 0)).isEqualTo(deviation);
    }
  }

  private static boolean small(Sale sale) {
    return Math.abs(sale.cents()) < 1_000_000;
  }

  @Test
  void aggregates_that_need_all_their_values_cannot_be_added() {
    for (String measure : List.of("median(amount)", "count(distinct site)")) {
      CrosstabBuilder builder = builder(spec(DOWN, ACROSS, List.of("count(*)", measure)));

      assertThat(CellsOfRows.arePossible(builder, "")).as(measure).isFalse();
      assertThatThrownBy(() -> CellsOfRows.of(builder, ""))
          .isInstanceOf(IllegalStateException.class);
    }
    assertThat(CellsOfRows.arePossible(builder(spec(DOWN, ACROSS, ADDITIVE)), "")).isTrue();
  }

  @Test
  void cells_of_another_specification_are_refused() throws IOException {
    CrosstabBuilder own = builder(spec(DOWN, ACROSS, List.of("sum(amount)")));
    SampleRows.push(sales(new Random(1), 50), own);
    CellsOfRows cells = CellsOfRows.of(own, "");

    assertThatThrownBy(
            () ->
                cells.addTo(builder(spec(DOWN, ACROSS, List.of("sum(amount)", "max(units)"))), ""))
        .isInstanceOf(IllegalStateException.class);
  }

  @Test
  void what_decides_the_cells_is_in_their_description_and_nothing_else() {
    CrosstabSpec one = spec(DOWN, ACROSS, List.of("sum(amount)"));
    List<CrosstabSpec> others =
        List.of(
            spec(DOWN, ACROSS, List.of("sum(units)")),
            spec(DOWN, List.of("sold_on by quarter", "upper(site)"), List.of("sum(amount)")),
            spec(List.of("region", "units by bands 0, 10"), ACROSS, List.of("sum(amount)")),
            spec(List.of("region"), List.of(), List.of("sum(amount)")),
            one.whereAlso("units > 1"));

    assertThat(others)
        .extracting(spec -> CellsOfRows.description(spec, ""))
        .doesNotHaveDuplicates()
        .doesNotContain(CellsOfRows.description(one, ""));
    assertThat(CellsOfRows.description(one.plainly(List.of(Measure.of("x", "sum(amount)"))), ""))
        .isEqualTo(CellsOfRows.description(one, ""));
  }
}
