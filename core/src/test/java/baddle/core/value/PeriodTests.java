package baddle.core.value;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.Month;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
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
    "2026-03, 2026-03, 2026-03-01",
    "202603, 2026-03, 2026-03-01",
    "2026-03-14, 2026-03-14, 2026-03-14",
    "2026-Q2, 2026-Q2, 2026-04-01",
    "2026q2, 2026-Q2, 2026-04-01",
    "2026-W07, 2026-W07, 2026-02-09",
    "2026W53, 2026-W53, 2026-12-28",
    "2026, 2026, 2026-01-01",
  })
  void reads_periods(String text, String name, LocalDate start) {
    Period period = Period.parse(text).orElseThrow();

    assertThat(period).hasToString(name);
    assertThat(period.start()).isEqualTo(start);
    assertThat(text).matches(Period.SPELLINGS);
  }

  @ParameterizedTest
  @ValueSource(strings = {"2026-13", "202600", "2026-Q5", "2025-W53", "2026-02-30", "March", ""})
  void finds_no_period_where_there_is_none(String text) {
    assertThat(Period.parse(text)).isEmpty();
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
