package baddle.core.crosstab;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.expression.AggregateCall;
import baddle.core.expression.AxisItem;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.Calendar;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CrosstabTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("region", ColumnType.text()),
              new Column("site", ColumnType.text()),
              new Column("sold_on", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("amount", ColumnType.decimal(2))));

  /** A row; empty text and null are blank. */
  record Sale(String region, String site, LocalDate day, Long cents) {}

  private static CrosstabSpec spec(List<String> down, List<String> across, String... measures) {
    return new CrosstabSpec(
        "test",
        down.stream().map(AxisItem::parse).toList(),
        across.stream().map(AxisItem::parse).toList(),
        List.of(measures).stream()
            .map(m -> new Measure(m, AggregateCall.parse(m), Optional.empty()))
            .toList(),
        Totals.both(),
        "");
  }

  private static Crosstab build(CrosstabSpec spec, List<Sale> sales) throws IOException {
    CrosstabBuilder builder = new CrosstabBuilder(spec, SCHEMA, Calendar.standard());
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 16, builder);
    for (Sale sale : sales) {
      int row = blocks.row();
      set((TextBuilder) blocks.column(0), row, sale.region());
      set((TextBuilder) blocks.column(1), row, sale.site());
      ((LongBuilder) blocks.column(2)).set(row, sale.day().toEpochDay());
      LongBuilder amount = (LongBuilder) blocks.column(3);
      if (sale.cents() == null) {
        amount.blank(row);
      } else {
        amount.set(row, sale.cents());
      }
      blocks.endRow(1);
    }
    blocks.flush();
    return builder.build();
  }

  private static void set(TextBuilder builder, int row, String text) {
    builder.set(row, text.toCharArray(), 0, text.length());
  }

  @Provide
  Arbitrary<List<Sale>> sales() {
    return Combinators.combine(
            Arbitraries.of("north", "south", ""),
            Arbitraries.of("Alder Mill", "Dunmere", "Site 2", "Site 10", ""),
            Arbitraries.longs().between(19_000, 19_800).map(LocalDate::ofEpochDay),
            Arbitraries.longs().between(-999_999_999_999L, 999_999_999_999L).injectNull(0.1))
        .as(Sale::new)
        .list()
        .ofMaxSize(200);
  }

  @Property(tries = 200)
  void every_cell_and_every_total_is_that_of_its_rows(@ForAll("sales") List<Sale> sales)
      throws IOException {
    CrosstabSpec spec =
        spec(
            List.of("region", "site"),
            List.of("sold_on by year", "sold_on by month"),
            "sum(amount)",
            "count(*)",
            "count(amount)",
            "avg(amount)");
    Crosstab crosstab = build(spec, sales);

    checkDown(crosstab, crosstab.down(), sales, 0);
  }

  private void checkDown(Crosstab crosstab, Item down, List<Sale> sales, int level) {
    checkAcross(crosstab, down, crosstab.across(), sales, 0);
    for (Item child : down.children()) {
      Predicate<Sale> has =
          sale -> label(level == 0 ? sale.region() : sale.site()).equals(child.label());
      checkDown(crosstab, child, sales.stream().filter(has).toList(), level + 1);
    }
  }

  private void checkAcross(Crosstab crosstab, Item down, Item across, List<Sale> sales, int level) {
    check(crosstab, down, across, sales);
    for (Item child : across.children()) {
      int length = level == 0 ? 4 : 7;
      Predicate<Sale> has =
          sale -> sale.day().toString().substring(0, length).equals(child.label());
      checkAcross(crosstab, down, child, sales.stream().filter(has).toList(), level + 1);
    }
  }

  private static void check(Crosstab crosstab, Item down, Item across, List<Sale> sales) {
    List<BigDecimal> amounts =
        sales.stream()
            .map(Sale::cents)
            .filter(Objects::nonNull)
            .map(cents -> BigDecimal.valueOf(cents, 2))
            .toList();
    Optional<BigDecimal> sum = amounts.stream().reduce(BigDecimal::add);
    Optional<BigDecimal> average =
        sum.map(s -> s.divide(BigDecimal.valueOf(amounts.size()), 8, RoundingMode.HALF_UP));
    assertThat(crosstab.value(down, across, 0)).isEqualTo(sum);
    if (!sales.isEmpty()) {
      assertThat(crosstab.value(down, across, 1)).contains(BigDecimal.valueOf(sales.size()));
      assertThat(crosstab.value(down, across, 2)).contains(BigDecimal.valueOf(amounts.size()));
    }
    assertThat(crosstab.value(down, across, 3).isPresent()).isEqualTo(average.isPresent());
    average.ifPresent(
        a -> assertThat(crosstab.value(down, across, 3).orElseThrow()).isEqualByComparingTo(a));
  }

  private static String label(String text) {
    return text.isEmpty() ? "(blank)" : text;
  }

  @Test
  void items_stand_in_natural_order_periods_by_the_calendar_and_blanks_last() throws IOException {
    List<Sale> sales =
        List.of(
            new Sale("", "Site 10", LocalDate.of(2026, 4, 1), 1L),
            new Sale("", "", LocalDate.of(2025, 12, 1), 1L),
            new Sale("", "Site 2", LocalDate.of(2026, 1, 1), 1L));

    Crosstab crosstab =
        build(spec(List.of("site"), List.of("sold_on by month"), "count(*)"), sales);

    assertThat(crosstab.down().children())
        .extracting(Item::label)
        .containsExactly("Site 2", "Site 10", "(blank)");
    assertThat(crosstab.across().children())
        .extracting(Item::label)
        .containsExactly("2025-12", "2026-01", "2026-04");
  }

  @Test
  void sums_past_the_range_of_a_long_stay_exact() throws IOException {
    Sale large = new Sale("a", "b", LocalDate.of(2026, 1, 1), 999_999_999_999_999_999L);

    Crosstab crosstab =
        build(
            spec(List.of("site"), List.of(), "sum(amount)", "avg(amount)"),
            java.util.Collections.nCopies(100, large));

    assertThat(crosstab.value(crosstab.down(), crosstab.across(), 0))
        .contains(new BigDecimal("999999999999999999.00"));
    assertThat(crosstab.value(crosstab.down(), crosstab.across(), 1))
        .contains(new BigDecimal("9999999999999999.99"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sit | sum(amount) | no column sit; did you mean site?; the columns are region, site,"
            + " sold_on, amount",
        "site by month | sum(amount) | site by month: site is text, not a date",
        "site | sum(region) | sum(region): region is text, not a number",
      })
  void refuses_what_the_columns_cannot_give(String down, String measure, String message) {
    assertThatThrownBy(() -> spec(List.of(down), List.of(), measure).check(SCHEMA))
        .isInstanceOf(SpecException.class)
        .hasMessage(message);
  }
}
