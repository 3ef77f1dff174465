package baddle.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.value.NaturalOrder;
import java.time.LocalDate;
import java.time.Month;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PeriodTests {

  @ParameterizedTest
  @CsvSource({
    "2026-Q1, 2026-03, true",
    "2026-03, 2026-03, true",
    "2026-03, 2026-Q1, false",
    "2026, 2026-12-31, true",
    "2026-03, 2026-04, false",
    "2026-03, 2026-W14, false",
    "2026-03, 2026-W10, true",
  })
  void a_period_covers_those_whose_days_are_all_its_own(
      String outer, String inner, boolean covers) {
    Period one = PeriodText.english().parse(outer).orElseThrow();
    Period other = PeriodText.english().parse(inner).orElseThrow();

    assertThat(one.covers(other)).isEqualTo(covers);
  }

  @ParameterizedTest
  @CsvSource({
    "2026-03, 2026-03, 2026-03-01",
    "202603, 2026-03, 2026-03-01",
    "2026-03-14, 2026-03-14, 2026-03-14",
    "2026-Q2, 2026-Q2, 2026-04-01",
    "2026q2, 2026-Q2, 2026-04-01",
    "2026-W07, 2026-W07, 2026-02-09",
    "2026W53, 2026-W53, 2026-12-28",
    "2026, 2026, 2026-01-01",
    "032026, 2026-03, 2026-03-01",
    "03-2026, 2026-03, 2026-03-01",
    "2026_3, 2026-03, 2026-03-01",
    "Mar 26, 2026-03, 2026-03-01",
    "March 2026, 2026-03, 2026-03-01",
    "2026 Sept, 2026-09, 2026-09-01",
    "dec-2025, 2025-12, 2025-12-01",
    "Q1 2026, 2026-Q1, 2026-01-01",
    "2026Q1, 2026-Q1, 2026-01-01",
    "W07-2026, 2026-W07, 2026-02-09",
    "20260314, 2026-03-14, 2026-03-14",
    "14.03.2026, 2026-03-14, 2026-03-14",
    "14 Mar 2026, 2026-03-14, 2026-03-14",
  })
  void reads_periods(String text, String name, LocalDate start) {
    Period period = PeriodText.english().parse(text).orElseThrow();

    assertThat(period).hasToString(name);
    assertThat(period.start()).isEqualTo(start);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "2026-13",
        "202600",
        "2026-Q5",
        "2025-W53",
        "2026-02-30",
        "March",
        "03-04-2026",
        "ma 2026",
        "1234",
        ""
      })
  void finds_no_period_where_there_is_none(String text) {
    assertThat(PeriodText.english().parse(text)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "Alder Mill 2026-03, 2026-03",
    "sales_march2026_final, 2026-03",
    "Report 12 of 2026-03 v2, 2026-03",
    "2025 figures up to 2026-03, 2026-03",
    "2026-03 and 2026-04, none",
    "no period here 12, none",
    "export20260314, 2026-03-14",
    "fy2024-25, none",
    "FY 2024/25 budget, none",
    "2011-12, 2011-12",
    "fy2024-25 to 2025-02, 2025-02",
  })
  void finds_a_period_anywhere_in_a_name(String name, String expected) {
    assertThat(PeriodText.english().find(name).map(Period::toString).orElse("none"))
        .isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({"de, M\u00e4rz 2026, 2026-03", "de, Dez. 25, 2025-12", "fr, juil 2026, 2026-07"})
  void months_may_have_the_names_of_the_plans_languages(
      String language, String text, String expected) {
    PeriodText periods =
        new PeriodText(new MonthNames(List.of(Locale.ENGLISH, Locale.forLanguageTag(language))));

    assertThat(periods.parse(text).orElseThrow()).hasToString(expected);
  }

  @Test
  void a_beginning_of_two_months_names_none() {
    assertThat(new MonthNames(List.of(Locale.FRENCH)).month("jui")).isZero();
    assertThat(MonthNames.english().month("ju")).isZero();
  }

  @ParameterizedTest
  @CsvSource({
    "2026-03-01, 2026-03-31, 2026-03",
    "2026-02-01, 2026-03-31, 2026-Q1",
    "2026-03-01, 2026-04-01, 2026",
    "2025-12-31, 2026-01-01, none",
  })
  void the_period_that_holds_two_days(LocalDate first, LocalDate last, String expected) {
    assertThat(
            Period.holding(first.toEpochDay(), last.toEpochDay())
                .map(Period::toString)
                .orElse("none"))
        .isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "DAY, 2026-03-14",
    "WEEK, 2026-W11",
    "MONTH, 2026-03",
    "QUARTER, 2026-Q1",
    "YEAR, 2026",
    "FISCAL_QUARTER, 2025/26 Q4",
    "FISCAL_YEAR, 2025/26",
    "WEEKDAY, Saturday",
  })
  void names_the_period_of_a_day(Grain grain, String expected) {
    Calendar calendar = new Calendar(Month.APRIL);
    long day = LocalDate.of(2026, 3, 14).toEpochDay();

    assertThat(calendar.label(grain, calendar.period(grain, day))).isEqualTo(expected);
    assertThat(Grain.of(grain.words().toUpperCase(java.util.Locale.ROOT))).contains(grain);
  }

  @Property
  void orders_periods_as_the_calendar_does(
      @ForAll @LongRange(min = -100_000, max = 100_000) long one,
      @ForAll @LongRange(min = 0, max = 1_000) long later) {
    Calendar calendar = new Calendar(Month.APRIL);
    for (Grain grain : Grain.values()) {
      if (grain != Grain.WEEKDAY) {
        assertThat(calendar.period(grain, one))
            .isLessThanOrEqualTo(calendar.period(grain, one + later));
      }
    }
  }

  @Test
  void sorts_names_as_a_person_does() {
    List<String> sorted =
        List.of("Area", "area 2", "Area 02b", "Area 10", "b", "File 9.csv", "File 10.csv");
    List<String> names = new ArrayList<>(sorted);
    Collections.reverse(names);

    names.sort(NaturalOrder.INSTANCE);

    assertThat(names).isEqualTo(sorted);
  }
}
