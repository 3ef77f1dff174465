package baddle.core.crosstab;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.SampleRows.Sale;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Keep;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.Order;
import baddle.core.crosstab.spec.RollForward;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.crosstab.spec.Totals;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.Month;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CrosstabTests {

  /** Five sites in two months, of the year before too. */
  private static final List<Sale> SALES =
      List.of(
          Sale.of("Alder Mill", "2026-01-05", "1000"),
          Sale.of("Alder Mill", "2026-02-05", "3000"),
          Sale.of("Brackenford", "2026-01-07", "5000"),
          Sale.of("Copse End", "2026-02-09", "2000"),
          Sale.of("Dunmere", "2026-01-11", "600"),
          Sale.of("Dunmere", "2026-02-11", "400"),
          Sale.of("Eldergate", "2026-01-13", "100"),
          Sale.of("Alder Mill", "2025-01-05", "2000"));

  private static Level level(String item) {
    return Level.of(AxisItem.parse(item));
  }

  private static Level ordered(String item, Order order) {
    return new Level(AxisItem.parse(item), order, Optional.empty(), Level.Empty.NONE);
  }

  private static Level kept(String item, Keep keep) {
    return new Level(AxisItem.parse(item), Order.NATURAL, Optional.of(keep), Level.Empty.NONE);
  }

  private static CrosstabSpec spec(List<Level> down, List<Level> across, Measure... measures) {
    return new CrosstabSpec(
        "test",
        down,
        across,
        List.of(measures),
        CrosstabSpec.MeasurePlace.INNERMOST,
        Totals.both(),
        "",
        Optional.empty(),
        Optional.empty(),
        Locale.ROOT);
  }

  private static Measure seen(String name, String value, View.Kind kind, String against) {
    Measure plain = Measure.of(name, value);
    return new Measure(
        name, plain.value(), "", Map.of(), new View(kind, against, true), NumberStyle.PLAIN);
  }

  private static Crosstab build(CrosstabSpec spec, List<Sale> sales) throws IOException {
    CrosstabBuilder builder = new CrosstabBuilder(spec, SampleRows.SCHEMA, Calendar.standard());
    builder.check();
    SampleRows.push(sales, builder);
    return builder.build();
  }

  private static List<String> labels(Item item) {
    return item.children().stream().map(Item::label).toList();
  }

  /** The values of a measure, line by line, the total last in both directions; - for a blank. */
  private static List<String> shown(Crosstab crosstab, int measure) {
    List<String> lines = new ArrayList<>();
    List<Item> down = new ArrayList<>(crosstab.down().children());
    down.add(crosstab.down());
    List<Item> across = new ArrayList<>(crosstab.across().children());
    across.add(crosstab.across());
    for (Item line : down) {
      List<String> cells = new ArrayList<>();
      for (Item column : across) {
        cells.add(crosstab.value(line, column, measure).map(BigDecimal::toPlainString).orElse("-"));
      }
      lines.add(line.label() + " " + String.join(" ", cells));
    }
    return lines;
  }

  @ParameterizedTest
  @CsvSource({
    "month, 2026-01 1 2026-02 2 2026-04 8 (blank) 10",
    "quarter, 2026-Q1 7 2026-Q2 8 (blank) 6",
    "year, 2025 2 2026 19",
    "week, 2026-W06 2 2026-W18 8 (blank) 11",
  })
  void the_periods_of_sources_are_seen_by_the_calendar(String grain, String expected)
      throws IOException {
    Schema schema = new Schema(List.of(Origin.SOURCE_PERIOD));
    CrosstabSpec spec =
        spec(
            List.of(level("source_period by " + grain)), List.of(), Measure.of("rows", "count(*)"));
    CrosstabBuilder builder = new CrosstabBuilder(spec, schema, Calendar.standard());
    builder.check();
    BlockBuilder blocks = new BlockBuilder(schema, 64, builder);
    Map<String, Integer> periods = new LinkedHashMap<>();
    periods.put("2026-01", 1);
    periods.put("2026-W06", 2);
    periods.put("2026-Q1", 4);
    periods.put("2026-04-30", 8);
    periods.put("2026", 4);
    periods.put("2025", 2);
    for (Map.Entry<String, Integer> period : periods.entrySet()) {
      for (int i = 0; i < period.getValue(); i++) {
        char[] text = period.getKey().toCharArray();
        ((TextBuilder) blocks.column(0)).set(blocks.row(), text, 0, text.length);
        blocks.endRow(1);
      }
    }
    blocks.flush();
    Crosstab crosstab = builder.build();

    assertThat(
            crosstab.down().children().stream()
                .map(
                    item ->
                        item.label()
                            + " "
                            + crosstab.value(item, crosstab.across(), 0).orElseThrow())
                .collect(Collectors.joining(" ")))
        .isEqualTo(expected);
  }

  @Test
  void items_stand_in_natural_order_periods_by_the_calendar_and_blanks_last() throws IOException {
    List<Sale> sales =
        List.of(
            Sale.of("Site 10", "2026-04-01", "1"),
            Sale.of("", "2025-12-01", "1"),
            Sale.of("Site 2", "2026-01-01", "1"));

    Crosstab crosstab =
        build(
            spec(
                List.of(level("site")),
                List.of(level("sold_on by month")),
                Measure.of("Rows", "count(*)")),
            sales);

    assertThat(labels(crosstab.down())).containsExactly("Site 2", "Site 10", "(blank)");
    assertThat(labels(crosstab.across())).containsExactly("2025-12", "2026-01", "2026-04");
  }

  @Test
  void new_items_far_apart_and_blank_are_found_in_every_block() throws IOException {
    Random random = new Random(11);
    List<Sale> sales = new ArrayList<>();
    Map<String, Long> expected = new HashMap<>();
    for (int i = 0; i < 3_000; i++) {
      String site = random.nextInt(9) == 0 ? "" : "s" + random.nextInt(1 + i / 100);
      Long units = random.nextInt(7) == 0 ? null : (long) Math.pow(-7, random.nextInt(12));
      LocalDate day = LocalDate.of(1900 + random.nextInt(300), 1, 1);
      sales.add(new Sale("r" + random.nextInt(3), site, day, 100L, units));
      String cell = (site.isEmpty() ? "(blank)" : site) + (units == null ? "(blank)" : units);
      expected.merge(cell + day.getYear(), 1L, Long::sum);
    }

    Crosstab crosstab =
        build(
            spec(
                List.of(level("site"), level("units")),
                List.of(level("sold_on by year")),
                Measure.of("Rows", "count(*)"),
                Measure.of("Sum", "sum(amount)")),
            sales);

    Map<String, Long> found = new HashMap<>();
    for (Item site : crosstab.down().children()) {
      for (Item units : site.children()) {
        for (Item year : crosstab.across().children()) {
          crosstab
              .value(units, year, 0)
              .filter(count -> count.signum() != 0)
              .ifPresent(
                  count ->
                      found.put(site.label() + units.label() + year.label(), count.longValue()));
        }
      }
    }
    assertThat(found).isEqualTo(expected);
    assertThat(crosstab.value(crosstab.down(), crosstab.across(), 1))
        .hasValue(new BigDecimal("3000.00"));
  }

  @Test
  void the_median_of_many_values_is_that_of_all_of_them() throws IOException {
    List<Sale> sales = new ArrayList<>();
    LocalDate day = LocalDate.of(2026, 1, 1);
    for (long i = 0; i < 140_000; i++) {
      Long cents = i % 5 == 4 ? null : i * 7919 % 140_000;
      sales.add(new Sale("r", i % 2 == 0 ? "even" : "odd", day, cents, 1L));
    }

    Crosstab crosstab =
        build(
            spec(List.of(level("site")), List.of(), Measure.of("Middle", "median(amount)")), sales);

    List<Item> lines = new ArrayList<>(crosstab.down().children());
    lines.add(crosstab.down());
    for (Item line : lines) {
      long[] values =
          sales.stream()
              .filter(sale -> line.level() == 0 || sale.site().equals(line.label()))
              .flatMap(sale -> Optional.ofNullable(sale.cents()).stream())
              .mapToLong(Long::longValue)
              .sorted()
              .toArray();
      long doubled = values[values.length / 2 - 1] + values[values.length / 2];
      assertThat(crosstab.value(line, crosstab.across(), 0).orElseThrow())
          .isEqualByComparingTo(BigDecimal.valueOf(doubled * 5, 3));
    }
  }

  @Test
  void sums_past_the_range_of_a_long_stay_exact() throws IOException {
    Sale large = new Sale("a", "b", LocalDate.of(2026, 1, 1), 999_999_999_999_999_999L, 1L);

    Crosstab crosstab =
        build(
            spec(
                List.of(level("site")),
                List.of(),
                Measure.of("Sum", "sum(amount)"),
                Measure.of("Mean", "avg(amount)")),
            Collections.nCopies(100, large));

    assertThat(crosstab.value(crosstab.down(), crosstab.across(), 0))
        .contains(new BigDecimal("999999999999999999.00"));
    assertThat(crosstab.value(crosstab.down(), crosstab.across(), 1))
        .contains(new BigDecimal("9999999999999999.99"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "measure descending | Brackenford, Alder Mill, Copse End, Dunmere, Eldergate",
        "measure ascending | Eldergate, Dunmere, Copse End, Alder Mill, Brackenford",
        "at 2026-02 | Alder Mill, Copse End, Dunmere, Brackenford, Eldergate",
        "list | Eldergate, Copse End, Alder Mill, Brackenford, Dunmere",
        "label descending | Eldergate, Dunmere, Copse End, Brackenford, Alder Mill",
      })
  void items_are_ordered_as_asked(String order, String labels) throws IOException {
    Order wanted =
        switch (order) {
          case "measure descending" -> new Order("Sum", "2026-01", true, List.of());
          case "measure ascending" -> new Order("Sum", "2026-01", false, List.of());
          case "at 2026-02" -> new Order("Sum", "2026-02", true, List.of());
          case "list" -> new Order("", "", false, List.of("Eldergate", "Copse End"));
          default -> new Order("", "", true, List.of());
        };
    Crosstab crosstab =
        build(
            spec(
                List.of(ordered("site", wanted)),
                List.of(level("sold_on by month")),
                Measure.of("Sum", "sum(amount)")),
            SALES);

    List<String> expected = new ArrayList<>(List.of(labels.split(", ")));
    if (order.equals("measure ascending")) {
      expected.remove("Copse End");
      expected.add("Copse End");
    } else if (order.equals("measure descending")) {
      expected.remove("Copse End");
      expected.add("Copse End");
    }
    assertThat(labels(crosstab.down())).containsExactlyElementsOf(expected);
  }

  @Test
  void the_rest_adds_up_and_its_averages_are_of_its_rows() throws IOException {
    Keep keep = new Keep(2, false, Optional.empty(), "Sum", "Others");
    Crosstab crosstab =
        build(
            spec(
                List.of(kept("site", keep)),
                List.of(),
                Measure.of("Sum", "sum(amount)"),
                Measure.of("Mean", "avg(amount)"),
                Measure.of("Sites", "count(distinct site)")),
            SALES);

    assertThat(shown(crosstab, 0))
        .containsExactly("Alder Mill 60.00", "Brackenford 50.00", "Others 31.00", " 141.00");
    assertThat(shown(crosstab, 1)).contains("Others 7.75", " 17.625");
    assertThat(shown(crosstab, 2)).contains("Others 3", " 5");
    assertThat(crosstab.down().children().get(2).isRest()).isTrue();
  }

  @Test
  void items_are_kept_until_a_share_of_the_total_within_their_parent() throws IOException {
    Keep keep = new Keep(0, false, Optional.of(new BigDecimal("0.7")), "Sum", "Others");
    Crosstab crosstab =
        build(
            spec(
                List.of(level("sold_on by month"), kept("site", keep)),
                List.of(),
                Measure.of("Sum", "sum(amount)")),
            SALES);

    assertThat(crosstab.down().children().stream().map(CrosstabTests::labels))
        .containsExactly(
            List.of("Alder Mill"),
            List.of("Brackenford", "Others"),
            List.of("Alder Mill", "Copse End", "Others"));
  }

  @Test
  void the_items_below_a_rest_are_those_of_all_it_stands_for() throws IOException {
    Keep keep = new Keep(1, false, Optional.empty(), "Sum", "Others");
    Crosstab crosstab =
        build(
            spec(
                List.of(kept("site", keep), level("sold_on by month")),
                List.of(),
                Measure.of("Sum", "sum(amount)")),
            SALES);

    Item rest = crosstab.down().children().get(1);
    assertThat(labels(rest)).containsExactly("2026-01", "2026-02");
    assertThat(crosstab.value(rest.children().get(0), crosstab.across(), 0))
        .contains(new BigDecimal("57.00"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "SHARE_OF_DOWN | | Alder Mill 1 0.1492537313 0.5555555556 0.4255319149",
        "SHARE_OF_ACROSS | | Alder Mill 0.3333333333 0.1666666667 0.5 1",
        "SHARE_OF_GRAND_TOTAL | | Alder Mill 0.1418439716 0.0709219858 0.2127659574 0.4255319149",
        "SHARE_OF_PARENT | | Brackenford - 0.7462686567 - 0.3546099291",
        "CHANGE | previous | Alder Mill - - 20.00 -",
        "CHANGE | year before | Alder Mill - -10.00 - -",
        "CHANGE_PERCENT | previous | Dunmere - - -0.3333333333 -",
        "CHANGE | Dunmere | Alder Mill 20.00 4.00 26.00 50.00",
        "RUNNING_TOTAL | | Alder Mill 20.00 30.00 60.00 60.00",
        "RANK | | Alder Mill 1 2 1 1",
      })
  void views_are_made_of_exact_values(View.Kind kind, String against, String line)
      throws IOException {
    Crosstab crosstab =
        build(
            spec(
                List.of(level("site")),
                List.of(level("sold_on by month")),
                seen("Sum", "sum(amount)", kind, against == null ? "" : against)),
            SALES);

    assertThat(shown(crosstab, 0)).contains(line);
  }

  @Test
  void measures_of_two_datasets_meet_and_vary() throws IOException {
    Measure budget =
        new Measure(
            "Budget",
            Measure.of("b", "sum(amount)").value(),
            "plan",
            Map.of("site", "region"),
            View.PLAIN,
            NumberStyle.PLAIN);
    CrosstabSpec spec =
        spec(
            List.of(level("site")),
            List.of(),
            Measure.of("Sum", "sum(amount)"),
            budget,
            seen("Variance", "Sum", View.Kind.VARIANCE, "Budget"),
            Measure.of("Half", "Budget / 2"));
    CrosstabBuilder builder = new CrosstabBuilder(spec, SampleRows.SCHEMA, Calendar.standard());
    SampleRows.push(SALES.subList(0, 3), builder);
    SampleRows.push(
        List.of(
            new Sale("Alder Mill", "", LocalDate.of(2026, 1, 1), 9000L, 1L),
            new Sale("Foxholt", "", LocalDate.of(2026, 1, 1), 100L, 1L)),
        builder.input("plan", SampleRows.SCHEMA));
    Crosstab crosstab = builder.build();

    assertThat(shown(crosstab, 2))
        .containsExactly("Alder Mill -50.00", "Brackenford 50.00", "Foxholt -1.00", " -1.00");
    assertThat(shown(crosstab, 3)).contains("Alder Mill 45.00", "Brackenford -", " 45.50");
  }

  @Test
  void items_without_data_are_shown_where_asked() throws IOException {
    Level months =
        new Level(
            AxisItem.parse("sold_on by month"),
            Order.NATURAL,
            Optional.empty(),
            new Level.Empty(Level.Empty.Kind.GAPS, List.of()));
    Crosstab crosstab =
        build(
            spec(
                List.of(level("site").always(List.of("Dunmere", "Foxholt"))),
                List.of(months),
                Measure.of("Sum", "sum(amount)")),
            SALES);

    assertThat(labels(crosstab.down())).contains("Foxholt").hasSize(6);
    assertThat(labels(crosstab.across())).hasSize(14).startsWith("2025-01", "2025-02");
  }

  @ParameterizedTest
  @CsvSource({
    "day, 2025-04-01, 2026-03-31, 365",
    "week, 2025-W14, 2026-W14, 53",
    "month, 2025-04, 2026-03, 12",
    "quarter, 2025-Q2, 2026-Q1, 4",
    "fiscal quarter, 2025/26 Q1, 2025/26 Q4, 4",
    "fiscal year, 2025/26, 2025/26, 1",
    "weekday, Monday, Sunday, 7",
  })
  void whole_fiscal_years_are_shown_where_asked(String grain, String first, String last, int count)
      throws IOException {
    Level level =
        new Level(
            AxisItem.parse("sold_on by " + grain),
            Order.NATURAL,
            Optional.empty(),
            new Level.Empty(Level.Empty.Kind.YEARS, List.of()));
    CrosstabBuilder builder =
        new CrosstabBuilder(
            spec(List.of(level), List.of(), Measure.of("Sum", "sum(amount)")),
            SampleRows.SCHEMA,
            new Calendar(Month.APRIL));
    SampleRows.push(SALES.subList(0, 5), builder);

    assertThat(labels(builder.build().down())).hasSize(count).startsWith(first).endsWith(last);
  }

  @Test
  void the_blank_item_stands_last_whichever_way_the_labels_run() throws IOException {
    List<Sale> sales = List.of(Sale.of("", "2026-01-01", "1"), Sale.of("A", "2026-01-01", "1"));

    Crosstab crosstab =
        build(
            spec(
                List.of(ordered("site", new Order("", "", true, List.of()))),
                List.of(),
                Measure.of("Rows", "count(*)")),
            sales);

    assertThat(labels(crosstab.down())).containsExactly("A", "(blank)");
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "amount > 0"})
  void rows_that_are_not_handed_over_cannot_fail(String where) throws IOException {
    CrosstabSpec plain =
        spec(List.of(level("upper(site)")), List.of(), Measure.of("Each", "sum(amount / units)"));
    CrosstabSpec spec =
        new CrosstabSpec(
            plain.title(),
            plain.down(),
            plain.across(),
            plain.measures(),
            plain.measuresAt(),
            plain.totals(),
            "",
            Optional.of(where).filter(text -> !text.isEmpty()).map(Expression::parse),
            Optional.empty(),
            Locale.ROOT);
    CrosstabBuilder builder = new CrosstabBuilder(spec, SampleRows.SCHEMA, Calendar.standard());
    LocalDate day = LocalDate.of(2026, 1, 1);
    List<Sale> sales =
        List.of(
            new Sale("", "dead", day, 100L, 0L),
            new Sale("", "A", day, 200L, 2L),
            new Sale("", "dead too", day, 100L, 0L),
            new Sale("", "B", day, 300L, 1L));

    SampleRows.push(
        sales,
        (block, from, to) -> {
          builder.accept(block, 1, 2);
          builder.accept(block, 3, 4);
        });

    assertThat(shown(builder.build(), 0))
        .containsExactly("A 1.00000000", "B 3.00000000", " 4.00000000");
  }

  @Test
  void a_balance_adds_up_over_sites_and_not_over_time() throws IOException {
    Crosstab crosstab =
        build(
            spec(
                List.of(level("site")),
                List.of(level("sold_on by year")),
                Measure.of("Latest", "latest(amount, sold_on)"),
                Measure.of("First", "first(amount, sold_on)")),
            SALES);

    assertThat(shown(crosstab, 0)).contains("Dunmere - 4.00 4.00", " 20.00 4.00 4.00");
    assertThat(shown(crosstab, 1)).contains("Alder Mill 20.00 10.00 20.00", " 20.00 10.00 20.00");
  }

  /** An item without rows in the last period is blank and has no part in the total. */
  @Test
  void lines_of_a_balance_add_up_to_its_total() throws IOException {
    LocalDate march = LocalDate.of(2026, 3, 31);
    List<Sale> stocks =
        List.of(
            new Sale("", "Alder Mill", march.minusMonths(1), 100L, 1L),
            new Sale("", "Alder Mill", march, 200L, 1L),
            new Sale("", "Dunmere", march.minusMonths(1), 400L, 1L),
            new Sale("", "Dunmere", march, 800L, 1L),
            new Sale("", "Foxholt", march.minusMonths(1), 1600L, 1L));
    Measure latest = Measure.of("Latest", "latest(amount, sold_on)");
    Measure first = Measure.of("First", "first(amount, sold_on)");

    Crosstab sites = build(spec(List.of(level("site")), List.of(), latest, first), stocks);
    Crosstab months =
        build(
            spec(List.of(level("site")), List.of(level("sold_on by month")), latest, first),
            stocks);

    assertThat(shown(sites, 0))
        .containsExactly("Alder Mill 2.00", "Dunmere 8.00", "Foxholt -", " 10.00");
    assertThat(shown(sites, 1))
        .containsExactly("Alder Mill 1.00", "Dunmere 4.00", "Foxholt 16.00", " 21.00");
    assertThat(shown(months, 0))
        .containsExactly(
            "Alder Mill 1.00 2.00 2.00",
            "Dunmere 4.00 8.00 8.00",
            "Foxholt 16.00 - -",
            " 21.00 10.00 10.00");
  }

  @Test
  void a_roll_forward_carries_each_closing_into_the_next_opening() throws IOException {
    RollForward rollForward =
        new RollForward(
            Map.of("", new BigDecimal("15.00")),
            false,
            false,
            true,
            false,
            Map.of(RollForward.Kind.TOTAL_OUT, "Paid"));
    String direction =
        "case when site = 'Dunmere' then 'out' when site <> 'Eldergate' then 'in'"
            + " else 'neither' end";
    CrosstabSpec plain =
        spec(
            List.of(level(direction), level("site")),
            List.of(level("sold_on by month")),
            Measure.of(
                "Net",
                "sum(case when site = 'Dunmere' then -amount when site <> 'Eldergate' then amount"
                    + " end)"),
            Measure.of("Neither", "sum(amount) filter (where site = 'Eldergate')"),
            Measure.of("Balance", "last(amount, sold_on)"));
    Crosstab crosstab = build(plain, SALES);

    assertThat(RollForwardLines.of(rollForward, crosstab))
        .extracting(line -> line.label() + " " + values(line))
        .containsExactly(
            "Opening 15.00 35.00 89.00 15.00",
            "Alder Mill 20.00 10.00 30.00 60.00",
            "Brackenford - 50.00 - 50.00",
            "Copse End - - 20.00 20.00",
            "Total in 20.00 60.00 50.00 130.00",
            "Dunmere - 6.00 4.00 10.00",
            "Paid - 6.00 4.00 10.00",
            "Net 20.00 54.00 46.00 120.00",
            "Eldergate - 1.00 - 1.00",
            "Neither in nor out, not counted - 1.00 - 1.00",
            "Closing 35.00 89.00 135.00 135.00",
            "Balance stated 20.00 1.00 4.00 4.00",
            "Difference 15.00 88.00 131.00 131.00");
  }

  /** Along which axis a running total goes, and in which order, whatever the order shown. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sold_on by month; site |  | 2026-02 Alder Mill 60.00, 2026-01 Alder Mill 30.00",
        "site; sold_on by month |  | Alder Mill 2026-02 60.00, Alder Mill 2026-01 30.00",
        "sold_on by year; sold_on by month | | 2026 2026-02 121.00, 2026 2026-01 67.00",
        "site | | Alder Mill 60.00, Brackenford 110.00, Copse End 130.00",
      })
  void a_running_total_goes_in_times_order(String down, String along, String expected)
      throws IOException {
    Order latestFirst = new Order("", "", true, List.of());
    List<Level> levels =
        Arrays.stream(down.split("; "))
            .map(item -> item.contains(" by ") ? ordered(item, latestFirst) : level(item))
            .toList();
    Measure running = seen("m", "sum(amount)", View.Kind.RUNNING_TOTAL, along == null ? "" : along);

    Crosstab crosstab = build(spec(levels, List.of(), running), SALES);

    List<String> leaves = new ArrayList<>();
    addLeaves(crosstab, crosstab.down(), "", leaves);
    assertThat(leaves).containsSubsequence(expected.split(", "));
  }

  private static void addLeaves(Crosstab crosstab, Item item, String path, List<String> leaves) {
    if (item.children().isEmpty()) {
      BigDecimal value = crosstab.value(item, crosstab.across(), 0).orElseThrow();
      leaves.add(path.strip() + " " + value.toPlainString());
    }
    item.children().forEach(c -> addLeaves(crosstab, c, path + " " + c.label(), leaves));
  }

  @Test
  void a_share_of_the_parent_is_the_whole_in_the_total() throws IOException {
    Measure share = seen("m", "sum(amount)", View.Kind.SHARE_OF_PARENT, "");
    Crosstab crosstab =
        build(spec(List.of(level("site")), List.of(level("sold_on by year")), share), SALES);

    assertThat(shown(crosstab, 0)).last().isEqualTo(" 1 1 1");
  }

  @Test
  void a_calculation_with_a_measure_that_is_seen_otherwise_is_refused() {
    Measure share = seen("Share", "sum(amount)", View.Kind.SHARE_OF_DOWN, "");

    assertThatThrownBy(
            () ->
                build(
                    spec(List.of(level("site")), List.of(), share, Measure.of("m", "Share * 2")),
                    SALES))
        .isInstanceOf(SpecException.class)
        .hasMessageContaining("Share is seen as share of down");
  }

  @Test
  void a_calculation_may_give_cells_without_rows_a_value() throws IOException {
    Measure filled = Measure.of("m", "coalesce(sum(amount), 0)");

    assertThat(
            shown(
                build(
                    spec(List.of(level("site")), List.of(level("sold_on by year")), filled), SALES),
                0))
        .contains("Brackenford 0.00 50.00 50.00");
  }

  @Test
  void a_change_from_a_period_without_rows_is_not_known() throws IOException {
    Measure change = seen("m", "sum(amount)", View.Kind.CHANGE, View.PREVIOUS);
    List<Sale> sales =
        List.of(
            Sale.of("A", "2026-01-05", "1000"),
            Sale.of("A", "2026-03-05", "3000"),
            Sale.of("A", "2026-04-05", "3500"));

    assertThat(
            shown(
                build(
                    spec(List.of(level("site")), List.of(level("sold_on by month")), change),
                    sales),
                0))
        .contains("A - - 5.00 -");
  }

  private static String values(RollForwardLines.Line line) {
    return String.join(
        " ",
        line.values().stream()
            .map(value -> value.map(BigDecimal::toPlainString).orElse("-"))
            .toList());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sit | sum(amount) | no column sit; did you mean site? (columns: region, site,"
            + " sold_on, amount, units)",
        "site by month | sum(amount) | site by month: site is text, not a date",
        "site by bands 1 | sum(amount) | site by bands 1: site is text, not a number",
        "site | sum(region) | sum(region) is of text, not of a number",
        "site | min(region) | min(region) is of text; it takes numbers or dates",
        "site | latest(amount) | latest(amount) goes by the period of the source, and there is"
            + " none; name a date after a comma",
        "site | sum(amount) filter (where units) | (where units) is integer, not a condition",
        "site | sum(amount / units) | sum(amount / units): a divisor other than zero in a row;"
            + " guard it with nullif or case",
      })
  void refuses_what_the_columns_cannot_give(String down, String measure, String message) {
    List<Sale> sales = List.of(new Sale("", "a", LocalDate.of(2026, 1, 1), 100L, 0L));

    assertThatThrownBy(
            () -> build(spec(List.of(level(down)), List.of(), Measure.of("m", measure)), sales))
        .isInstanceOf(SpecException.class)
        .hasMessageContaining(message);
  }
}
