package baddle.reports;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.MeasureExpression;
import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Currency;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How numbers are written. */
class ShownNumberTests {

  private static Measure measure(
      View view, String pattern, NumberStyle.Unit unit, NumberStyle.Sign sign) {
    Optional<String> stated = Optional.ofNullable(pattern).filter(text -> !text.isEmpty());
    return new Measure(
        "m",
        MeasureExpression.parse("sum(a)"),
        "",
        Map.of(),
        view,
        new NumberStyle(stated, unit, Optional.empty(), sign));
  }

  private static ShownNumber shown(Measure measure, int places) {
    return new ShownNumber(measure, places, ColumnType.decimal(2), Locale.ROOT);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "#,##0 | 0 | 1234.5 | 1,235",
        "#,##0 | 0 | -0.4 | 0",
        " | 2 | -1234.5 | -1,234.50",
        " | 0 | 12 | 12",
        " | 2 | -0.001 | 0.00",
        " | 3 | 0.0005 | 0.001",
        "0.0# | 2 | 0.125 | 0.13",
        "0% | 2 | 0.125 | 13%",
        "#,##0;(#,##0) | 2 | -1234 | (1,234)",
      })
  void numbers_are_rounded_half_up_and_never_minus_zero(
      String pattern, int places, BigDecimal number, String text) {
    Measure measure = measure(View.PLAIN, pattern, NumberStyle.Unit.ONES, NumberStyle.Sign.ARROW);

    assertThat(shown(measure, places).show(number)).isEqualTo(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "THOUSANDS | 1234567.89 | 1,235 | #,##0,",
        "MILLIONS | 1234567.89 | 1 | #,##0,,",
        "ONES | 1234567.89 | 1,234,567.89 | #,##0.00",
      })
  void units_count_in_thousands_or_millions_and_a_workbook_shows_the_same(
      NumberStyle.Unit unit, BigDecimal number, String text, String pattern) {
    ShownNumber shown = shown(measure(View.PLAIN, "", unit, NumberStyle.Sign.ARROW), 2);

    assertThat(shown.show(number)).isEqualTo(text);
    assertThat(shown.workbookPattern()).isEqualTo(pattern);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "CHANGE | ARROW | 12.5 | ▲ 12.50",
        "CHANGE | ARROW | -12.5 | ▼ 12.50",
        "CHANGE | ARROW | 0 | = 0.00",
        "CHANGE | ASCII | 12.5 | + 12.50",
        "CHANGE | ASCII | -12.5 | - 12.50",
        "CHANGE | NONE | -12.5 | -12.50",
      })
  void changes_have_their_sign(
      View.Kind kind, NumberStyle.Sign sign, BigDecimal number, String text) {
    Measure measure = measure(new View(kind, View.PREVIOUS, true), "", NumberStyle.Unit.ONES, sign);

    assertThat(shown(measure, 2).show(number)).isEqualTo(text);
  }

  @ParameterizedTest
  @CsvSource({
    "true, 3, 3.00 F",
    "true, -3, -3.00 A",
    "false, 3, 3.00 A",
    "false, -3, -3.00 F",
    "true, 0, 0.00"
  })
  void variances_are_favourable_or_adverse(boolean upIsGood, BigDecimal number, String text) {
    Measure measure =
        measure(
            new View(View.Kind.VARIANCE, "Budget", upIsGood),
            "",
            NumberStyle.Unit.ONES,
            NumberStyle.Sign.ARROW);

    assertThat(shown(measure, 2).show(number)).isEqualTo(text);
  }

  @Test
  void shares_are_percentages_and_ranks_whole() {
    Measure share =
        measure(
            new View(View.Kind.SHARE_OF_GRAND_TOTAL, "", true),
            "",
            NumberStyle.Unit.ONES,
            NumberStyle.Sign.ARROW);
    Measure rank =
        measure(
            new View(View.Kind.RANK, "", true), "", NumberStyle.Unit.ONES, NumberStyle.Sign.ARROW);

    assertThat(shown(share, 2).show(new BigDecimal("0.12345"))).isEqualTo("12.3%");
    assertThat(shown(rank, 2).show(BigDecimal.valueOf(1000))).isEqualTo("1,000");
  }

  @Test
  void a_language_has_its_own_marks_and_data_has_none() {
    Measure measure = measure(View.PLAIN, "", NumberStyle.Unit.ONES, NumberStyle.Sign.ARROW);
    ShownNumber german = new ShownNumber(measure, 2, ColumnType.decimal(2), Locale.GERMANY);

    assertThat(german.show(new BigDecimal("1234.5"))).isEqualTo("1.234,50");
    assertThat(german.decimalMark()).isEqualTo(',');
    assertThat(german.exact(new BigDecimal("1234.5"))).isEqualTo("1234.5");
  }

  @Test
  void a_currency_is_shown_with_its_own_sign() {
    Measure measure =
        new Measure(
            "m",
            MeasureExpression.parse("sum(a)"),
            "",
            Map.of(),
            View.PLAIN,
            new NumberStyle(
                Optional.of("\u00a4 #,##0.00"),
                NumberStyle.Unit.ONES,
                Optional.of(Currency.getInstance("EUR")),
                NumberStyle.Sign.ARROW));

    assertThat(shown(measure, 2).show(new BigDecimal("3"))).endsWith(" 3.00").contains("€");
    assertThat(shown(measure, 2).workbookPattern()).startsWith("[$").endsWith(" #,##0.00");
  }

  @Test
  void days_are_days_everywhere() {
    Measure measure = measure(View.PLAIN, "", NumberStyle.Unit.ONES, NumberStyle.Sign.ARROW);
    ShownNumber day = new ShownNumber(measure, 0, ColumnType.of(ColumnType.Kind.DATE), Locale.ROOT);

    assertThat(day.isCalendar()).isTrue();
    assertThat(day.show(BigDecimal.valueOf(20_513))).isEqualTo("2026-03-01");
    assertThat(day.exact(BigDecimal.valueOf(20_513))).isEqualTo("2026-03-01");
  }

  @Property(tries = 300)
  void what_is_shown_is_the_value_rounded_half_up(
      @ForAll @BigRange(min = "-1000000000000", max = "1000000000000") @Scale(6) BigDecimal value,
      @ForAll @IntRange(max = 6) int places) {
    Measure measure = measure(View.PLAIN, "", NumberStyle.Unit.ONES, NumberStyle.Sign.ARROW);

    String text = shown(measure, places).show(value).replace(",", "");

    assertThat(new BigDecimal(text))
        .isEqualByComparingTo(value.setScale(places, RoundingMode.HALF_UP));
    assertThat(text).doesNotMatch("-0*\\.?0*");
  }
}
